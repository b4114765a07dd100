import { describe, expect, it } from 'vitest';
import { frameRate } from '../time/frames.ts';
import type { AnyClock } from '../time/micros.ts';
import { isDissolved, joinsOf, withDissolves } from './dissolves.ts';
import type { Shot } from './shots.ts';
import { type Piece, viewsOf } from './views.ts';
import { anySeconds as s } from '../../../tests/support/times.ts';

const RATE = frameRate(25, 1);
const shot = (takeId: string, start: number, end: number, at: number): Shot => ({
  takeId,
  start: s(start),
  end: s(end),
  at: s(at),
});
/** A cut within a take, a join with another, a card, and the take that simply runs on. */
const SHOTS = [
  shot('a', 0, 10, 0),
  shot('a', 12, 20, 10),
  shot('b', 5, 15, 18),
  shot('b', 15, 20, 28),
  shot('a', 40, 50, 36),
];
const pictures = viewsOf(SHOTS, [], () => [], RATE);
const dissolved = (pieces: readonly Piece[], at: readonly number[], lasts = 60) =>
  withDissolves(
    pieces,
    joinsOf(SHOTS).filter((j) => at.some((t) => s(t) === j.at)),
    () => s(lasts),
    RATE,
  );
const ends = (p: Piece) => p.at + p.length;

describe('joins', () => {
  it('lie where a shot goes on where another ends, not where a take runs on nor beside a card', () => {
    expect(joinsOf(SHOTS)).toEqual([
      { at: s(10), takeId: 'a', takeTime: s(12) },
      { at: s(18), takeId: 'b', takeTime: s(5) },
    ]);
  });
  it('are known again after a trim of less than a second', () => {
    const join = { at: s(0), takeId: 'a', takeTime: s(12.4) };
    expect(isDissolved(join, [{ takeId: 'a', at: s(12) }])).toBe(true);
    expect(isDissolved(join, [{ takeId: 'a', at: s(11.3) }])).toBe(false);
    expect(isDissolved(join, [{ takeId: 'b', at: s(12) }])).toBe(false);
  });
});

describe('a dissolve', () => {
  it('lasts half a second round its join, from what both recordings have beyond it, and changes no length', () => {
    const row = pictures.filter((p) => p.at < s(30));
    const made = dissolved(row, [10, 18]);
    made.forEach((p, i) => expect(p.at).toBe(i === 0 ? 0 : ends(made[i - 1]!)));
    expect(ends(made.at(-1)!)).toBe(ends(row.at(-1)!));
    const over = made.filter((p) => p.into !== undefined);
    expect(over.map((p) => [p.at / 1e6, p.length / 1e6, p.from / 1e6, p.into])).toEqual([
      [9.72, 0.56, 9.72, { mediaId: 'a', from: s(11.72) }],
      [17.72, 0.56, 19.72, { mediaId: 'b', from: s(4.72) }],
    ]);
    // What comes after goes on where the dissolve ends, on the frame it would have had without it.
    for (const at of [9, 10.5, 17.5, 18.4, 30]) {
      const timeOf = (of: readonly Piece[]) => {
        const p = of.find((x) => s(at) >= x.at && s(at) < ends(x))!;
        return [p.mediaId, p.from + s(at) - p.at];
      };
      expect(timeOf(made)).toEqual(timeOf(row));
    }
  });
  it('stays a cut where a recording has too little beyond, or something else is seen', () => {
    expect(dissolved(pictures, [10], 10.1)).toEqual(pictures);
    const early = withDissolves(
      [pictures[0]!, { ...pictures[1]!, from: s(0.1) }],
      [{ at: s(10), takeId: 'a', takeTime: s(0.1) }],
      () => s(60),
      RATE,
    );
    expect(early.some((p) => p.into !== undefined)).toBe(false);
    const still = pictures.map((p, i): Piece => (i === 1 ? { ...p, held: true } : p));
    expect(dissolved(still, [10]).some((p) => p.into !== undefined)).toBe(false);
    const short = pictures.map((p, i): Piece => (i === 1 ? { ...p, length: 400_000 as AnyClock } : p));
    expect(dissolved(short, [10])).toEqual(short);
  });
});
