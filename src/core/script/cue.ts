import type { Micros } from '../time/micros.ts';

/**
 * Where a line stands in its segment. `end` counts back from the end to the line's start; `count` is a count of the
 * music from the segment's start, the first is 1; `after` follows another line; `free` takes the first gap.
 */
export type Anchor =
  | { readonly kind: 'start'; readonly afterUs: Micros }
  | { readonly kind: 'half' }
  | { readonly kind: 'end'; readonly beforeUs: Micros }
  | { readonly kind: 'count'; readonly count: number }
  | { readonly kind: 'after'; readonly cueId: string; readonly gapUs: Micros }
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

export const COUNTDOWNS = ['none', '3-2-1', '4-3-2', '5-4-3-2-1', '8-6-4-3-2-1'] as const;
export type Countdown = (typeof COUNTDOWNS)[number];

/** Ways in which classes are called, each a named set of calls. */
export const WAYS_OF_CALLING = ['timer', 'explain', 'preview', 'repetitions', 'music', 'flow', 'quiet'] as const;
export type WayOfCalling = (typeof WAYS_OF_CALLING)[number];

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
  words: {
    name: ['{move}.'],
    side: ['{side} side.'],
    caution: ['{caution}.'],
    equipment: ['You need {equipment}.'],
    'next-up': ['Next up, {move}.', '{move} is next.'],
    option: ['Easier: {easier}.', 'If you want it easier: {easier}.'],
    'set-up': ['{setup}.'],
    rest: ['And rest.', 'Rest.', 'Take a break.'],
    water: ['Water.'],
    'last-one': ['Last {last}.'],
    round: ['Round {round} of {rounds}.'],
    ten: ['Ten seconds.', 'Ten to go.', 'Last ten.'],
    'half-way': ['Half-way.', 'Half-way there.'],
    'other-side': ['Other side.', 'And the other side.', 'Switch sides.', '{side} side now.'],
    again: ['Same thing.', 'Same again.', 'Once more.', 'And again.'],
    'back-to': ['Back to the {short}.', '{move}.', 'The {short} again.'],
    ready: ['Ready in'],
    'last-rep': ['Last one.', 'And the last.', 'One more.'],
    'reps-left': ['{left} more.', '{left} to go.'],
    'rep-count': ['{count}.'],
    form: ['{form}.'],
    breath: ['{breath}.'],
  },
  blocks: {},
};

const SPARE: readonly WordedCall[] = ['name', 'side', 'half-way', 'ten', 'next-up', 'rest'];

/** The few calls of a spare class, one wording each, and nothing counted into the work. */
export const SPARE_CALLS: CallRules = {
  ...DEFAULT_CALLS,
  countIn: false,
  on: { ...EVERY(false), ...Object.fromEntries(SPARE.map((kind) => [kind, true])) },
  words: {
    ...DEFAULT_CALLS.words,
    'next-up': ['Next up, {move}.'],
    rest: ['And rest.'],
    ten: ['Ten seconds.'],
    'half-way': ['Half-way.'],
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
