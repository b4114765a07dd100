import type { Face } from './look.ts';
import { widthOf } from './faces.ts';

/** A text set in rows, each no wider than its room. */
export interface Setting {
  readonly rows: readonly string[];
  /** Height of an em, in the unit the room is in. */
  readonly size: number;
}

/** Nothing is set smaller than this share of what the look wants, unless a single word asks for it. */
const LEAST_SHARE = 0.62;
const STEPS = 8;

/**
 * Sets a text into at most so many rows: as large as the look wants, else smaller, else in more rows. A word that is
 * too long for a row by itself is set smaller, down to what fits: nothing is ever cut.
 */
export function fit(
  text: string,
  face: Face,
  { size, room, most }: { readonly size: number; readonly room: number; readonly most: number },
): Setting {
  const words = text.trim().split(/\s+/);
  for (let i = 0; i <= STEPS; i++) {
    const now = size * (1 - ((1 - LEAST_SHARE) * i) / STEPS);
    const rows = wrapped(words, face, room / now);
    if (rows.length <= most && rows.every((row) => widthOf(row, face) * now <= room))
      return { rows: evened(words, rows, face, room / now), size: now };
  }
  const widest = Math.max(...words.map((w) => widthOf(w, face)));
  const least = Math.min(size * LEAST_SHARE, room / widest);
  return { rows: wrapped(words, face, room / least), size: least };
}

/** As few rows as there can be, `room` in ems. What parts two things on a row parts nothing at its end. */
function wrapped(words: readonly string[], face: Face, room: number): string[] {
  const rows: string[] = [];
  for (const word of words) {
    const last = rows.at(-1);
    // A hair of room for rounding.
    if (last !== undefined && widthOf(`${last} ${word}`, face) <= room + 1e-9)
      rows[rows.length - 1] = `${last} ${word}`;
    else if (word !== PARTS || last === undefined) rows.push(word);
  }
  return rows.map((row) => (row.endsWith(` ${PARTS}`) ? row.slice(0, -PARTS.length - 1) : row));
}

const PARTS = '·';

/** The same words in as many rows, more alike in length: no lone last word. */
function evened(words: readonly string[], rows: readonly string[], face: Face, room: number): readonly string[] {
  if (rows.length < 2) return rows;
  const whole = widthOf(words.join(' '), face);
  for (let share = 1 / rows.length; share < 1; share += 0.05) {
    const tried = wrapped(words, face, Math.min(room, whole * share));
    if (tried.length <= rows.length && tried.every((row) => widthOf(row, face) <= room)) return tried;
  }
  return rows;
}
