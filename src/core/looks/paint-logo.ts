import type { CardEvent } from '../lanes/card.ts';
import type { Span } from '../time/span.ts';
import { CARD_LAYER, type Drawn } from './drawn.ts';
import type { Frame } from './layout.ts';
import type { Brand, Logo, LogoCorner, PathCommand } from './look.ts';
import type { Laid } from './paint-speech.ts';
import { type Rectangle, isFree } from './rectangle.ts';

/** Height of the mark, in units: on cards, and in a corner while a class runs; at most so wide there. */
const [ON_CARDS, IN_CORNER, WIDEST] = [30, 16, 90];
const [PAD, GAP] = [6, 4];
const SAFE = 0.05;
/** Where it could be shown for less than this, it is left out. */
const LEAST_US = 8e6;
const PLATE_ALPHA = 0.87;

/** The studio's mark: on every card in its lower right, and in a corner wherever the look leaves it free. */
export function paintLogo(brand: Brand, laid: readonly Laid[], cards: readonly CardEvent[], frame: Frame): Drawn[] {
  const { logo } = brand;
  if (logo === null) return [];
  const { width, height, unit } = frame;
  const onCard = sizeOf(logo, ON_CARDS * unit, WIDEST * 1.5 * unit);
  const below = { x: width * (1 - 2 * SAFE) - onCard.w, y: height * (1 - 2 * SAFE) - onCard.h, ...onCard };
  return [
    ...cards.map((card) => mark(logo, below, card, { colour: brand.paper, layer: CARD_LAYER + 3 })),
    ...(logo.at === null ? [] : inCorner(logo, logo.at, brand, { laid, frame })),
  ];
}

function inCorner(
  logo: Logo,
  at: LogoCorner,
  brand: Brand,
  { laid, frame }: { readonly laid: readonly Laid[]; readonly frame: Frame },
): Drawn[] {
  const { width, height, unit } = frame;
  const size = sizeOf(logo, IN_CORNER * unit, WIDEST * unit);
  const pad = PAD * unit;
  const [w, h] = [size.w + 2 * pad, size.h + 2 * pad];
  const x = at.endsWith('left') ? width * SAFE : width * (1 - SAFE) - w;
  const y = at.startsWith('top') ? height * SAFE : height * (1 - SAFE) - h;
  const plate = { x, y, w, h };
  const free = spansWhere(laid, (one) => isFree(plate, one.boxes, GAP * unit));
  const steady = free.filter((span) => span.end - span.start >= LEAST_US);
  return steady.flatMap((span): Drawn[] => [
    {
      ...{ kind: 'box', ...plate, ...span, role: 'plate', layer: 0 },
      ...{ radius: Math.min(brand.radius * unit, h / 2), colour: brand.ink, alpha: PLATE_ALPHA },
    },
    mark(logo, { x: x + pad, y: y + pad, ...size }, span, { colour: brand.paper, layer: 1 }),
  ]);
}

/** Spans that follow each other as one. */
function spansWhere(laid: readonly Laid[], isWanted: (one: Laid) => boolean): Span[] {
  const spans: Span[] = [];
  for (const one of laid) {
    if (!isWanted(one)) continue;
    const last = spans.at(-1);
    if (last?.end === one.start) spans[spans.length - 1] = { start: last.start, end: one.end };
    else spans.push({ start: one.start, end: one.end });
  }
  return spans;
}

function sizeOf({ width }: Logo, height: number, most: number): { readonly w: number; readonly h: number } {
  const h = Math.min(height, most / width);
  return { w: h * width, h };
}

function mark(
  { path }: Logo,
  { x, y, h }: Rectangle,
  { start, end }: Span,
  { colour, layer }: { readonly colour: string; readonly layer: number },
): Drawn {
  const scaled = path.map(([command, ...n]) => [command, ...n.map((v) => v * h)] as unknown as PathCommand);
  return { kind: 'path', x, y, path: scaled, start, end, colour, alpha: 1, role: 'mark', layer };
}
