import { CARD_LAYER, type Drawn, type DrawnText, leftOf } from '../looks/drawn.ts';
import { FACES } from '../looks/faces.ts';
import { groupBy } from '../script/group-by.ts';
import { type FrameRate, firstFrameFrom } from '../time/frames.ts';

/** A figure that a frame must show. */
export interface FigureCheck {
  readonly frame: number;
  readonly shows: DrawnText;
  /** Each figure that is shown in its place at some time, once; itself among them. */
  readonly inPlace: readonly DrawnText[];
}

/** Every figure of the timer on the first and the last frame that shows it. Figures under a card are not seen. */
export function figureChecks(drawn: readonly Drawn[], rate: FrameRate): FigureCheck[] {
  const cards = drawn.filter((d) => d.role === 'card' && d.kind === 'box' && d.layer === CARD_LAYER);
  const figures = drawn.filter((d): d is DrawnText => d.kind === 'text' && d.role === 'figure');
  const places = new Map(
    [...groupBy(figures, placeOf)].map(([place, own]) => [place, [...new Map(own.map((t) => [t.text, t])).values()]]),
  );
  const checks = figures.flatMap((shows): FigureCheck[] => {
    const [first, after] = [firstFrameFrom(shows.start, rate), firstFrameFrom(shows.end, rate)];
    const isCovered = (frame: number) =>
      shows.layer < CARD_LAYER &&
      cards.some((c) => firstFrameFrom(c.start, rate) <= frame && frame < firstFrameFrom(c.end, rate));
    return [...new Set([first, after - 1])]
      .filter((frame) => frame >= first && !isCovered(frame))
      .map((frame) => ({ frame, shows, inPlace: places.get(placeOf(shows))! }));
  });
  return checks.sort((x, y) => x.frame - y.frame);
}

const placeOf = (t: DrawnText) => `${t.align} ${t.x.toFixed(1)} ${t.baseline.toFixed(1)}`;

/** A rectangle of whole points. */
export interface Patch {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

/** Where the figures of one place are, in a picture made smaller. */
export function patchOf(inPlace: readonly DrawnText[], scale: number, width: number, height: number): Patch {
  const left = Math.min(...inPlace.map(leftOf));
  const right = Math.max(...inPlace.map((t) => leftOf(t) + t.w));
  const [{ face, em, baseline }] = inPlace as [DrawnText];
  const high = (FACES[face][0]!.digitHeight / 1000) * em;
  const edge = 2;
  const x = Math.max(0, Math.floor(left * scale) - edge);
  const y = Math.max(0, Math.floor((baseline - high) * scale) - edge);
  return {
    x,
    y,
    w: Math.min(width - x, Math.ceil((right - left) * scale) + 2 * edge),
    h: Math.min(height - y, Math.ceil(high * scale) + 2 * edge),
  };
}

/** How alike two pictures of one size are, −1 to 1, whatever their brightness and contrast. */
export function alikeness(a: ArrayLike<number>, b: ArrayLike<number>): number {
  const n = a.length;
  let [sa, sb, aa, bb, ab] = [0, 0, 0, 0, 0];
  for (let i = 0; i < n; i++) {
    const [x, y] = [a[i]!, b[i]!];
    sa += x;
    sb += y;
    aa += x * x;
    bb += y * y;
    ab += x * y;
  }
  const [va, vb] = [aa - (sa * sa) / n, bb - (sb * sb) / n];
  return va <= 0 || vb <= 0 ? 0 : (ab - (sa * sb) / n) / Math.sqrt(va * vb);
}

/** Less alike than this, a frame does not show a figure at all. */
export const READABLE = 0.5;
