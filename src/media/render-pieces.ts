import type { Piece } from '../core/edit/views.ts';
import type { Length, Micros } from '../core/time/micros.ts';

/** A file that the programme is made from. */
export interface RenderSource {
  /** null: no file, but the plain ground under a card, or silence. */
  readonly path: string | null;
  /** Its picture has the programme's size. */
  readonly fits: boolean;
  /** It has no sound at all. */
  readonly silent: boolean;
}

/** A stretch of a file on its own clock. Pictures are whole frames of the programme long. */
export interface RenderPiece {
  readonly source: RenderSource;
  readonly from: Micros;
  readonly length: Length;
  readonly at: Micros;
  /** The frame at `from` stands still. */
  readonly held?: true;
  /** It goes over into another file, from there on, while it lasts. */
  readonly into?: { readonly source: RenderSource; readonly from: Micros };
}

/** Pieces of recordings as pieces of the files that hold them. */
export function withSources(
  pieces: readonly Piece[],
  sourceOf: (mediaId: string | null) => RenderSource,
): RenderPiece[] {
  return pieces.map(({ mediaId, into, ...piece }) => ({
    ...piece,
    source: sourceOf(mediaId),
    ...(into === undefined ? {} : { into: { source: sourceOf(into.mediaId), from: into.from } }),
  }));
}

/** What is seen and heard where there is no file. */
export const NO_SOURCE: RenderSource = { path: null, fits: true, silent: true };
