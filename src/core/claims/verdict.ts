import type { Plan } from '../plan/plan.ts';
import { type Segment } from '../plan/segment.ts';
import type { Micros } from '../time/micros.ts';
import type { Claim } from './claim.ts';

/** A class as it really runs: the plan's segments at the times they have on the claims' clock. */
export interface RunningClass {
  readonly plan: Plan;
  /** In order; a segment that was never done is missing. `index` is its place in this list. */
  readonly segments: readonly Segment[];
  /** Planned lengths by key, for promises of length. */
  readonly planned: ReadonlyMap<string, Micros>;
  /** 0 to 1 by key; below a limit a verdict is `unsure`. */
  readonly sure: (key: string) => number;
  /** 0 to 1 by key: that the segment lies where it is said to be at all; where it is not given, `sure` is asked. */
  readonly placed?: (key: string) => number;
  /** No timer ran: breaks and counted moves end when somebody says so. */
  readonly byHand?: boolean;
  /** Worked segments that were never filmed in their place, and how sure that is, 0 to 1. */
  readonly leftOut?: ReadonlyMap<Segment, number>;
}

/** A class may be called by a round number of minutes that is this much off, as a share. */
export const CLASS_LENGTH_SHARE = 0.07;

export const LENGTH_SLACK = 1.01e6;

export type Verdict = Pick<Claim, 'claimed' | 'actual' | 'verdict'>;

export const truth = (holds: boolean): Claim['verdict'] => (holds ? 'true' : 'false');
