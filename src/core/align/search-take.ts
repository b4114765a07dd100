import type { Heard } from '../calls/detect-calls.ts';
import type { Readings } from '../calls/read-clauses.ts';
import { type Segment, isActive } from '../plan/segment.ts';
import type { Micros } from '../time/micros.ts';
import type { Span } from '../time/span.ts';
import type { SpokenTrack } from '../transcript/clauses.ts';
import type { Token } from '../transcript/transcript.ts';
import { USUAL_SHARE, announcementsAt, learnShare } from './announcements.ts';
import { type Kin, kinOf } from './clause-context.ts';
import { type Where, everywhere, finer, stagesFor } from './coarse-to-fine.ts';
import { type Timing, lengthModel } from './duration-model.ts';
import { beyondScores, emissionsOf, textScores } from './emission-scores.ts';
import { logEvidence } from './evidence.ts';
import { type Laid, learnFlow, learnTiming, usualTimings } from './expectation.ts';
import { type Marginals, marginals, runBackward, worthTrying } from './forward-backward.ts';
import { type Cell, type Lattice, latticeOf } from './lattice.ts';
import { type TimerGrid, timerGrids, timerHypotheses, timerMargin } from './machine-timer.ts';
import { type MusicGrid, musicGrids } from './music-grid.ts';
import type { Pin } from './pin.ts';
import { beyondCosts, skipCost } from './plan-costs.ts';
import { USUAL_FLOW } from './speech-flow.ts';
import type { PathPiece, Problem } from './problem.ts';
import { musicOf } from './piece-scores.ts';
import { runForward, tracePath } from './viterbi.ts';

/** All that is known of a take before it is searched. */
export interface SearchGiven {
  readonly segments: readonly Segment[];
  readonly track: SpokenTrack;
  readonly tokens: readonly Token[];
  readonly readings: Readings;
  readonly heard: readonly Heard[];
  readonly duration: Micros;
  /** Most words have times of their own. */
  readonly timed: boolean;
  /** Blocks that a person said no timer ran in. */
  readonly noTimer: ReadonlySet<string>;
}

export interface SearchFound {
  readonly problem: Problem;
  readonly pieces: readonly PathPiece[];
  readonly sure: Marginals;
  readonly musicOf: (k: number) => MusicGrid | null;
  /** The machine timers that explain the take, laid by where the segments are. */
  readonly timers: (places: ReadonlyMap<number, Span>) => TimerGrid[];
}

const NO_MUSIC: ReadonlyMap<number, MusicGrid> = new Map();

/** The likeliest path through a take, searched from rough to fine, with what each search teaches the next. */
export function searchTake(given: SearchGiven, pins: readonly Pin[]): SearchFound {
  const { segments, track, duration } = given;
  const announced = announcementsAt(track.clauses, given.readings.clauses, given.tokens);
  let text = textScores(segments, given.readings, announced, USUAL_SHARE);
  const kin = kinOf(segments);
  const [beyond, skip] = [beyondCosts(segments), segments.map(skipCost)];
  const counts = given.readings.clauses.flatMap((c) =>
    c.count === null ? [] : [{ value: c.count, atUs: c.atUs, sigmaUs: c.sigmaUs }],
  );
  const goes = Uint8Array.from([0, ...given.readings.clauses.map((c) => (c.marks.includes('go') ? 1 : 0))]);
  const usual = usualTimings(segments);
  let [flow, timing, music] = [USUAL_FLOW, usual, NO_MUSIC];
  let beyondText = beyondScores(given.readings, announced);
  const problemOf = (lattice: Lattice, where: Where, together: boolean): Problem => ({
    segments,
    lattice,
    emissions: emissionsOf(segments, text, beyondText, track, given.heard, flow, lattice, counts, timing, goes),
    lengths: lengthsBy(segments, timing, lattice),
    skip,
    beyond,
    ...where,
    pinned: pinnedCells(segments, pins, lattice),
    music,
    together,
  });
  const [first, ...later] = stagesFor(duration, given.timed);
  let stage = first as NonNullable<typeof first>;
  let lattice = latticeOf(track, duration, stage.stepUs, stage.gaps, pins);
  let where = everywhere(segments, lattice, duration);
  let pieces: readonly PathPiece[] = [];
  for (;;) {
    for (let round = 0; round < stage.rounds; round++) {
      const problem = problemOf(lattice, where, stage.together);
      const [f, b] = [runForward(problem), runBackward(problem)];
      pieces = tracePath(problem, f).pieces;
      where = worthTrying(problem, f, b, stage.margin);
      if (later.length === 0) music = musicGrids(problem, f, b);
      const laid = laidOf(pieces, lattice);
      beyondText = beyondScores(given.readings, announced, leftOutIn(segments, laid));
      timing = learnTiming(segments, laid, usual);
      flow = learnFlow(track, segments, laid);
      const begun = laid.flatMap((l) => {
        const { own, gone } = kin[l.segment] as Kin;
        return own === null || own === gone ? [] : [{ label: own, gone, names: announced[l.fromGap] ?? null }];
      });
      text = textScores(segments, given.readings, announced, learnShare(begun));
    }
    const next = later.shift();
    if (next === undefined) break;
    const fine = latticeOf(track, duration, next.stepUs, next.gaps, pins);
    [where, lattice, stage] = [finer(where, lattice, fine), fine, next];
  }
  const free = problemOf(lattice, where, true);
  timing = withTimers(free, timing, given.noTimer);
  const problem: Problem = { ...free, lengths: lengthsBy(segments, timing, lattice) };
  const [f, b] = [runForward(problem), runBackward(problem)];
  pieces = tracePath(problem, f).pieces;
  const places = new Map(
    pieces.flatMap((p) => (p.segment === null ? [] : [[p.segment, [p.from, p.to] as const] as const])),
  );
  const settledTiming = timing;
  return {
    problem,
    pieces,
    sure: marginals(problem, f, b, places),
    musicOf: (k) => musicOf(problem, k),
    timers: (spans) => timerGrids(segments, spans, settledTiming, new Set(problem.pinned.keys()), given.timed),
  };
}

/** Each block may have been run by a machine: where that explains the take clearly better, over all paths, it was. */
function withTimers(free: Problem, timing: Timing, noTimer: ReadonlySet<string>): Timing {
  const { segments, lattice } = free;
  const candidates = [...timing.blocks].flatMap(([id, now]) =>
    noTimer.has(id) ? [] : timerHypotheses(segments, id, now).map((way) => ({ id, way })),
  );
  if (candidates.length === 0) return timing;
  let [best, chosen] = [logEvidence(free), timing];
  for (const { id, way } of candidates) {
    const by: Timing = { ...chosen, blocks: new Map(chosen.blocks).set(id, way) };
    const got = logEvidence({ ...free, lengths: lengthsBy(segments, by, lattice) });
    const scheme = segments.find((s) => s.blockId === id && isActive(s))?.scheme;
    if (got > best + timerMargin(scheme)) [best, chosen] = [got, by];
  }
  return chosen;
}

function lengthsBy(segments: readonly Segment[], timing: Timing, lattice: Lattice): Problem['lengths'] {
  return segments.map((s) => lengthModel(s, timing, lattice.stepUs / 1e6));
}

function laidOf(pieces: readonly PathPiece[], lattice: Lattice): Laid[] {
  return pieces.flatMap((p): Laid[] =>
    p.segment === null
      ? []
      : [
          {
            segment: p.segment,
            startUs: (lattice.cell[p.from] as number) * lattice.stepUs,
            endUs: (lattice.cell[p.to] as number) * lattice.stepUs,
            fromGap: lattice.gap[p.from] as number,
            toGap: lattice.gap[p.to] as number,
          },
        ],
  );
}

/**
 * The moves that a path leaves out, and when the next filmed move after each is over: from then on it may be made up.
 */
function leftOutIn(segments: readonly Segment[], laid: readonly Laid[]): Map<string, number> {
  const filmed = new Set(laid.map((l) => l.segment));
  const left = new Map<string, number>();
  for (const [k, s] of segments.entries()) {
    if (!isActive(s) || filmed.has(k)) continue;
    const next = laid.find((l) => l.segment > k && isActive(segments[l.segment] as Segment));
    // Where the same move is planned again and was filmed, its name there means that one.
    const again = laid.findLast((l) => segments[l.segment]?.label === s.label);
    if (next !== undefined) left.set(s.label, Math.max(next.endUs, again?.endUs ?? 0));
  }
  return left;
}

function pinnedCells(segments: readonly Segment[], pins: readonly Pin[], lattice: Lattice): Problem['pinned'] {
  const cells = new Map<number, { start?: Cell; end?: Cell }>();
  for (const pin of pins) {
    const k = segments.findIndex((s) => s.key === pin.segmentKey);
    if (k < 0) continue;
    const cell = Math.max(0, Math.min(lattice.cells, Math.round(pin.at / lattice.stepUs))) as Cell;
    cells.set(k, { ...cells.get(k), [pin.edge]: cell });
  }
  return cells;
}
