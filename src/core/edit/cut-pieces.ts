import { type FrameRate, firstFrameFrom } from '../time/frames.ts';
import { micros } from '../time/micros.ts';
import type { Piece } from './views.ts';

/** A piece that is cut where it goes over into the next; `over`: the frames on each side of that cut that are mixed. */
export interface CutPiece {
  readonly piece: Piece;
  /** First frame of the programme, and the one after its last. */
  readonly at: number;
  readonly end: number;
  /** First frame of its recording. */
  readonly from: number;
  readonly over: readonly [before: number, after: number] | null;
}

/** The pieces on whole frames, each dissolve as a cut in its middle with so many frames mixed around it. */
export function cutPieces(pieces: readonly Piece[], rate: FrameRate): CutPiece[] {
  const on = (time: number) => firstFrameFrom(micros(time), rate);
  const cut: CutPiece[] = [];
  let begins: { readonly at: number; readonly from: number } | null = null;
  for (const piece of pieces) {
    const [at, end] = [on(piece.at), on(piece.at + piece.length)];
    if (end <= at) continue;
    const last = cut.at(-1);
    if (piece.into !== undefined && last !== undefined) {
      const middle = at + Math.floor((end - at) / 2);
      cut[cut.length - 1] = { ...last, end: middle, over: [middle - at, end - middle] };
      begins = { at: middle, from: on(piece.into.from) + middle - at };
      continue;
    }
    cut.push({ piece, at, end, from: on(piece.from), over: null, ...begins });
    begins = null;
  }
  return cut;
}
