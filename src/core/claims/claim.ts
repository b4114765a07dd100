import type { Micros } from '../time/micros.ts';

export const CLAIM_TYPES = [
  'seconds-left',
  'half-way',
  'moves-left',
  'round',
  'length',
  'next-up',
  'side',
  'position',
  'equipment',
  'count',
] as const;
export type ClaimType = (typeof CLAIM_TYPES)[number];

/** What a claim is about, as read from the words alone. `at` is where its first word is said. */
export type Said = { readonly at: Micros; readonly end: Micros; readonly sigma: Micros; readonly said: string } & (
  | { readonly type: 'seconds-left'; readonly seconds: number; readonly atMost?: true }
  | { readonly type: 'half-way'; readonly of: 'interval' | 'round' | 'class' }
  | {
      readonly type: 'moves-left';
      readonly left: number;
      readonly unit: 'move' | 'interval' | 'round' | 'any';
      readonly afterThis: boolean;
      readonly inRound?: true;
    }
  | { readonly type: 'round'; readonly round: number; readonly past: boolean }
  | { readonly type: 'length'; readonly seconds: number; readonly of: 'work' | 'rest' | 'class' }
  | { readonly type: 'next-up'; readonly label: string }
  | { readonly type: 'side'; readonly side: 'left' | 'right'; readonly next: boolean }
  | { readonly type: 'position'; readonly positions: readonly string[] }
  | { readonly type: 'equipment'; readonly item: string; readonly needed: boolean }
  | { readonly type: 'count'; readonly reps: number }
);

export interface Claim {
  readonly at: Micros;
  readonly type: ClaimType;
  readonly said: string;
  readonly claimed: string | number;
  readonly actual: string | number | null;
  readonly verdict: 'true' | 'false' | 'unsure';
  readonly segmentKey: string | null;
}
