import type { Micros } from '../time/micros.ts';

/** Where a line stands in its segment. `end` counts back from the end to the line's start. */
export type Anchor =
  | { readonly kind: 'start'; readonly afterUs: Micros }
  | { readonly kind: 'half' }
  | { readonly kind: 'end'; readonly beforeUs: Micros }
  | { readonly kind: 'free' };

export const CUE_KINDS = ['set-up', 'form', 'breath', 'option', 'caution', 'count', 'praise', 'talk'] as const;
export type CueKind = (typeof CUE_KINDS)[number];

/** One spoken line that a person wrote. */
export interface Cue {
  readonly id: string;
  readonly segmentKey: string;
  readonly kind: CueKind;
  readonly anchor: Anchor;
  readonly text: string;
}

/** The calls the program writes by itself, most important first: when room is short the later ones go. */
export const CALL_KINDS = ['countdown', 'side', 'name', 'next-up', 'rest', 'ten', 'half-way'] as const;
export type CallKind = (typeof CALL_KINDS)[number];

export const COUNTDOWNS = ['none', '3-2-1', '4-3-2', '5-4-3-2-1', '8-6-4-3-2-1'] as const;
export type Countdown = (typeof COUNTDOWNS)[number];

/** Which calls the program writes, and in which words. `{move}`, `{side}` are put in. */
export interface CallRules {
  readonly on: Readonly<Record<Exclude<CallKind, 'countdown'>, boolean>>;
  readonly countdown: Countdown;
  readonly words: Readonly<Record<Exclude<CallKind, 'countdown'>, string>>;
}

export interface Script {
  readonly cues: readonly Cue[];
  readonly calls: CallRules;
}

export const DEFAULT_CALLS: CallRules = {
  on: { name: true, side: true, 'half-way': true, ten: true, 'next-up': true, rest: true },
  countdown: '3-2-1',
  words: {
    name: '{move}.', side: '{side} side.', 'half-way': 'Half-way.', ten: 'Ten seconds.', 'next-up': 'Next up, {move}.', rest: 'And rest.',
  },
};

export const EMPTY_SCRIPT: Script = { cues: [], calls: DEFAULT_CALLS };
