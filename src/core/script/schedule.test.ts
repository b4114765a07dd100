import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planArbitrary } from '../../../tests/arbitrary/plan.arbitrary.ts';
import { compile } from '../plan/compile.ts';
import { type Plan, newBlock, newMove } from '../plan/plan.ts';
import { type Micros, fromSeconds } from '../time/micros.ts';
import { wantedCalls } from './calls.ts';
import { COUNTDOWNS, type Cue, DEFAULT_CALLS } from './cue.ts';
import { schedule } from './schedule.ts';

const s = fromSeconds;
const plan = (restS: number): Plan => ({
  title: 'T', instructor: '', cueing: 'mirrored', sides: { kind: 'both' },
  blocks: [{ ...newBlock('b', 'circuit', 'Main'), scheme: { kind: 'interval', workUs: s(40), restUs: s(restS), sets: 1 }, moves: [newMove('m1', 'Squat'), newMove('m2', 'Row')] }],
});
const cue = (text: string, afterS = 0, segmentKey = 'b/m1/r1/s1/work/both'): Cue => ({ id: text.slice(0, 8), segmentKey, kind: 'form', anchor: { kind: 'start', afterUs: s(afterS) }, text });
const at = (restS: number, kind: string) => {
  const { segments } = compile(plan(restS));
  return schedule(segments, { cues: [], calls: DEFAULT_CALLS }).lines.filter((l) => l.kind === kind && l.start < s(40 + restS));
};

describe('laws of the schedule', () => {
  it('lines never overlap, stay in their segment, and every call is on its anchor or dropped', () => {
    fc.assert(
      fc.property(planArbitrary, fc.constantFrom(...COUNTDOWNS), fc.array(fc.string({ maxLength: 60 }), { maxLength: 6 }), (any, countdown, texts) => {
        const { segments } = compile(any);
        const cues = texts.map((text, i): Cue => ({ ...cue(text, i, segments[i % Math.max(1, segments.length)]?.key ?? 'gone'), id: `c${i}` }));
        const calls = { ...DEFAULT_CALLS, countdown };
        const { lines, dropped } = schedule(segments, { cues, calls });
        const wanted = wantedCalls(segments, calls);
        expect(lines.length + dropped.length).toBe(wanted.length + cues.length);
        for (const [i, line] of lines.entries()) {
          const segment = segments[line.segmentIndex];
          expect(segment !== undefined && line.start >= segment.start && line.end <= segment.end).toBe(true);
          const next = lines[i + 1];
          if (next !== undefined) expect(next.start).toBeGreaterThanOrEqual(line.end);
          if (line.cueId === null) expect(wanted.some((w) => w.start === line.start && w.call === line.kind)).toBe(true);
        }
      }), { seed: 5, numRuns: 150 },
    );
  });
  it('every countdown ends on its change', () => {
    const numbers = at(15, 'countdown');
    expect(numbers.map((n) => [n.text, n.start / 1e6])).toEqual([['Three.', 37], ['Two.', 38], ['One.', 39]]);
    const early = schedule(compile(plan(0)).segments, { cues: [], calls: { ...DEFAULT_CALLS, countdown: '4-3-2' } }).lines.filter((l) => l.kind === 'countdown');
    expect(early.slice(0, 3).map((n) => [n.text, n.start / 1e6])).toEqual([['Four.', 37], ['Three.', 38], ['Two.', 39]]);
  });
});

// Common practice: where next-up goes depends on the break that follows.
describe('next up', () => {
  it.each([[0, 32, 33], [10, 33.5, 36], [15, 41, 43.5], [20, 41, 43.5]])('with a break of %d s is said between %d and %d s', (rest, from, to) => {
    const [next] = at(rest, 'next-up');
    expect(next?.text).toBe('Next up, Row.');
    expect((next?.start ?? 0) / 1e6).toBeGreaterThanOrEqual(from);
    expect((next?.start ?? 0) / 1e6).toBeLessThanOrEqual(to);
  });
});

describe('what does not fit', () => {
  it('comes back with the seconds it is too long by', () => {
    const long = 'Keep the long line from the crown of the head to the tail. '.repeat(12);
    const { dropped, fits } = schedule(compile(plan(20)).segments, { cues: [cue(long)], calls: DEFAULT_CALLS });
    expect(dropped.filter((d) => d.cueId !== null).map((d) => d.reason)).toEqual(['no-room']);
    expect(dropped[0]?.missingUs).toBeGreaterThan(s(5));
    expect(fits[0]?.needUs).toBeGreaterThan(fits[0]?.haveUs as Micros);
  });
  it('a line whose segment is gone is named, not lost', () => {
    const { dropped } = schedule(compile(plan(20)).segments, { cues: [cue('Soft knees', 0, 'b/m9/r1')], calls: DEFAULT_CALLS });
    expect(dropped.map((d) => d.reason)).toEqual(['segment-gone']);
  });
});
