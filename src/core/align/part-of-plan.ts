import type { PlannedSegment } from '../plan/segment.ts';
import { type Micros, movedBack } from '../time/micros.ts';
import { Beliefs, type SearchGiven } from './beliefs.ts';
import { latticeOf } from './lattice.ts';
import type { Pin } from './pin.ts';
import { runForward, tracePath } from './viterbi.ts';

/** The segments [from, to) of a plan. */
export interface Part {
  readonly from: number;
  readonly to: number;
}

/** A take shorter than this share of its plan may hold a part of it only; classes do not run faster than that. */
const WHOLE_FROM = 0.85;
/** A rough grid is enough to find where in the class a take begins and ends. */
const STEP_US = 2_000_000;
const ROUNDS = 2;
/**
 * Where anything may be left out, time beyond the plan costs more: else it would take the place of all that is unsure.
 */
const BEYOND_SECOND = 0.2;

export function mayBePart(segments: readonly PlannedSegment[], duration: Micros): boolean {
  return duration < WHOLE_FROM * (segments.at(-1)?.end ?? 0);
}

/** Probability that a take begins with what the others lack; the rest goes to later and earlier segments. */
const FILLS = 0.8;
const NEARER = 0.7;

/** ln of how likely a take begins before each segment: where the others lack something, or anywhere. */
function entering(K: number, lacking: readonly number[]): Float64Array {
  const near = (k: number, at: number) => ((1 - NEARER) / (1 + NEARER)) * NEARER ** Math.abs(k - at);
  return Float64Array.from({ length: K + 1 }, (_, k) => {
    const fills = lacking.reduce((sum, at) => sum + near(k, at), 0) / Math.max(1, lacking.length);
    return Math.log(lacking.length === 0 ? 1 / K : (1 - FILLS) / K + FILLS * fills);
  });
}

/**
 * Which stretch of the plan a take holds that may begin late, stop in the middle, or be one exercise filmed again: the
 * likeliest of all. `lacking`: the segments at which stretches begin that the takes before it lack. What was left out
 * in between is no part of the question.
 */
export function partFilmed(given: SearchGiven, pins: readonly Pin[], lacking: readonly number[]): Part {
  const { segments, track, duration } = given;
  const K = segments.length;
  const beliefs = new Beliefs(given, pins);
  const lattice = latticeOf(track, { durationUs: duration, stepUs: STEP_US, gapsACell: 3, pins });
  const all = [0, lattice.count] as const;
  const where = { windows: Array.from({ length: K + 1 }, () => all), alive: Array.from({ length: K + 1 }, () => null) };
  const open = { enters: entering(K, lacking), ends: -Math.log(K), beyondSecond: BEYOND_SECOND };
  let part: Part = { from: 0, to: K };
  for (let round = 0; round < ROUNDS; round++) {
    const problem = { ...beliefs.problem(lattice, where, false), open };
    const { pieces } = tracePath(problem, runForward(problem));
    beliefs.learn(pieces, lattice);
    const filmed = pieces.flatMap((p) => (p.segment === null ? [] : [p.segment]));
    const named = pins.map((pin) => segments.findIndex((s) => s.key === pin.segmentKey)).filter((k) => k >= 0);
    const of = [...filmed, ...named];
    if (of.length > 0) part = { from: Math.min(...of), to: Math.max(...of) + 1 };
  }
  return part;
}

/** A part of a plan as a class of its own: what is aligned to the take. */
export function segmentsOfPart(segments: readonly PlannedSegment[], { from, to }: Part): PlannedSegment[] {
  const base = segments[from]?.start ?? 0;
  return segments.slice(from, to).map((s, k) => ({
    ...s,
    index: k,
    start: movedBack(s.start, base),
    end: movedBack(s.end, base),
  }));
}
