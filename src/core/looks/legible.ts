import type { Span } from '../time/span.ts';
import type { GreyRange } from '../sync/seen-pictures.ts';
import { LARGE_TEXT_CONTRAST, TEXT_CONTRAST, contrast, contrastOf, luminance, mixed } from './colours.ts';
import { type Drawn, type DrawnText as Text, leftOf } from './drawn.ts';
import { FACES } from './faces.ts';

/** How well a text can be told from whatever picture is behind it. */
interface Legibility extends Span {
  readonly text: string;
  /** The least contrast that any picture gives it, 1 to 21. */
  readonly contrast: number;
  /** What WCAG 2.2, 1.4.3 asks for text of its size. */
  readonly wanted: number;
}

/** Text is judged as in a film seen 360 px high: the smallest that people watch to move along. */
const SEEN_PX = 360;
const [LARGE_PX, LARGE_BOLD_PX] = [24, 18.66];
/** An outline of so much of an em, or so many pixels as seen, parts letters from the picture by itself. */
const [PARTING_OUTLINE, PARTING_PX] = [0.04, 3];

/**
 * The least contrast of each text: the plates under it are laid over the darkest and the lightest grey behind it, and
 * the outline round its letters counts as their ground. `behindOf`: those greys, where the picture is known; null: any
 * picture, from black to white.
 */
export function legibilityOf(
  drawn: readonly Drawn[],
  height: number,
  behindOf: (box: Rectangle) => GreyRange | null = () => null,
): Legibility[] {
  return drawn.flatMap((one): Legibility[] => {
    if (one.kind !== 'text') return [];
    const { text, start, end } = one;
    const greys = behindOf(boxOf(one)) ?? ANY_PICTURE;
    return [{ text, start, end, contrast: leastContrast(one, drawn, height, greys), wanted: wantedOf(one, height) }];
  });
}

function wantedOf({ em, face }: Text, height: number): number {
  const px = (em * SEEN_PX) / height;
  const large = px >= LARGE_PX || (face !== 'text' && face !== 'plain' && px >= LARGE_BOLD_PX);
  return large ? LARGE_TEXT_CONTRAST : TEXT_CONTRAST;
}

function leastContrast(text: Text, drawn: readonly Drawn[], height: number, { dark, light }: GreyRange): number {
  const { outline, em, colour } = text;
  if (outline !== null && (outline.width >= em * PARTING_OUTLINE || outline.width >= (PARTING_PX * height) / SEEN_PX))
    return contrast(colour, outline.colour);
  const under = drawn.filter(
    (d) => d.kind !== 'text' && d.layer < text.layer && lastsAsLong(d, text) && covers(d, text),
  );
  // Between the two the ground takes on every grey: where the text's own lies among them nothing parts it.
  const grounds = [dark, light].map((grey) => luminance(grounded(greyOf(grey), under)));
  const own = luminance(colour);
  if (Math.min(...grounds) <= own && own <= Math.max(...grounds)) return 1;
  return Math.min(...grounds.map((ground) => contrastOf(own, ground)));
}

const ANY_PICTURE: GreyRange = { dark: 0, light: 1 };

/** Where letters lie in a picture, in pixels. */
interface Rectangle {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

function boxOf(text: Text): Rectangle {
  const h = (FACES[text.face][0]!.capHeight / 1000) * text.em;
  return { x: leftOf(text), y: text.baseline - h, w: text.w, h };
}

const greyOf = (grey: number) =>
  Math.round(grey * 255)
    .toString(16)
    .padStart(2, '0')
    .repeat(3);

/** A picture with what lies over it. */
function grounded(picture: string, under: readonly Drawn[]): string {
  return [...under]
    .sort((a, b) => a.layer - b.layer)
    .reduce((now, d) => (d.kind === 'text' ? now : mixed(now, d.colour, d.alpha)), picture);
}

const lastsAsLong = (d: Span, text: Span) => d.start <= text.start && d.end >= text.end;

/** Whether something lies under all of a text. */
function covers(d: Drawn, text: Text): boolean {
  const left = leftOf(text);
  const [right, bottom] = [left + text.w, text.baseline];
  const top = bottom - (FACES[text.face][0]!.capHeight / 1000) * text.em;
  if (d.kind === 'box') return d.x <= left + 1 && d.x + d.w >= right - 1 && d.y <= top + 1 && d.y + d.h >= bottom - 1;
  if (d.kind !== 'path' || d.role !== 'plate') return false;
  const points = d.path.flatMap(([, ...numbers]) =>
    numbers.flatMap((n, i) => (i % 2 === 0 ? [{ x: n, y: numbers[i + 1]! }] : [])),
  );
  const [xs, ys] = [points.map((p) => p.x), points.map((p) => p.y)];
  // Where it moves, only what it always covers counts.
  const lowest = Math.max(d.y, d.toY ?? d.y);
  return (
    d.x + Math.min(...xs) <= left &&
    d.x + Math.max(...xs) >= right &&
    lowest + Math.min(...ys) <= top &&
    d.y + Math.max(...ys) >= bottom
  );
}
