import type { Length, Micros } from '../time/micros.ts';

/** What is heard from `at` on: a recording from `from` on; null: silence. */
interface HeardPiece<T extends Micros> {
  readonly mediaId: string | null;
  readonly from: Micros;
  readonly at: T;
  readonly length: Length;
}

/** At a cut one sound goes over into the other from so long before it to so long after it, microseconds. */
export const HALF_FADE_US = 20_000;

/** Where one recording is cut to another, or to a later place of itself. */
export function cutsIn<T extends Micros>(sounds: readonly HeardPiece<T>[]): T[] {
  return sounds.slice(1).flatMap(({ mediaId, from, at }, i) => {
    const before = sounds[i]!;
    const goesOn = before.mediaId === mediaId && Math.abs(before.from + before.length - from) < 1_000;
    return goesOn || (before.mediaId === null && mediaId === null) ? [] : [at];
  });
}
