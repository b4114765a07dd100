import { type CallKind, WORDED_CALLS, type WayOfCalling, type WordedCall } from '../language/call-kind.ts';
import { ENGLISH } from '../language/en/english.ts';
import type { Length } from '../time/micros.ts';

/**
 * Where a line stands in its segment. `end` counts back from the end to the line's start; `count` is a count of the
 * music from the segment's start, the first is 1; `after` follows another line; `free` takes the first gap.
 */
export type Anchor =
  | { readonly kind: 'start'; readonly afterUs: Length }
  | { readonly kind: 'half' }
  | { readonly kind: 'end'; readonly beforeUs: Length }
  | { readonly kind: 'count'; readonly count: number }
  | { readonly kind: 'after'; readonly cueId: string; readonly gapUs: Length }
  | { readonly kind: 'free' };

export const CUE_KINDS = [
  'name',
  'set-up',
  'form',
  'breath',
  'option',
  'caution',
  'count',
  'time-call',
  'next-up',
  'praise',
  'talk',
] as const;
export type CueKind = (typeof CUE_KINDS)[number];

/** One spoken line that a person wrote. */
export interface Cue {
  readonly id: string;
  readonly segmentKey: string;
  readonly kind: CueKind;
  readonly anchor: Anchor;
  readonly text: string;
  /** Spoken over the picture afterwards; left out: on camera. */
  readonly voice?: 'over';
  /** Who says it; left out: the instructor of the plan. */
  readonly who?: string;
}

export const COUNTDOWNS = ['none', '3-2-1', '4-3-2', '5-4-3-2-1', '8-6-4-3-2-1'] as const;
export type Countdown = (typeof COUNTDOWNS)[number];

/** What is said of the calls that come with every change or only now and then. */
export type CallOccasion = WordedCall | 'countdown' | 'count-in';

/** What a block does otherwise than the class. */
export interface BlockCalls {
  readonly way?: WayOfCalling | 'own';
  readonly countdown?: Countdown;
  readonly pace?: 'second' | 'beat';
}

/** Which calls are made, how often, and in which words. */
export interface CallStyle {
  readonly on: Readonly<Record<WordedCall, boolean>>;
  /** At most so many a minute, spread evenly over a block; a call that is left out comes with each occasion. */
  readonly often: Readonly<Partial<Record<CallOccasion, number>>>;
  readonly countdown: Countdown;
  /** A number of the countdown falls on each second, or on each beat of the music. */
  readonly pace: 'second' | 'beat';
  /** Breaks end with the countdown too. */
  readonly countIn: boolean;
  /** Several wordings are used in turn. `{move}`, `{side}` and others are put in; an empty list is silent. */
  readonly words: Readonly<Record<WordedCall, readonly string[]>>;
}

/** The calls the program writes. The style in it is the instructor's own, used where the way is `own`. */
export interface CallRules extends CallStyle {
  /** One way for the whole class; `by-block`: each block has the one that suits its timing. */
  readonly way: WayOfCalling | 'by-block' | 'own';
  /** Calls that are made on each occasion (true) or never (false), whatever the way. */
  readonly forced: Readonly<Partial<Record<CallKind, boolean>>>;
  /**
   * Thousandths of a beat a minute, where the block has no tempo of its own; null: there is no music, numbers fall on
   * seconds.
   */
  readonly milliBpm: number | null;
  readonly blocks: Readonly<Record<string, BlockCalls>>;
}

/** Something that felt wrong in a rehearsal, for the desk afterwards. */
export interface RehearsalMark {
  readonly segmentKey: string;
  readonly text: string;
  readonly note: string;
}

export interface Script {
  readonly cues: readonly Cue[];
  readonly calls: CallRules;
  readonly marks: readonly RehearsalMark[];
}

/** What may be put into a wording, and what it stands for. */
export const PLACEHOLDERS: Readonly<Record<string, string>> = {
  move: 'the move',
  side: 'left or right',
  equipment: 'what must be at hand',
  easier: 'the easier option',
  harder: 'the harder option',
  setup: 'the set-up line of the library',
  caution: 'the caution line of the library',
  round: 'which round',
  rounds: 'of how many',
  last: 'round or move',
  short: 'the move, shortened',
  left: 'how many are left',
  count: 'the repetition',
  form: 'a form cue',
  breath: 'a breath cue',
};

const EVERY = (on: boolean): Readonly<Record<WordedCall, boolean>> =>
  Object.fromEntries(WORDED_CALLS.map((kind) => [kind, on])) as Record<WordedCall, boolean>;

/** Calls that stand in for a plainer one, or fill what is left: off where all calls are wanted in plain words. */
const FINER: readonly WordedCall[] = [
  'other-side',
  'again',
  'back-to',
  'ready',
  'last-rep',
  'reps-left',
  'rep-count',
  'form',
  'breath',
];

/** All calls, in plain words. */
export const DEFAULT_CALLS: CallRules = {
  way: 'own',
  forced: {},
  on: { ...EVERY(true), ...Object.fromEntries(FINER.map((kind) => [kind, false])) },
  often: {},
  countdown: '3-2-1',
  pace: 'second',
  milliBpm: null,
  countIn: true,
  words: ENGLISH.calling.plain,
  blocks: {},
};

/**
 * Calls as they were kept, with a setting for each call there is: one that came to Euphon later is off and has its
 * usual words, so that no class is called otherwise than it was. The same object where nothing is missing.
 */
export function withEveryCall<T extends CallStyle>(kept: T): T {
  const lacks = WORDED_CALLS.some((kind) => !(kind in kept.on) || !(kind in kept.words));
  return lacks
    ? { ...kept, on: { ...EVERY(false), ...kept.on }, words: { ...DEFAULT_CALLS.words, ...kept.words } }
    : kept;
}

const SPARE: readonly WordedCall[] = ['name', 'side', 'half-way', 'ten', 'next-up', 'rest'];

/** The few calls of a spare class, one wording each, and nothing counted into the work. */
export const SPARE_CALLS: CallRules = {
  ...DEFAULT_CALLS,
  countIn: false,
  on: { ...EVERY(false), ...Object.fromEntries(SPARE.map((kind) => [kind, true])) },
  words: {
    ...DEFAULT_CALLS.words,
    ...Object.fromEntries(SPARE.map((kind) => [kind, DEFAULT_CALLS.words[kind].slice(0, 1)])),
  },
};

/** What a new workout begins with: each block is called in the way that suits its timing. */
export const EMPTY_SCRIPT: Script = { cues: [], calls: { ...DEFAULT_CALLS, way: 'by-block' }, marks: [] };

/** An id no line of the script has: the letter c and the first number above all others. */
export function freeCueId(cues: readonly Cue[]): string {
  let most = 0;
  for (const { id } of cues) {
    const number = /^c(\d+)$/.exec(id);
    if (number !== null) most = Math.max(most, Number(number[1]));
  }
  return `c${most + 1}`;
}
