/** The most that a plan may hold. */
export const PLAN_LIMITS = {
  blocks: 200,
  movesInBlock: 400,
  moves: 2_000,
  rounds: 100,
  sets: 100,
  changes: 20,
  needs: 30,
  needLength: 200,
  /** Names and notes, in letters. */
  textLength: 2_000,
  phases: 12,
  presenters: 12,
  /** Other names of a move. */
  also: 8,
  /** Who leads, where a prop is worn, what fills a phrase, in letters. */
  shortText: 80,
  segments: 20_000,
} as const;
