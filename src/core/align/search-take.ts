import { isActive } from '../plan/segment.ts';
import type { Span } from '../time/span.ts';
import { Beliefs, type SearchGiven, lengthsBy } from './beliefs.ts';
import { everywhere, finer, stagesFor } from './coarse-to-fine.ts';
import type { Timing } from './duration-model.ts';
import { logEvidence } from './evidence.ts';
import { type Marginals, marginals, runBackward, worthTrying } from './forward-backward.ts';
import { latticeOf } from './lattice.ts';
import { type TimerGrid, timerGrids, timerHypotheses, timerMargin } from './machine-timer.ts';
import { musicGrids } from './music-grid.ts';
import { type MusicGrid } from './eights.ts';
import type { Pin } from './pin.ts';
import type { PathPiece, Problem } from './problem.ts';
import { musicOf } from './piece-scores.ts';
import { runForward, tracePath } from './viterbi.ts';

interface SearchFound {
  readonly problem: Problem;
  readonly pieces: readonly PathPiece[];
  readonly sure: Marginals;
  readonly musicOf: (k: number) => MusicGrid | null;
  /** The machine timers that explain the take, laid by where the segments are. */
  readonly timers: (places: ReadonlyMap<number, Span>) => TimerGrid[];
}

/** The likeliest path through a take, searched from rough to fine, with what each search teaches the next. */
export function searchTake(given: SearchGiven, pins: readonly Pin[]): SearchFound {
  const { segments, track, duration } = given;
  const beliefs = new Beliefs(given, pins);
  const [first, ...later] = stagesFor(duration, given.timed);
  let stage = first as NonNullable<typeof first>;
  let lattice = latticeOf(track, { durationUs: duration, stepUs: stage.stepUs, gapsACell: stage.gaps, pins });
  let where = everywhere(segments, lattice, duration);
  for (;;) {
    for (let round = 0; round < stage.rounds; round++) {
      const problem = beliefs.problem(lattice, where, stage.together);
      const [f, b] = [runForward(problem), runBackward(problem)];
      where = worthTrying(problem, f, b, stage.margin);
      if (later.length === 0) beliefs.music = musicGrids(problem, f, b);
      beliefs.learn(tracePath(problem, f).pieces, lattice);
    }
    const next = later.shift();
    if (next === undefined) break;
    const fine = latticeOf(track, { durationUs: duration, stepUs: next.stepUs, gapsACell: next.gaps, pins });
    [where, lattice, stage] = [finer(where, lattice, fine), fine, next];
  }
  const free = beliefs.problem(lattice, where, true);
  const timing = withTimers(free, beliefs.timing, given.noTimer);
  const problem: Problem = { ...free, lengths: lengthsBy(segments, timing, lattice) };
  const [f, b] = [runForward(problem), runBackward(problem)];
  const { pieces } = tracePath(problem, f);
  const places = new Map(
    pieces.flatMap((p) => (p.segment === null ? [] : [[p.segment, [p.from, p.to] as const] as const])),
  );
  return {
    problem,
    pieces,
    sure: marginals(problem, f, b, places),
    musicOf: (k) => musicOf(problem, k),
    timers: (spans) =>
      timerGrids(segments, spans, { timing, pinned: new Set(problem.pinned.keys()), sharp: given.timed }),
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
    const same = segments.findIndex((s) => s.blockId === id);
    const got = logEvidence({ ...free, lengths: lengthsBy(segments, by, lattice) }, best.slots.slice(0, same + 1));
    const first = segments.find((s) => s.blockId === id && isActive(s));
    if (got.log > best.log + timerMargin(first ?? {})) [best, chosen] = [got, by];
  }
  return chosen;
}
