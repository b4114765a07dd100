import { describe, expect, it } from 'vitest';
import { type SyntheticTake, coarsen, seeded, syntheticTake } from '../../../tests/support/synthetic-take.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { readClauses } from '../calls/read-clauses.ts';
import { type PlannedSegment, isActive } from '../plan/segment.ts';
import type { TakeTime } from '../time/micros.ts';
import { spokenTrack } from '../transcript/clauses.ts';
import { type Transcript, spokenWords } from '../transcript/transcript.ts';
import { align } from './align.ts';
import { type Alignment } from './alignment.ts';
import { everywhere } from './coarse-to-fine.ts';
import { logEvidence } from './evidence.ts';
import { runBackward } from './forward-backward.ts';
import { searchTake } from './search-take.ts';
import type { Problem } from './problem.ts';
import { runForward, tracePath } from './viterbi.ts';

const MOVES = ['Squat', 'Push-up', 'Plank', 'Glute bridge', 'Jumping jack', 'Reverse lunge', 'Side step', 'High knees'];

/** A class of so many minutes at one interval, as an outline. */
function classOf(work: number, rest: number, minutes: number, moves: number): string {
  const rounds = Math.max(1, Math.round((minutes * 60) / ((work + rest) * moves)));
  const list = MOVES.slice(0, moves).map((m) => `- ${m}`);
  return (
    `# P\n## Hello: talk, 0:30\n## Main: circuit, ${rounds} rounds, ${work}/${rest}\n${list.join('\n')}\n` +
    '## Bye: talk, 0:20'
  );
}

/** The last search of a take as it was pruned, with all that was learned before it. */
function lastSearch(
  segments: readonly PlannedSegment[],
  transcript: Transcript,
  duration: TakeTime,
  timed: boolean,
): Problem {
  const words = spokenWords(transcript, duration, null);
  const track = spokenTrack(transcript, words, duration);
  const labels = [...new Set(segments.filter(isActive).map((s) => s.label))];
  const readings = readClauses(track.clauses, words, labels);
  const given = {
    segments,
    track,
    words,
    readings,
    heard: readings.heard,
    duration,
    timed,
    noTimer: new Set<string>(),
  };
  return searchTake(given, []).problem;
}

/**
 * What the best path is worth in the pruned search, and where nothing is pruned but what lies out of all reach of the
 * plan.
 */
function scores(problem: Problem, duration: TakeTime): { readonly pruned: number; readonly whole: number } {
  const open: Problem = { ...problem, ...everywhere(problem.segments, problem.lattice, duration) };
  return {
    pruned: tracePath(problem, runForward(problem)).score,
    whole: tracePath(open, runForward(open)).score,
  };
}

/** Sum of all errors of a take's boundaries, in seconds; a segment not found counts its own length. */
function totalError(take: SyntheticTake, found: Alignment): number {
  let sum = 0;
  for (const { segment, recorded } of found.segments) {
    const truth = take.truth.get(segment.key);
    if (truth === undefined) continue;
    if (recorded === null) sum += (truth.end - truth.start) / 1e6;
    else sum += (Math.abs(recorded.start - truth.start) + Math.abs(recorded.end - truth.end)) / 1e6;
  }
  return sum;
}

describe('a pin at the truth', () => {
  it('never makes the total error larger, at any start of any class', () => {
    const worse: string[] = [];
    for (let n = 0; n < 3; n++) {
      const plan = readOutline(classOf(30 + 5 * (n % 3), 15, 6, 4 + (n % 3))).value;
      const take = syntheticTake(plan, 300 + n, { breakOverS: n % 3 === 0 ? 0 : 6, forgotten: 0.2 });
      const words = n % 2 === 0 ? take.transcript : coarsen(take.transcript, 30);
      const free = totalError(take, align(take.segments, words, take.duration));
      for (const s of take.segments.filter((s, k) => isActive(s) && k % 3 === n % 3)) {
        const at = take.truth.get(s.key)!.start;
        const by = totalError(
          take,
          align(take.segments, words, take.duration, { pins: [{ segmentKey: s.key, edge: 'start', at }] }),
        );
        if (by > free + 0.5) worse.push(`class ${n}, ${s.key}: ${by.toFixed(1)} s instead of ${free.toFixed(1)} s`);
      }
    }
    expect(worse).toEqual([]);
  });
});

describe('pruning', () => {
  it('never loses the best path of small classes, whatever happened in them', () => {
    const random = seeded(12);
    const lost: string[] = [];
    for (let n = 0; n < 8; n++) {
      const [work, rest] = [
        [20, 10],
        [30, 15],
        [40, 20],
        [45, 15],
      ][n % 4] as [number, number];
      const outline = classOf(work, rest, 6, 4 + (n % 4));
      const plan = readOutline(outline).value;
      const faults = {
        breakOverS: n % 3 === 0 ? 0 : 6,
        leaveOut: n % 4 === 3 ? [] : [1 + 2 * Math.floor(random() * 4)],
      };
      const take = syntheticTake(plan, 100 + n, faults);
      const words = n % 2 === 0 ? take.transcript : coarsen(take.transcript, 20 + (n % 3) * 10);
      const { pruned, whole } = scores(lastSearch(take.segments, words, take.duration, n % 2 === 0), take.duration);
      if (pruned < whole - 1e-6) lost.push(`${n}: ${pruned} of ${whole}`);
    }
    expect(lost).toEqual([]);
  });
  it.each([[30, 15, 20]])('never loses it at %d/%d over %d minutes', (work, rest, minutes) => {
    const plan = readOutline(classOf(work, rest, minutes, 8)).value;
    const take = syntheticTake(plan, 5, { breakOverS: 3 });
    const problem = lastSearch(take.segments, coarsen(take.transcript, 30), take.duration, false);
    const { pruned, whole } = scores(problem, take.duration);
    expect(pruned).toBeGreaterThanOrEqual(whole - 1e-6);
  });
});

describe('cells that are far from each other', () => {
  it.each([
    ['words with times', 0],
    ['paragraphs of 30 s', 30],
    ['one paragraph', 3600],
  ])('taken as wholes give what each pair of places gives, with %s', (_, seconds) => {
    const plan = readOutline(classOf(30, 15, 5, 6)).value;
    const take = syntheticTake(plan, 41, { breakOverS: 5, leaveOut: [3] });
    const words = seconds === 0 ? take.transcript : coarsen(take.transcript, seconds);
    const problem = lastSearch(take.segments, words, take.duration, seconds === 0);
    const cells = problem.lattice.cells + 1;
    const far = problem.far.before.reduce((sum, x, c) => sum + x / Math.max(1, c), 0) / cells;
    const pairs: Problem = {
      ...problem,
      far: { before: new Int32Array(cells), after: new Int32Array(cells).fill(cells) },
    };
    expect(tracePath(problem, runForward(problem))).toEqual(tracePath(pairs, runForward(pairs)));
    expect(runBackward(problem)).toEqual(runBackward(pairs));
    expect(logEvidence(problem).log).toBeCloseTo(logEvidence(pairs).log, 6);
    // In one paragraph hardly any cells are far from each other; else most are.
    expect(far > 0.5).toBe(seconds < 3600);
  });
});

describe('what all paths are worth', () => {
  it('is the same where only the last block is summed anew', () => {
    const plan = readOutline(classOf(30, 15, 5, 6)).value;
    const take = syntheticTake(plan, 42, { breakOverS: 5 });
    const problem = lastSearch(take.segments, coarsen(take.transcript, 30), take.duration, false);
    const from = take.segments.findIndex((s) => s.kind === 'talk' && s.start > 0);
    const longer = problem.lengths.map((l, k) => (k < from ? l : { ...l, log: (x: number) => l.log(x * 0.9) }));
    const [whole, part] = [logEvidence({ ...problem, lengths: longer }), logEvidence(problem)];
    expect(logEvidence({ ...problem, lengths: longer }, part.slots.slice(0, from + 1)).log).toBe(whole.log);
    expect(whole.log).not.toBe(part.log);
  });
});
