/** The calls the program writes by itself, most important first: when room is short the later ones go. */
export const CALL_KINDS = [
  'countdown',
  'side',
  'other-side',
  'name',
  'again',
  'back-to',
  'caution',
  'equipment',
  'next-up',
  'ready',
  'last-rep',
  'reps-left',
  'option',
  'set-up',
  'rest',
  'water',
  'last-one',
  'round',
  'ten',
  'half-way',
  'rep-count',
  'form',
  'breath',
] as const;
export type CallKind = (typeof CALL_KINDS)[number];
export type WordedCall = Exclude<CallKind, 'countdown'>;
export const WORDED_CALLS = CALL_KINDS.filter((kind): kind is WordedCall => kind !== 'countdown');

/** Ways in which classes are called, each a named set of calls. */
export const WAYS_OF_CALLING = ['timer', 'explain', 'preview', 'repetitions', 'music', 'flow', 'quiet'] as const;
export type WayOfCalling = (typeof WAYS_OF_CALLING)[number];

/** Wordings of calls, used in turn; `{move}`, `{side}` and others are put in. */
export type CallWordings = Readonly<Partial<Record<WordedCall, readonly string[]>>>;
