import type { Drawn } from '../looks/drawn.ts';
import { FACES } from '../looks/faces.ts';
import { type FrameRate, firstFrameFrom } from '../time/frames.ts';

type Text = Extract<Drawn, { kind: 'text' }>;

/** A figure that a frame must show, and all others that are shown in its place at some time. */
export interface FigureCheck {
  readonly frame: number;
  readonly shows: Text;
  readonly others: readonly Text[];
}

/** Above all parts of a look there are cards. */
const CARD_LAYER = 900;

/**
 * Every figure of the timer on the first frame that shows it and on the last one. Figures under a card are not seen.
 */
export function figureChecks(drawn: readonly Drawn[], rate: FrameRate): FigureCheck[] {
  const cards = drawn.filter((d) => d.role === 'card' && d.kind === 'box' && d.layer === CARD_LAYER);
  const figures = drawn
    .filter((d): d is Text => d.kind === 'text' && d.role === 'figure')
    .sort((a, b) => a.start - b.start);
  const checks: FigureCheck[] = [];
  const inPlace = new Map<string, Map<string, Text>>();
  for (const figure of figures) {
    const own = inPlace.get(placeOf(figure)) ?? new Map<string, Text>();
    inPlace.set(placeOf(figure), own.set(figure.text, own.get(figure.text) ?? figure));
  }
  for (const shows of figures) {
    const [first, after] = [firstFrameFrom(shows.start, rate), firstFrameFrom(shows.end, rate)];
    if (after <= first) continue;
    const others = [...inPlace.get(placeOf(shows))!.values()].filter((t) => t.text !== shows.text);
    for (const frame of after - first > 1 ? [first, after - 1] : [first]) {
      const covered =
        shows.layer < CARD_LAYER &&
        cards.some((c) => firstFrameFrom(c.start, rate) <= frame && frame < firstFrameFrom(c.end, rate));
      if (!covered) checks.push({ frame, shows, others });
    }
  }
  return checks.sort((a, b) => a.frame - b.frame);
}

const placeOf = (t: Text) => `${t.align} ${t.x.toFixed(1)} ${t.baseline.toFixed(1)}`;

/** A rectangle of whole points. */
export interface Patch {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

/** Where a figure and those it could be taken for are, in a picture made smaller. */
export function patchOf({ shows, others }: FigureCheck, scale: number, width: number, height: number): Patch {
  const all = [shows, ...others];
  const left = Math.min(...all.map((t) => (t.align === 'start' ? t.x : t.align === 'end' ? t.x - t.w : t.x - t.w / 2)));
  const right = Math.max(
    ...all.map((t) => (t.align === 'start' ? t.x + t.w : t.align === 'end' ? t.x : t.x + t.w / 2)),
  );
  const high = (FACES[shows.face][0]!.digitHeight / 1000) * shows.em;
  const edge = 2;
  const x = Math.max(0, Math.floor(left * scale) - edge);
  const y = Math.max(0, Math.floor((shows.baseline - high) * scale) - edge);
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
