import type { Key } from '../music/key.ts';
import { type Onsets, SLOW_FRAMES } from './onsets.ts';

/**
 * How well each pitch class fits a key, from its tonic up: Krumhansl and Kessler 1982, the probe-tone ratings (values
 * from memory).
 */
const MAJOR = [6.35, 2.23, 3.48, 2.33, 4.38, 4.09, 2.52, 5.19, 2.39, 3.66, 2.29, 2.88] as const;
const MINOR = [6.33, 2.68, 3.52, 5.38, 2.6, 3.53, 2.54, 4.75, 3.98, 2.69, 3.34, 3.17] as const;

/** The least correlation with a key: drums, noise and talk have none. */
const LEAST_FIT = 0.55;
/** By how much the best key must fit better than the best one with other notes. */
const LEAD = 0.04;
/** Quieter stretches than this share of the loudest say nothing. */
const HEARD_SHARE = 0.05;

/** The key of what is heard between two frames; null where none is plain. */
export function keyOf(onsets: Onsets, fromFrame = 0, toFrame = onsets.frames): Key | null {
  const [from, to] = [Math.floor(fromFrame / SLOW_FRAMES), Math.floor(toFrame / SLOW_FRAMES)];
  let loudest = 0;
  for (let s = from; s < to; s++) loudest = Math.max(loudest, onsets.level[s] ?? 0);
  const sum = new Float64Array(12);
  for (let s = from; s < to; s++) {
    if ((onsets.level[s] ?? 0) < HEARD_SHARE * loudest) continue;
    for (let c = 0; c < 12; c++) sum[c] = sum[c]! + (onsets.chroma[s * 12 + c] ?? 0);
  }
  return keyOfPitches(sum);
}

/** The key that pitch classes are in, C first, by how much there is of each (Krumhansl and Schmuckler 1990). */
export function keyOfPitches(pitches: ArrayLike<number>): Key | null {
  const fits = [MAJOR, MINOR].flatMap((profile, m) =>
    Array.from({ length: 12 }, (_, tonic) => ({
      tonic,
      minor: m === 1,
      fit: correlation(
        Array.from({ length: 12 }, (__, c) => pitches[(tonic + c) % 12]!),
        profile,
      ),
    })),
  );
  const [best, ...others] = fits.sort((a, b) => b.fit - a.fit);
  if (best === undefined || !(best.fit >= LEAST_FIT)) return null;
  const other = others.find((o) => notesOf(o) !== notesOf(best));
  return other !== undefined && best.fit - other.fit < LEAD ? null : { tonic: best.tonic, minor: best.minor };
}

/** Keys of the same notes are told by one number: that of the major key. */
function notesOf({ tonic, minor }: Key): number {
  return minor ? (tonic + 3) % 12 : tonic;
}

function correlation(a: readonly number[], b: readonly number[]): number {
  const mean = (row: readonly number[]) => row.reduce((x, y) => x + y, 0) / row.length;
  const [ma, mb] = [mean(a), mean(b)];
  let [both, aa, bb] = [0, 0, 0];
  for (let i = 0; i < a.length; i++) {
    const [x, y] = [a[i]! - ma, b[i]! - mb];
    both += x * y;
    aa += x * x;
    bb += y * y;
  }
  return aa === 0 || bb === 0 ? 0 : both / Math.sqrt(aa * bb);
}
