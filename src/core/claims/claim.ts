import type { ClaimBody } from '../language/claim-reading.ts';
import type { Length, Micros } from '../time/micros.ts';

const CLAIM_TYPES = [
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

/** A claim as it was said; `at` is where its first word is. */
export type Said = {
  readonly at: Micros;
  readonly end: Micros;
  readonly sigma: Length;
  readonly said: string;
} & ClaimBody;

export interface Claim<T extends Micros = Micros> {
  readonly at: T;
  readonly type: ClaimType;
  readonly said: string;
  readonly claimed: string | number;
  readonly actual: string | number | null;
  readonly verdict: 'true' | 'false' | 'unsure';
  readonly segmentKey: string | null;
}
