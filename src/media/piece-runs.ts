import type { RenderPiece } from './render-pieces.ts';

/**
 * Pieces of one file that follow each other in it, read by one decoder: what lies between them is decoded and
 * dropped.
 */
export interface PieceRun {
  readonly pieces: readonly RenderPiece[];
  /** Of each piece, how far behind the first it begins, microseconds. */
  readonly offsets: readonly number[];
}

/** Jumping costs less than decoding so much that is dropped. */
const DROPPED_US = 20e6;
/** A piece lies on the first one's frames within this share of a frame. */
const ON_FRAME = 0.02;

/**
 * Groups pieces in a row into runs, so that a cut costs no decoder of its own. `frameUs`: pictures are joined only
 * where they lie on each other's frames; null: sound, which has none.
 */
export function pieceRuns(pieces: readonly RenderPiece[], frameUs: number | null): PieceRun[] {
  const runs: { pieces: RenderPiece[]; offsets: number[] }[] = [];
  for (const piece of pieces) {
    const run = runs.at(-1);
    const offset = run === undefined ? 0 : piece.from - run.pieces[0]!.from;
    if (run !== undefined && goesOn(run.pieces.at(-1)!, piece) && (frameUs === null || onFrames(offset / frameUs))) {
      run.pieces.push(piece);
      run.offsets.push(offset);
    } else runs.push({ pieces: [piece], offsets: [0] });
  }
  return runs;
}

function goesOn(before: RenderPiece, next: RenderPiece): boolean {
  const gap = next.from - (before.from + before.length);
  return (
    before.source.path !== null &&
    before.source.path === next.source.path &&
    [before, next].every((p) => p.held !== true && p.into === undefined) &&
    gap > -2 &&
    gap <= DROPPED_US
  );
}

const onFrames = (frames: number) => Math.abs(frames - Math.round(frames)) < ON_FRAME;
