import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { asFilmed } from '../../../tests/support/as-filmed.ts';
import { compile } from '../plan/compile.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { frameRate, frameStart } from '../time/frames.ts';
import { anySeconds as s, anyTime } from '../../../tests/support/times.ts';
import { assemble } from './assemble.ts';
import type { FilmedTake } from './coverage.ts';
import type { Insert, Use } from './decisions.ts';
import { comingInAt, leavingAt } from './join-places.ts';
import { shotAt, shotsOf, toProgramme } from './shots.ts';
import { programmeTime } from '../time/micros.ts';

const RATE = frameRate(30000, 1001);
const plan = readOutline(
  '# Two takes\n## Hello: talk, 0:20\n## Main: 2 rounds, 30/15\n- Squat\n- Broomstick row\n- Plank\n## Bye: talk, 0:15',
).value;
const { segments, total } = compile(plan);
const take = (
  takeId: string,
  from: number,
  to: number,
  shift = 0,
  faults: Record<string, number> = {},
  speech: FilmedTake['speech'] = [],
): FilmedTake => ({
  takeId,
  duration: s(to - from),
  alignment: asFilmed(segments, s(shift - from), { start: s(0), end: s(to - from) }),
  faults: new Map(Object.entries(faults)),
  speech,
});
const built = (
  takes: readonly FilmedTake[],
  uses: readonly Use[] = [],
  removed: Record<string, [number, number][]> = {},
  inserts: readonly Insert[] = [],
) =>
  assemble(
    segments,
    takes,
    { uses, removedOf: (id) => (removed[id] ?? []).map(([a, b]) => ({ start: s(a), end: s(b) })), inserts },
    RATE,
  );
const used = (programme: ReturnType<typeof built>) => programme.segments.map((p) => p.takeId).join('');
const END = total / 1e6;

describe('one take', () => {
  it('is used whole, from before the class to after it', () => {
    const programme = built([take('a', -5, END + 7)]);
    expect(programme.shots).toHaveLength(1);
    expect(programme.length / 1e6).toBeCloseTo(END + 12, 1);
    expect(programme.segments.map((p) => p.key)).toEqual(segments.map((x) => x.key));
  });
  it('loses a segment that is left out by hand, and what is cut out, and nothing else', () => {
    const squat = segments.find((x) => x.label === 'Squat')!;
    const programme = built([take('a', 0, END)], [{ segmentKey: squat.key, takeId: null }], { a: [[60, 62]] });
    expect(programme.segments.map((p) => p.key)).toEqual(segments.filter((x) => x !== squat).map((x) => x.key));
    expect(programme.length / 1e6).toBeCloseTo(END - 32, 1);
    expect(built([take('a', 0, END)], []).length / 1e6).toBeCloseTo(END, 1);
  });
});

describe('several takes', () => {
  it('the first stops in the middle of a move, the second began a move earlier: whole moves, one join', () => {
    // The first ends 10 s into the first plank; the second begins with the row before it.
    const plank = segments.find((x) => x.label === 'Plank')!;
    const row = segments.find((x) => x.label === 'Broomstick row')!;
    const stop = plank.start / 1e6 + 10;
    const programme = built([take('a', 0, stop), take('b', row.start / 1e6, END, 0)]);
    expect(programme.segments.map((p) => p.key)).toEqual(segments.map((x) => x.key));
    expect(used(programme)).toMatch(/^a+b+$/);
    expect(programme.segments.find((p) => p.key === plank.key)?.takeId).toBe('b');
    expect(programme.choices.find((c) => c.segment === plank)?.why).toBe('complete');
    expect(programme.choices.find((c) => c.segment === row)?.why).toBe('filmed first');
    expect(programme.shots).toHaveLength(2);
  });
  it('one move filmed again replaces the one with mistakes; without them the first take stays whole', () => {
    const row = segments.filter((x) => x.label === 'Broomstick row')[1]!;
    const [from, to] = [row.start / 1e6 - 4, row.end / 1e6 + 3];
    expect(used(built([take('a', 0, END), take('b', from, to)]))).toMatch(/^a+$/);
    const fixed = built([take('a', 0, END, 0, { [row.key]: 1 }), take('b', from, to)]);
    expect(fixed.segments.filter((p) => p.takeId === 'b').map((p) => p.label)).toEqual(['Broomstick row']);
    expect(fixed.shots.map((x) => x.takeId)).toEqual(['a', 'b', 'a']);
    expect(fixed.choices.find((c) => c.segment === row)?.why).toBe('fewer mistakes');
    const byHand = built(
      [take('a', 0, END, 0, { [row.key]: 1 }), take('b', from, to)],
      [{ segmentKey: row.key, takeId: 'a' }],
    );
    expect([used(byHand), byHand.choices.find((c) => c.segment === row)?.why]).toEqual([
      expect.stringMatching(/^a+$/),
      'by hand',
    ]);
  });
  it('what no take holds is told, and the rest is whole', () => {
    const programme = built([take('a', 0, 60), take('b', 120, END)]);
    const missing = programme.choices.filter((c) => c.why === 'not filmed').map((c) => c.segment.key);
    expect(missing.length).toBeGreaterThan(0);
    expect(programme.segments.map((p) => p.key)).toEqual(
      segments.map((x) => x.key).filter((k) => !missing.includes(k)),
    );
  });
  it('no join falls into a word, and the silence before the next one is not eaten', () => {
    const row = segments.filter((x) => x.label === 'Broomstick row')[1]!;
    const edge = row.start / 1e6;
    // Words every second, 0.7 s long; one runs across the boundary in both takes.
    const words = (offset: number, until: number) =>
      Array.from({ length: Math.floor(until) }, (_, i) => ({ start: s(i + offset), end: s(i + offset + 0.7) }));
    const a = take('a', 0, edge + 8, 0, {}, words((edge % 1) - 0.35, edge + 8));
    const b = take('b', edge - 20, END, 0, {}, words(0.6, END - edge + 20));
    const [first, second] = built([a, b]).shots;
    for (const [at, speech] of [
      [first!.end, a.speech],
      [second!.start, b.speech],
    ] as const)
      expect(speech.filter((w) => w.start < at - 1e4 && at + 1e4 < w.end)).toEqual([]);
  });
});

describe('places of joins', () => {
  const speech = [
    [1, 1.6],
    [1.62, 2.3],
    [4, 4.5],
  ].map(([a, b]) => ({ start: s(a!), end: s(b!) }));
  it('stand where nobody speaks, go past a word and those that touch it, and before it on the way in', () => {
    expect(leavingAt(s(3), speech, s(9))).toBe(s(3));
    expect(leavingAt(s(1.2), speech, s(9))).toBe(s(2.36));
    expect(comingInAt(s(2), speech)).toBe(s(0.94));
    expect(leavingAt(s(4.2), speech, s(4.5))).toBe(s(4.5));
  });
  it('in long talk lie between two words', () => {
    const talk = Array.from({ length: 20 }, (_, i) => ({ start: s(i), end: s(i + 0.98) }));
    expect(leavingAt(s(5.2), talk, s(30)) / 1e6).toBeCloseTo(5, 5);
    expect(comingInAt(s(5.7), talk) / 1e6).toBeCloseTo(5.98, 5);
  });
});

describe('laws, for any takes and decisions', () => {
  const stretch = fc.record({
    from: fc.integer({ min: 0, max: Math.floor(END) - 20 }),
    length: fc.integer({ min: 15, max: Math.ceil(END) }),
    faulty: fc.array(fc.integer({ min: 0, max: segments.length - 1 }), { maxLength: 4 }),
  });
  const use = fc.record({ k: fc.integer({ min: 0, max: segments.length - 1 }), t: fc.integer({ min: -1, max: 3 }) });
  const cut = fc.record({
    t: fc.integer({ min: 0, max: 3 }),
    at: fc.integer({ min: 0, max: 120 }),
    long: fc.integer({ min: 1, max: 20 }),
  });
  const any = fc.tuple(
    fc.array(stretch, { minLength: 1, maxLength: 4 }),
    fc.array(use, { maxLength: 4 }),
    fc.array(cut, { maxLength: 3 }),
  );
  const make = ([stretches, uses, cuts]: [
    typeof stretch extends fc.Arbitrary<infer T> ? T[] : never,
    { k: number; t: number }[],
    { t: number; at: number; long: number }[],
  ]) => {
    const takes = stretches.map((x, i) =>
      take(
        String(i),
        x.from,
        Math.min(END, x.from + x.length),
        0,
        Object.fromEntries(x.faulty.map((k) => [segments[k]!.key, 1])),
      ),
    );
    const byKey = new Map(uses.map((u) => [segments[u.k]!.key, u.t < 0 ? null : String(u.t)]));
    const removed: Record<string, [number, number][]> = {};
    for (const c of cuts) (removed[String(c.t)] ??= []).push([c.at, c.at + c.long]);
    return { takes, uses: [...byKey].map(([segmentKey, takeId]) => ({ segmentKey, takeId })), removed };
  };
  it('each filmed segment once and in order, every programme time on one take and back, all on whole frames', () => {
    fc.assert(
      fc.property(any, (given) => {
        const { takes, uses, removed } = make(given);
        const { segments: placed, shots, length, choices } = built(takes, uses, removed);
        const keys = placed.map((p) => p.key);
        expect(new Set(keys).size).toBe(keys.length);
        const order = keys.map((k) => segments.findIndex((x) => x.key === k));
        expect(order).toEqual([...order].sort((a, b) => a - b));
        // What has a take and was not cut out whole is in it.
        if (Object.keys(removed).length === 0)
          expect(keys).toEqual(choices.filter((c) => c.candidate !== null).map((c) => c.segment.key));
        let frames = 0;
        for (const shot of shots) {
          expect(shot.at).toBe(frameStart(frames, RATE));
          frames += Math.round(((shot.end - shot.start) * RATE.num) / (RATE.den * 1e6));
        }
        for (let n = 0; n < frames; n += 53) {
          const at = programmeTime(frameStart(n, RATE));
          const { shot, time } = shotAt(at, shots)!;
          const own = shotsOf(shots, shot.takeId);
          // A take that is used in another order than it was filmed in has its times twice nowhere.
          expect(own.filter((x) => x.start <= time && time < x.end)).toHaveLength(1);
          expect(Math.abs(shot.at + time - shot.start - at)).toBeLessThanOrEqual(1);
        }
        expect(length).toBe(shots.length === 0 ? 0 : shots.at(-1)!.at + shots.at(-1)!.end - shots.at(-1)!.start);
      }),
      { numRuns: 150, seed: 6 },
    );
  });
  it('taking a decision back gives the rule back, and decisions outlive a plan that is timed anew', () => {
    fc.assert(
      fc.property(any, (given) => {
        const { takes, uses } = make(given);
        expect(built(takes, [])).toEqual(built(takes));
        const hand = built(takes, uses);
        for (const { segmentKey, takeId } of uses) {
          const choice = hand.choices.find((c) => c.segment.key === segmentKey)!;
          if (choice.candidates.some((c) => c.takeId === takeId)) expect(choice.candidate?.takeId).toBe(takeId);
          if (takeId === null) expect(choice.candidate).toBeNull();
        }
        // Lengths of the plan say nothing about which take was chosen by hand.
        const longer = segments.map((x) => ({
          ...x,
          start: anyTime(x.start * 1.5),
          end: anyTime(x.end * 1.5),
        }));
        const again = assemble(longer, takes, { uses, removedOf: () => [], inserts: [] }, RATE);
        for (const { segmentKey, takeId } of uses)
          if (
            takeId === null ||
            hand.choices.some((c) => c.segment.key === segmentKey && c.candidate?.takeId === takeId)
          )
            expect(again.choices.find((c) => c.segment.key === segmentKey)?.candidate?.takeId ?? null).toBe(takeId);
      }),
      { numRuns: 60, seed: 7 },
    );
  });
  it('a segment’s place in the programme is its place on its take, less what is cut out', () => {
    const programme = built([take('a', 0, END)], [], { a: [[10, 14]] });
    const last = programme.segments.at(-1)!;
    expect(Math.abs(last.start - (last.recorded.start - s(4)))).toBeLessThan(frameStart(1, RATE) + 2);
    expect(toProgramme(last.recorded.start, programme.shots)).toBe(last.start);
  });
});
