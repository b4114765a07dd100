import { describe, expect, it } from 'vitest';
import { compile } from '../plan/compile.ts';
import { newBlock, newMove } from '../plan/plan.ts';
import { fromSeconds } from '../time/micros.ts';
import { type Grid, beyondRewards, edgeCosts, rewardsFor } from './emission-scores.ts';
import type { Heard } from '../calls/detect-calls.ts';
import { refine } from './refine.ts';
import { search } from './viterbi.ts';
import { shapeOf } from './duration-model.ts';

const s = fromSeconds;
const { segments } = compile({
  title: '',
  instructor: '',
  cueing: 'mirrored',
  sides: { kind: 'both' },
  blocks: [
    {
      ...newBlock('b', 'circuit', 'Main'),
      keepLastRest: false,
      scheme: { kind: 'interval', workUs: s(30), restUs: s(10), sets: 1 },
      moves: [newMove('m1', 'Squat'), newMove('m2', 'Row'), newMove('m3', 'Plank')],
    },
  ],
});
const grid = (seconds: number): Grid => ({ stepUs: 1e6, cells: seconds });
const countdown = (at: number): Heard => ({
  kind: 'countdown',
  at: s(at),
  sigma: s(0.1),
  said: '3 2 1',
  token: 0,
  from: 3,
});
const name = (label: string, at: number): Heard => ({
  kind: 'name',
  at: s(at),
  sigma: s(0.1),
  said: label,
  token: 0,
  label,
  score: 1,
  next: false,
  side: null,
});
const solve = (heard: Heard[], seconds: number) => {
  const g = grid(seconds);
  const found = search(
    segments.map((s) => shapeOf(s)),
    rewardsFor(segments, heard, g, null),
    g,
    new Set(),
    beyondRewards(heard, g),
    edgeCosts(heard, g),
  );
  return { ...found, of: (k: number) => found.pieces.find((p) => p.segment === k) };
};

describe('what lengths cost', () => {
  it('nothing at the planned length, more the further off, and work more than rest', () => {
    const [work, rest] = segments.map((s) => shapeOf(s));
    expect(work?.cost(30e6)).toBe(0);
    expect(rest?.cost(10e6)).toBe(0);
    for (const off of [2e6, 5e6, 9e6]) {
      expect(work?.cost(30e6 + off)).toBeGreaterThan(rest?.cost(10e6 + off) ?? 0);
      expect(rest?.cost(10e6 - off * 0.8)).toBeGreaterThan(rest?.cost(10e6 + off * 0.8) ?? 0);
    }
  });
});

describe('the search', () => {
  it('lays the plan as it is where nothing speaks against it', () => {
    const { pieces } = solve([name('Squat', 5), countdown(35)], 120);
    expect(pieces.map((p) => [p.segment, p.end - p.start])).toEqual([
      [0, 30],
      [1, 10],
      [2, 30],
      [3, 10],
      [4, 30],
    ]);
    expect(pieces[0]?.start).toBe(5);
  });
  it('lets a rest run over when the countdown of the next work ends late', () => {
    const { of } = solve(
      [name('Squat', 0.4), countdown(30), name('Row', 52.4), countdown(82), name('Plank', 92.4), countdown(122)],
      125,
    );
    expect([of(1)?.start, of(1)?.end]).toEqual([30, 52]);
    expect([of(2)?.start, of(2)?.end]).toEqual([52, 82]);
  });
  it('skips what was never done rather than squeeze it in', () => {
    const { of, filmed } = solve([name('Squat', 0.4), countdown(30), name('Plank', 40.4), countdown(70)], 72);
    expect(of(2)).toBeUndefined();
    expect([of(4)?.start, of(4)?.end]).toEqual([40, 70]);
    expect(filmed[2]).toBeLessThan(0.2);
    expect(filmed[4]).toBeGreaterThan(0.9);
  });
  it('leaves time beyond the plan where something else is done in between', () => {
    const heard = [
      name('Squat', 0.4),
      countdown(30),
      name('Row', 40.4),
      countdown(70),
      name('Burpee', 90),
      name('Burpee', 100),
      countdown(130),
      name('Plank', 180.4),
      countdown(210),
    ];
    const { pieces } = solve(heard, 212);
    expect(pieces.some((p) => p.segment === null && p.end - p.start > 60)).toBe(true);
  });
  it('is surer the more speaks for a place', () => {
    const little = solve([name('Squat', 0.4)], 200);
    const much = solve(
      [name('Squat', 0.4), countdown(30), name('Row', 40.4), countdown(70), name('Plank', 80.4), countdown(110)],
      200,
    );
    expect(much.startSure[2]).toBeGreaterThan(little.startSure[2] as number);
    for (const k of [0, 1, 2, 3, 4])
      expect((much.startSure[k] as number) >= 0 && (much.startSure[k] as number) <= 1).toBe(true);
  });
});

describe('refining', () => {
  const fine: Grid = { stepUs: 1e5, cells: 1200 };
  const heard = [name('Squat', 5.8), countdown(35.3)];
  const rewards = rewardsFor(segments, heard, fine, null);
  const rough = [{ startUs: 5e6, endUs: 35e6, shape: shapeOf(segments[0] as never), rewards: rewards[0] ?? null }];
  it('moves a boundary to where the words are, within its reach', () => {
    const [start, end] = refine(rough, fine, new Map());
    expect(Math.abs((start ?? 0) / 1e6 - 5.35)).toBeLessThan(0.3);
    expect(Math.abs((end ?? 0) / 1e6 - 35.3)).toBeLessThan(0.15);
  });
  it('keeps a fixed boundary to the microsecond', () => {
    expect(refine(rough, fine, new Map([[0, 6_123_457]]))[0]).toBe(6_123_457);
  });
  it('gives no boundaries for no pieces, and ascending ones else', () => {
    expect(refine([], fine, new Map())).toEqual([]);
    const times = refine(
      [
        ...rough,
        { startUs: 35e6, endUs: 35.2e6, shape: null, rewards: null },
        { startUs: 35.2e6, endUs: 45e6, shape: shapeOf(segments[1] as never), rewards: rewards[1] ?? null },
      ],
      fine,
      new Map(),
    );
    times.slice(1).forEach((t, i) => expect(t).toBeGreaterThanOrEqual(times[i] as number));
  });
});
