import type { Page } from '../contract/wire.ts';
import { Refusal } from './refusal.ts';

/** The place in a list where its last page ended, as the values that its rows are sorted by. null: the beginning. */
export function readPlace(text: string | null, parts: number): readonly string[] | null {
  if (text === null) return null;
  try {
    const place: unknown = JSON.parse(Buffer.from(text, 'base64url').toString('utf8'));
    if (Array.isArray(place) && place.length === parts && place.every((p) => typeof p === 'string')) return place;
  } catch {
    // Refused below.
  }
  throw new Refusal(400, 'This is no place in the list that the server gave; ask for its beginning.');
}

/** Makes a page of rows. One row more than it holds was asked for: if that one is there, the list goes on. */
export function pageOf<Row, T>(
  rows: readonly Row[],
  most: number,
  { placeOf, asItem }: { readonly placeOf: (row: Row) => readonly string[]; readonly asItem: (row: Row) => T },
): Page<T> {
  const items = rows.slice(0, most);
  const last = items.at(-1);
  const goesOn = rows.length > most && last !== undefined;
  return {
    items: items.map(asItem),
    next: goesOn ? Buffer.from(JSON.stringify(placeOf(last))).toString('base64url') : null,
  };
}
