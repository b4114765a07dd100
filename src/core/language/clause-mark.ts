/**
 * What a clause sounds like, from its words alone. Each mark is a habit of speech that is commoner in some part of a
 * class than in others (common practice); how much commoner is counted in `align/clause-table.ts`.
 */
export const CLAUSE_MARKS = [
  'go',
  'ready',
  'stop',
  'thatsIt',
  'countdown',
  'count',
  'lastReps',
  'half',
  'timeLeft',
  'sequence',
  'otherSide',
  'equipment',
  'position',
  'option',
  'breath',
  'praise',
  'body',
  'show',
  'greeting',
  'story',
  'round',
  'water',
  'again',
  'tempo',
  'dose',
  'short',
  'long',
  'question',
  'leadIn',
  'opening',
  'countIn',
  'firstCount',
] as const;
export type ClauseMark = (typeof CLAUSE_MARKS)[number];
