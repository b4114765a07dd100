import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Drawn, drawnWithin } from '../core/looks/drawn.ts';
import { firstFrameFrom, frameRate, frameStart } from '../core/time/frames.ts';
import { asLength, micros } from '../core/time/micros.ts';
import { keyOfPicture, partsOf, piecesOf } from './render-parts.ts';
import { NO_SOURCE, type RenderPiece } from './render-pieces.ts';

const HOW = { colour: 'FFFFFF', role: 'mark' } as const;
const RATE = frameRate(30000, 1001);
const file = (name: string) => ({ path: name, fits: true, silent: false });
const at = (frame: number) => frameStart(frame, RATE);

/** Pieces one after the other: each of a file from one of its frames on, so many frames, perhaps going over. */
const row = fc
  .array(
    fc.record({
      of: fc.constantFrom('a', 'b', 'ground'),
      from: fc.nat(20_000),
      frames: fc.integer({ min: 1, max: 12_000 }),
      soft: fc.boolean(),
    }),
    { minLength: 1, maxLength: 8 },
  )
  .map((pieces) => {
    let frame = 0;
    return pieces.map(({ of, from, frames, soft }): RenderPiece => {
      const piece = {
        source: of === 'ground' ? NO_SOURCE : file(of),
        from: at(from),
        at: at(frame),
        length: asLength(at(frame + frames) - at(frame)),
        ...(soft && of === 'a' ? { into: { source: file('b'), from: at(5) } } : {}),
      };
      frame += frames;
      return piece;
    });
  });
const framesOf = (pieces: readonly RenderPiece[]) => {
  const last = pieces.at(-1)!;
  return Math.round(((last.at + last.length) * RATE.num) / (RATE.den * 1e6));
};

describe('parts of a picture', () => {
  it('cover every frame once, are long enough, and part no dissolve (law)', () => {
    fc.assert(
      fc.property(row, (pieces) => {
        const parts = partsOf(pieces, RATE);
        expect(parts[0]!.from).toBe(0);
        expect(parts.at(-1)!.to).toBe(framesOf(pieces));
        for (const [i, part] of parts.entries()) {
          if (i > 0) expect(part.from).toBe(parts[i - 1]!.to);
          if (parts.length > 1) expect(part.to - part.from).toBeGreaterThanOrEqual(29.9 * 30 * (1000 / 1001));
          const own = piecesOf(pieces, part, RATE);
          // On its own clock it begins at 0, and holds its frames without a gap.
          let frame = 0;
          for (const piece of own) {
            expect(piece.at).toBe(at(frame));
            frame += Math.round((piece.length * RATE.num) / (RATE.den * 1e6));
          }
          expect(frame).toBe(part.to - part.from);
          for (const piece of own.filter((p) => p.into !== undefined))
            expect(pieces.some((p) => p.from === piece.from && Math.abs(p.length - piece.length) <= 1)).toBe(true);
        }
      }),
    );
  });
  it('are the same parts after something was cut out before them: they need not be made again', () => {
    const whole = (cuts: readonly (readonly [number, number])[]): RenderPiece[] => {
      let [from, frame] = [0, 0];
      return [...cuts, [60_000, 60_000] as const].map(([out, back]) => {
        const piece = {
          source: file('a'),
          from: at(from),
          at: at(frame),
          length: asLength(at(frame + out - from) - at(frame)),
        };
        frame += out - from;
        from = back;
        return piece;
      });
    };
    const keys = (pieces: RenderPiece[]) =>
      partsOf(pieces, RATE).map((part) =>
        keyOfPicture({ pictures: piecesOf(pieces, part, RATE), width: 640, height: 360, rate: RATE, ass: '' }),
      );
    const [before, after] = [keys(whole([])), keys(whole([[5_000, 5_321]]))];
    expect(before.length).toBeGreaterThan(12);
    // The one that was cut is another; all others are known.
    expect(after.filter((k) => !before.includes(k))).toHaveLength(1);
  });
  it('draw on each frame what the whole draws on it (law)', () => {
    const tick = fc.record({ start: fc.integer({ min: 0, max: 60e6 }), length: fc.integer({ min: 1, max: 3e6 }) });
    fc.assert(
      fc.property(tick, fc.nat(1_700), fc.integer({ min: 1, max: 900 }), ({ start, length }, from, frames) => {
        const event = { start: micros(start), end: micros(start + length) };
        const box: Drawn = {
          ...event,
          ...{ kind: 'box', x: 0, y: 0, w: 1, h: 1, radius: 0, alpha: 1, layer: 0 },
          ...HOW,
        };
        const [shown] = drawnWithin([box], from, from + frames, RATE);
        const [first, after] = [firstFrameFrom(event.start, RATE), firstFrameFrom(event.end, RATE)];
        const [a, b] = [Math.max(first, from), Math.min(after, from + frames)];
        const seen = shown === undefined ? null : [firstFrameFrom(shown.start, RATE), firstFrameFrom(shown.end, RATE)];
        expect(seen).toEqual(b <= a ? null : [a - from, b - from]);
      }),
    );
  });
});
