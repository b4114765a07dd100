import type { PictureBox } from '../sync/seen-pictures.ts';

/** A point belongs to a person where it differs from the empty room by at least this many greys of 255. */
const DIFFERS = 16;
/** A column or a row with fewer such points, as a share of the points across it, is noise. */
const FEW = 0.02;
/** Parts of a body that lie this far apart, as a share of the width, are of one body. */
const GAP = 0.06;

/**
 * The empty room: of each point what it is in most pictures. Right where who is filmed is elsewhere in half of them.
 * `pictures`: greys, all of one size.
 */
export function emptyRoom(pictures: readonly Uint8Array[]): Uint8Array {
  const size = pictures[0]?.length ?? 0;
  const room = new Uint8Array(size);
  const at = new Uint8Array(pictures.length);
  for (let i = 0; i < size; i++) {
    for (let p = 0; p < pictures.length; p++) at[p] = pictures[p]![i]!;
    at.sort();
    room[i] = at[pictures.length >> 1]!;
  }
  return room;
}

/**
 * Where somebody is in a picture: the largest body of points that are not as in the empty room. null: there is nobody,
 * or all of it differs (the light changed, or the camera was moved).
 */
export function personIn(
  picture: Uint8Array,
  room: Uint8Array,
  { width, height }: { readonly width: number; readonly height: number },
): PictureBox | null {
  const columns = new Uint16Array(width);
  let points = 0;
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++)
      if (Math.abs(picture[i]! - room[i]!) >= DIFFERS) {
        columns[x] = columns[x]! + 1;
        points++;
      }
  if (points > width * height * 0.6) return null;
  const across = heaviest(columns, Math.max(1, height * FEW), Math.max(1, width * GAP));
  if (across === null) return null;
  const rows = new Uint16Array(height);
  for (let y = 0; y < height; y++)
    for (let x = across.from; x < across.to; x++)
      if (Math.abs(picture[y * width + x]! - room[y * width + x]!) >= DIFFERS) rows[y] = rows[y]! + 1;
  const down = heaviest(rows, Math.max(1, (across.to - across.from) * FEW), Math.max(1, height * GAP * 2));
  if (down === null) return null;
  return {
    left: across.from / width,
    right: across.to / width,
    top: down.from / height,
    bottom: down.to / height,
  };
}

/** The run with most in it, of places that are not noise and not far from each other. */
function heaviest(counts: Uint16Array, least: number, gap: number): { from: number; to: number } | null {
  const runs: { from: number; to: number; sum: number }[] = [];
  for (let i = 0; i < counts.length; i++) {
    if (counts[i]! < least) continue;
    const run = runs.at(-1);
    if (run === undefined || i - run.to > gap) runs.push({ from: i, to: i + 1, sum: counts[i]! });
    else [run.to, run.sum] = [i + 1, run.sum + counts[i]!];
  }
  return runs.length === 0 ? null : runs.reduce((a, b) => (b.sum > a.sum ? b : a));
}
