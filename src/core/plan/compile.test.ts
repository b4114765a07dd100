import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planArbitrary } from '../../../tests/arbitrary/plan.arbitrary.ts';
import { fromSeconds } from '../time/micros.ts';
import { compile } from './compile.ts';
import { type Block, type Plan, type Scheme, type SidePolicy } from './plan.ts';
import { newBlock, newMove } from './new-plan.ts';
import { countsLength, tempoLength } from './scheme.ts';
import type { Segment } from './segment.ts';

const s = fromSeconds;
const block = (scheme: Scheme, moves: string[], more: Partial<Block> = {}): Block => ({
  ...newBlock('b', 'circuit', 'Block'),
  scheme,
  moves: moves.map((name, i) => newMove(`m${i}`, name)),
  ...more,
});
const plan = (...blocks: Block[]): Plan => ({
  title: 'T',
  instructor: '',
  cueing: 'mirrored',
  sides: { kind: 'both' },
  blocks,
});
const interval = (work: number, rest: number, sets = 1): Scheme => ({
  kind: 'interval',
  workUs: s(work),
  restUs: s(rest),
  sets,
});
const shape = (segments: readonly Segment[]) =>
  segments
    .map((g) => `${g.kind}${g.side && g.side !== 'both' ? ' ' + g.side : ''} ${(g.end - g.start) / 1e6}`)
    .join(', ');

describe('a block of holds', () => {
  const holds = (more: Partial<Block> = {}) =>
    compile(plan(block({ kind: 'hold', holdUs: s(30), changeUs: s(6) }, ['Cat', 'Child'], more))).total / 1e6;
  it('has a change-over after the last hold, too, but where it goes without', () => {
    expect([holds(), holds({ keepLastRest: false }), holds({ blockRestUs: s(10) })]).toEqual([72, 66, 76]);
  });
});

describe('laws of compiling', () => {
  it('segments tile the class, the total is their sum, and keys are unique', () => {
    fc.assert(
      fc.property(planArbitrary, (any) => {
        const { segments, total } = compile(any);
        let at = 0;
        for (const [i, segment] of segments.entries()) {
          expect(segment.index).toBe(i);
          expect(segment.start).toBe(at);
          expect(segment.end).toBeGreaterThan(segment.start);
          at = segment.end;
        }
        expect(total).toBe(at);
        expect(new Set(segments.map((g) => g.key)).size).toBe(segments.length);
      }),
      { seed: 1, numRuns: 300 },
    );
  });
  it('a length never changes which segments keep their keys', () => {
    const before = compile(plan(block(interval(40, 20), ['A', 'B'], { rounds: 2 }))).segments.map((g) => g.key);
    const after = compile(plan(block(interval(45, 10), ['A', 'B'], { rounds: 2 }))).segments.map((g) => g.key);
    expect(after).toEqual(before);
  });
});

describe('schemes', () => {
  // Tabata et al. 1996: 20 s work, 10 s rest, 8 times (from memory).
  it('20/10 × 8 lasts 4:00, and 3:50 without the last rest', () => {
    expect(compile(plan(block(interval(20, 10, 8), ['Sprint']))).total).toBe(s(240));
    expect(compile(plan(block(interval(20, 10, 8), ['Sprint'], { keepLastRest: false }))).total).toBe(s(230));
  });
  it('pairs go back to back, the rest follows the second', () => {
    const pair: Scheme = { kind: 'pair', firstUs: s(40), secondUs: s(20), restUs: s(15) };
    expect(shape(compile(plan(block(pair, ['A', 'B', 'C']))).segments)).toBe(
      'work 40, work 20, rest 15, work 40, rest 15',
    );
  });
  it('every minute on the minute fills each minute', () => {
    const emom: Scheme = { kind: 'emom', periodUs: s(60), workUs: s(42) };
    const { segments } = compile(plan(block(emom, ['A', 'B'], { rounds: 3 })));
    expect(segments.filter((g) => g.kind === 'work').every((g) => g.start % 60e6 === 0)).toBe(true);
  });
  it('a ladder climbs, repetitions have a tempo, counts follow the music', () => {
    const ladder: Scheme = { kind: 'ladder', worksUs: [s(20), s(30), s(40)], restUs: s(10) };
    expect(shape(compile(plan(block(ladder, ['A'], { keepLastRest: false }))).segments)).toBe(
      'work 20, rest 10, work 30, rest 10, work 40',
    );
    expect(tempoLength('3-1-1-0')).toBe(s(5));
    expect(tempoLength('fast')).toBeNull();
    // Derived: 64 counts at 128 are 30 s; 63 at 126 too.
    expect(countsLength(64, 128_000)).toBe(s(30));
    expect(countsLength(63, 126_000)).toBe(s(30));
  });
  it('circuit order and station order hold the same work', () => {
    const circuit = compile(plan(block(interval(30, 15), ['A', 'B'], { rounds: 2, roundRestUs: s(60) }))).segments;
    const station = compile(
      plan(block(interval(30, 15), ['A', 'B'], { rounds: 2, order: 'station', roundRestUs: s(60) })),
    ).segments;
    expect(circuit.filter((g) => g.kind === 'work').map((g) => g.label + g.round)).toEqual(['A1', 'B1', 'A2', 'B2']);
    expect(station.filter((g) => g.kind === 'work').map((g) => g.label + g.round)).toEqual(['A1', 'A2', 'B1', 'B2']);
    expect(shape(station)).toBe('work 30, rest 15, work 30, rest 60, work 30, rest 15, work 30, rest 15');
  });
});

describe('the four side policies', () => {
  const with_ = (sides: SidePolicy, more: Partial<Block> = {}) =>
    shape(compile(plan(block(interval(40, 20), ['Lunge'], { sides, keepLastRest: false, ...more }))).segments);
  it('own interval per side', () =>
    expect(with_({ kind: 'own', first: 'left' })).toBe('work left 40, rest 20, work right 40'));
  it('switch at half-time keeps the interval and takes the switch out of it', () =>
    expect(with_({ kind: 'half', first: 'right', changeUs: s(5) })).toBe(
      'work right 17.5, change-over 5, work left 17.5',
    ));
  it('alternate each repetition', () => expect(with_({ kind: 'alternate', first: 'left' })).toBe('work alternate 40'));
  it('other side in the other round', () =>
    expect(with_({ kind: 'rounds', first: 'left' }, { rounds: 2 })).toBe('work left 40, rest 20, work right 40'));
  it('the move wins over the block, the block over the class', () => {
    const moves = [{ ...newMove('m0', 'A'), sides: { kind: 'both' } as const }, newMove('m1', 'B')];
    const { segments } = compile({
      ...plan(block(interval(30, 0), [], { sides: { kind: 'rounds', first: 'right' }, moves })),
      sides: { kind: 'alternate', first: 'left' },
    });
    expect(segments.map((g) => g.side)).toEqual(['both', 'right']);
  });
});

describe('what cannot be compiled', () => {
  it('a block without moves, an empty plan and too many moves are sentences', () => {
    expect(compile(plan(block(interval(30, 0), []))).problems.map((p) => p.code)).toEqual(['no-moves']);
    expect(compile(plan()).problems.map((p) => p.code)).toEqual(['no-blocks']);
    const many = compile(
      plan(
        block(
          interval(30, 0),
          Array.from({ length: 10_000 }, (_, i) => `Move ${i}`),
        ),
      ),
    );
    expect(many.problems[0]?.message).toBe('The plan has 10000 moves; Euphon takes at most 2000. Split the class.');
  });
  it('stops at the limit of segments and says so', () => {
    const long = block(
      interval(10, 1, 100),
      Array.from({ length: 300 }, (_, i) => `M${i}`),
      { rounds: 1 },
    );
    const { problems, segments } = compile(plan(long));
    expect(problems.map((p) => p.code)).toEqual(['too-many-segments']);
    expect(segments.length).toBeLessThan(20_400);
  });
});
