/** A box in a picture, as shares of its width and height, 0 to 1. */
export interface PictureBox {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

/** The light of a picture is kept in so many places. */
export const LIGHT_COLUMNS = 16;
export const LIGHT_ROWS = 9;

/** What the small pictures of a recording show, one each `everyUs` from the start. */
export interface SeenPictures {
  readonly everyUs: number;
  /** Where who is filmed is in each; null: nobody was found. Empty where the empty room is not known. */
  readonly people: readonly (PictureBox | null)[];
  /**
   * The darkest and the lightest grey of each place of each picture, row by row, 0 to 15 each, in a byte: dark in the
   * upper half. Base64.
   */
  readonly light: string;
}

/** The darkest and the lightest grey behind a place, 0 (black) to 1 (white). */
export interface GreyRange {
  readonly dark: number;
  readonly light: number;
}

/** All greys of one picture, a byte a place as in `SeenPictures.light`. */
type PictureLight = Uint8Array;

/** What of a recording's pictures lies behind a segment. */
export interface SeenBehind {
  readonly people: readonly PictureBox[];
  readonly lights: readonly PictureLight[];
}

/** The pictures of a recording from a time to another; the one before `from` counts. */
export function seenWithin(seen: SeenPictures, fromUs: number, toUs: number): SeenBehind {
  const size = LIGHT_COLUMNS * LIGHT_ROWS;
  const bytes = bytesOf(seen);
  const count = Math.floor(bytes.length / size);
  if (count === 0) return { people: [], lights: [] };
  const first = Math.min(count - 1, Math.floor(fromUs / seen.everyUs));
  const last = Math.max(first, Math.min(count - 1, Math.ceil(toUs / seen.everyUs) - 1));
  return {
    people: seen.people.slice(first, last + 1).filter((p) => p !== null),
    lights: Array.from({ length: last + 1 - first }, (_, i) =>
      bytes.subarray((first + i) * size, (first + i + 1) * size),
    ),
  };
}

/** The greys behind a box in some pictures; null where none is known. */
export function greysBehind(lights: readonly PictureLight[], box: PictureBox): GreyRange | null {
  const clamp = (n: number, most: number) => Math.min(most - 1, Math.max(0, n));
  const [x0, x1] = [
    clamp(Math.floor(box.left * LIGHT_COLUMNS), LIGHT_COLUMNS),
    clamp(Math.ceil(box.right * LIGHT_COLUMNS) - 1, LIGHT_COLUMNS),
  ];
  const [y0, y1] = [
    clamp(Math.floor(box.top * LIGHT_ROWS), LIGHT_ROWS),
    clamp(Math.ceil(box.bottom * LIGHT_ROWS) - 1, LIGHT_ROWS),
  ];
  let [dark, light] = [16, -1];
  for (const picture of lights)
    for (let y = y0; y <= y1; y++)
      for (let x = x0; x <= x1; x++) {
        const place = picture[y * LIGHT_COLUMNS + x]!;
        dark = Math.min(dark, place >> 4);
        light = Math.max(light, place & 15);
      }
  return light < 0 ? null : { dark: dark / 15, light: light / 15 };
}

/** Greys by what they are of: asked for with every keystroke. */
const decodedOf = new WeakMap<SeenPictures, Uint8Array>();

function bytesOf(seen: SeenPictures): Uint8Array {
  let bytes = decodedOf.get(seen);
  if (bytes === undefined) decodedOf.set(seen, (bytes = decoded(seen.light)));
  return bytes;
}

const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/';

/** Base64 (RFC 4648) as bytes; the core has neither a browser nor Node to ask. */
function decoded(text: string): Uint8Array {
  const bytes = new Uint8Array(Math.floor((text.replace(/=+$/, '').length * 3) / 4));
  let [bits, held, at] = [0, 0, 0];
  for (const letter of text) {
    const value = LETTERS.indexOf(letter);
    if (value < 0) break;
    bits = ((bits << 6) | value) & 0xffffff;
    held += 6;
    if (held < 8) continue;
    held -= 8;
    bytes[at++] = (bits >> held) & 0xff;
  }
  return bytes;
}
