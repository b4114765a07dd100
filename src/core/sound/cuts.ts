import type { Piece } from '../edit/views.ts';
import type { ProgrammeTime } from '../time/micros.ts';

/** Where one recording is cut to another, or to a later place of itself. */
export function cutsIn(sounds: readonly Piece[]): ProgrammeTime[] {
  return sounds.slice(1).flatMap(({ mediaId, from, at }, i) => {
    const before = sounds[i]!;
    const goesOn = before.mediaId === mediaId && Math.abs(before.from + before.length - from) < 1_000;
    return goesOn || (before.mediaId === null && mediaId === null) ? [] : [at];
  });
}
