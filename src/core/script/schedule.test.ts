import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planArbitrary } from '../../../tests/arbitrary/plan.arbitrary.ts';
import { compile } from '../plan/compile.ts';
import { type Plan } from '../plan/plan.ts';
import { newBlock, newMove } from '../plan/new-plan.ts';
import { fromSeconds } from '../time/micros.ts';
import { wantedCalls } from './calls.ts';
import { COUNTDOWNS, CUE_KINDS, type Cue, DEFAULT_CALLS, SPARE_CALLS } from './cue.ts';
import { schedule } from './schedule.ts';

const s = fromSeconds;
const plan = (restS: number): Plan => ({
  title: 'T',
  instructor: '',
  cueing: 'mirrored',
  sides: { kind: 'both' },
  blocks: [
    {
      ...newBlock('b', 'circuit', 'Main'),
      scheme: { kind: 'interval', workUs: s(40), restUs: s(restS), sets: 1 },
      moves: [newMove('m1', 'Squat'), newMove('m2', 'Row')],
    },
  ],
});
const cue = (text: string, afterS = 0, segmentKey = 'b/m1/r1/s1/work/both'): Cue => ({
  id: text.slice(0, 8),
  segmentKey,
  kind: 'form',
  anchor: { kind: 'start', afterUs: s(afterS) },
  text,
});
const at = (restS: number, kind: string) => {
  const { segments } = compile(plan(restS));
  return schedule(segments, { cues: [], calls: SPARE_CALLS, marks: [] }).lines.filter(
    (l) => l.kind === kind && l.start < s(40 + restS),
  );
};

/** Any cue a person could write into any segment. */
const anchors = fc.oneof(
  fc.record({ kind: fc.constant('start' as const), afterUs: fc.integer({ min: 0, max: 60 }).map(s) }),
  fc.constant({ kind: 'half' } as const),
  fc.constant({ kind: 'free' } as const),
  fc.record({ kind: fc.constant('end' as const), beforeUs: fc.integer({ min: 0, max: 60 }).map(s) }),
  fc.record({ kind: fc.constant('count' as const), count: fc.integer({ min: 1, max: 64 }) }),
  fc.record({
    kind: fc.constant('after' as const),
    cueId: fc.constantFrom('c0', 'c1', 'c2'),
    gapUs: fc.integer({ min: 0, max: 5 }).map(s),
  }),
);

describe('laws of the schedule', () => {
  it('with every call on and any anchors nothing overlaps, calls and countdowns stand on their anchor', () => {
    fc.assert(
      fc.property(
        planArbitrary,
        fc.constantFrom(...COUNTDOWNS),
        fc.constantFrom('second', 'beat'),
        fc.array(
          fc.record({ text: fc.string({ maxLength: 60 }), anchor: anchors, kind: fc.constantFrom(...CUE_KINDS) }),
          { maxLength: 8 },
        ),
        (any, countdown, pace, lines) => {
          const { segments } = compile(any);
          const cues = lines.map((line, i): Cue => ({
            ...line,
            id: `c${i}`,
            segmentKey: segments[i % Math.max(1, segments.length)]?.key ?? 'gone',
          }));
          const calls = { ...DEFAULT_CALLS, countdown, pace: pace as 'second', milliBpm: 126_000 };
          const made = schedule(segments, { cues, calls, marks: [] }, { plan: any });
          const wanted = wantedCalls(segments, calls, { plan: any });
          for (const [i, line] of made.lines.entries()) {
            const segment = segments[line.segmentIndex]!;
            expect(line.start >= segment.start && line.end <= segment.end && line.end >= line.start).toBe(true);
            expect(made.lines[i + 1] === undefined || (made.lines[i + 1]?.start as number) >= line.end).toBe(true);
            // A call lands within 0.1 s of its anchor.
            if (line.cueId === null)
              expect(
                wanted.some(
                  (w) =>
                    Math.abs(w.start - line.start) <= 1e5 &&
                    w.call === line.kind &&
                    w.segment.index === line.segmentIndex,
                ),
              ).toBe(true);
          }
          // Every written line is placed or dropped, once.
          expect(
            [...made.lines, ...made.dropped]
              .filter((l) => l.cueId !== null)
              .map((l) => l.cueId)
              .sort(),
          ).toEqual(cues.map((c) => c.id).sort());
          const step = pace === 'second' ? 1e6 : 60e9 / 126_000;
          for (const s of segments) {
            // A break is counted into the move it leads to, in that move's way.
            const of =
              s.kind === 'work' || s.kind === 'hold'
                ? s
                : segments.slice(s.index).find((n) => n.kind === 'work' || n.kind === 'hold');
            const scheme = any.blocks.find((b) => b.id === of?.blockId)?.scheme;
            const own = pace === 'beat' && scheme?.kind === 'counts' ? 60e9 / scheme.milliBpm : step;
            const last = made.lines.filter((l) => l.segmentIndex === s.index && l.kind === 'countdown').at(-1);
            if (last !== undefined) expect(Math.abs(s.end - last.start - own)).toBeLessThanOrEqual(1);
          }
        },
      ),
      { seed: 6, numRuns: 120 },
    );
  });
  it('lines never overlap, stay in their segment, and every call is on its anchor or dropped', () => {
    fc.assert(
      fc.property(
        planArbitrary,
        fc.constantFrom(...COUNTDOWNS),
        fc.array(fc.string({ maxLength: 60 }), { maxLength: 6 }),
        (any, countdown, texts) => {
          const { segments } = compile(any);
          const cues = texts.map((text, i): Cue => ({
            ...cue(text, i, segments[i % Math.max(1, segments.length)]?.key ?? 'gone'),
            id: `c${i}`,
          }));
          const calls = { ...SPARE_CALLS, countdown };
          const { lines, dropped } = schedule(segments, { cues, calls, marks: [] });
          const wanted = wantedCalls(segments, calls);
          expect(lines.length + dropped.length).toBe(wanted.length + cues.length);
          for (const [i, line] of lines.entries()) {
            const segment = segments[line.segmentIndex];
            expect(segment !== undefined && line.start >= segment.start && line.end <= segment.end).toBe(true);
            const next = lines[i + 1];
            if (next !== undefined) expect(next.start).toBeGreaterThanOrEqual(line.end);
            if (line.cueId === null)
              expect(wanted.some((w) => w.start === line.start && w.call === line.kind)).toBe(true);
          }
        },
      ),
      { seed: 5, numRuns: 150 },
    );
  });
  it('every countdown ends on its change', () => {
    const numbers = at(15, 'countdown');
    expect(numbers.map((n) => [n.text, n.start / 1e6])).toEqual([
      ['Three.', 37],
      ['Two.', 38],
      ['One.', 39],
    ]);
    const early = schedule(compile(plan(0)).segments, {
      cues: [],
      calls: { ...SPARE_CALLS, countdown: '4-3-2' },
      marks: [],
    }).lines.filter((l) => l.kind === 'countdown');
    expect(early.slice(0, 3).map((n) => [n.text, n.start / 1e6])).toEqual([
      ['Four.', 37],
      ['Three.', 38],
      ['Two.', 39],
    ]);
  });
});

// Common practice: where next-up goes depends on the break that follows.
describe('next up', () => {
  it.each([
    [0, 32, 33],
    [10, 33.5, 36],
    [15, 41, 43.5],
    [20, 41, 43.5],
  ])('with a break of %d s is said between %d and %d s', (rest, from, to) => {
    const [next] = at(rest, 'next-up');
    expect(next?.text).toBe('Next up, Row.');
    expect((next?.start ?? 0) / 1e6).toBeGreaterThanOrEqual(from);
    expect((next?.start ?? 0) / 1e6).toBeLessThanOrEqual(to);
  });
});

describe('what does not fit', () => {
  it('comes back with the seconds it is too long by', () => {
    const long = 'Keep the long line from the crown of the head to the tail. '.repeat(12);
    const { dropped, fits } = schedule(compile(plan(20)).segments, {
      cues: [cue(long)],
      calls: SPARE_CALLS,
      marks: [],
    });
    expect(dropped.filter((d) => d.cueId !== null).map((d) => d.reason)).toEqual(['no-room']);
    expect(dropped[0]?.missingUs).toBeGreaterThan(s(5));
    expect(fits[0]?.needUs).toBeGreaterThan(fits[0]!.haveUs);
  });
  it('a line whose segment is gone is named, not lost', () => {
    const { dropped } = schedule(compile(plan(20)).segments, {
      cues: [cue('Soft knees', 0, 'b/m9/r1')],
      calls: SPARE_CALLS,
      marks: [],
    });
    expect(dropped.map((d) => d.reason)).toEqual(['segment-gone']);
  });
});

describe('anchors', () => {
  const { segments } = compile(plan(20));
  const silent = {
    ...SPARE_CALLS,
    countdown: 'none' as const,
    on: Object.fromEntries(Object.keys(SPARE_CALLS.on).map((k) => [k, false])) as typeof SPARE_CALLS.on,
  };
  const at = (...cues: Cue[]) => schedule(segments, { cues, calls: silent, marks: [] }).lines.map((l) => l.start / 1e6);
  it('a line at half-time, before the end, on a count of 60 a minute, and after another', () => {
    expect(at({ ...cue('Half'), anchor: { kind: 'half' } })).toEqual([20]);
    expect(at({ ...cue('End'), anchor: { kind: 'end', beforeUs: s(10) } })).toEqual([30]);
    expect(at({ ...cue('Count'), anchor: { kind: 'count', count: 9 } })).toEqual([8]);
    const [first, second] = at(
      { ...cue('First', 5), id: 'a' },
      { ...cue('Second'), id: 'b', anchor: { kind: 'after', cueId: 'a', gapUs: s(2) } },
    );
    expect([first, (second ?? 0) > 7.2 && (second ?? 0) < 8]).toEqual([5, true]);
  });
  it('a written line does the work of a call: it is not called twice', () => {
    const own: Cue = { ...cue('Half-way, stay tall'), kind: 'time-call', anchor: { kind: 'half' } };
    const lines = schedule(segments, { cues: [own], calls: SPARE_CALLS, marks: [] }).lines.filter(
      (l) => l.segmentIndex === 0,
    );
    expect(lines.filter((l) => /half/i.test(l.text)).map((l) => l.cueId)).toEqual([own.id]);
  });
});
