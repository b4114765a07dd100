import { describe, expect, it } from 'vitest';
import { fromSeconds as s } from '../core/time/micros.ts';
import { pieceRuns } from './piece-runs.ts';
import { NO_SOURCE, type RenderPiece } from './render-pieces.ts';

const piece = (path: string | null, from: number, length: number, held?: true): RenderPiece => ({
  source: path === null ? NO_SOURCE : { path, fits: true, silent: false },
  from: s(from),
  length: s(length),
  at: s(0),
  ...(held === undefined ? {} : { held }),
});
const FRAME_US = 40_000;
const shape = (pieces: readonly RenderPiece[], frameUs: number | null = FRAME_US) =>
  pieceRuns(pieces, frameUs).map((run) => run.offsets.map((us) => us / 1e6));

describe('runs of pieces', () => {
  it('are one for cuts of a take, however many there are', () => {
    const cuts = Array.from({ length: 60 }, (_, i) => piece('a', i * 10, 8));
    expect(shape(cuts)).toEqual([cuts.map((_, i) => i * 10)]);
  });
  it('end where the file changes, goes back, or so much lies between that jumping is cheaper', () => {
    expect(shape([piece('a', 0, 5), piece('b', 5, 5), piece('a', 10, 5)])).toEqual([[0], [0], [0]]);
    expect(shape([piece('a', 20, 5), piece('a', 0, 5)])).toEqual([[0], [0]]);
    expect(shape([piece('a', 0, 5), piece('a', 25, 5), piece('a', 50.1, 5)])).toEqual([[0, 25], [0]]);
  });
  it('leave cards, and frames that stand still, to themselves', () => {
    expect(shape([piece('a', 0, 5), piece(null, 0, 3), piece('a', 5, 5)])).toEqual([[0], [0], [0]]);
    expect(shape([piece(null, 0, 3), piece(null, 3, 3)])).toEqual([[0], [0]]);
    expect(shape([piece('a', 0, 5), piece('a', 5, 2, true), piece('a', 5, 5)])).toEqual([[0], [0], [0]]);
  });
  it('of pictures lie on each other’s frames; sound has none', () => {
    const between = [piece('cam', 0, 4), piece('cam', 6.013, 4)];
    expect(shape(between)).toEqual([[0], [0]]);
    expect(shape(between, null)).toEqual([[0, 6.013]]);
    expect(shape([piece('cam', 1.2, 4), piece('cam', 7.24, 4)])).toHaveLength(1);
  });
});
