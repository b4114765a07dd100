import type { SegmentKind } from '../plan/segment.ts';
import type { Brand, Tint } from './look.ts';
import type { Ground } from './layout.ts';

/** Of each kind of segment, on ink and on paper. The kind is written in words too, never colour alone. */
const KIND_ON_INK: Readonly<Record<SegmentKind, string>> = {
  work: 'E88D5E',
  hold: 'B49AC9',
  rest: '6EB3B3',
  'change-over': 'A6ADB5',
  talk: 'E0BC6B',
  demo: 'E0BC6B',
  'set-up': 'A6ADB5',
  water: '6EB3B3',
};
const KIND_ON_PAPER: Readonly<Record<SegmentKind, string>> = {
  work: 'B4482A',
  hold: '6B4A86',
  rest: '21726F',
  'change-over': '5C646E',
  talk: '8A6412',
  demo: '8A6412',
  'set-up': '5C646E',
  water: '21726F',
};

export function colourOf(tint: Tint, kind: SegmentKind, ground: Ground, brand: Brand): string {
  switch (tint) {
    case 'ink':
      return brand.ink;
    case 'paper':
      return brand.paper;
    case 'accent':
      return ground === 'paper' ? readableOn(brand.accent, brand.paper) : brand.accent;
    case 'kind':
      return ground === 'paper' ? KIND_ON_PAPER[kind] : KIND_ON_INK[kind];
  }
}

/** Graphics that mean something stand out by 3 : 1 (WCAG 2.2, 1.4.11), text by 4.5 : 1 (1.4.3). */
const GRAPHIC_CONTRAST = 3;
export const TEXT_CONTRAST = 4.5;
/** Text of 24 px and more, or 18.66 px and bold (WCAG 2.2, 1.4.3). */
export const LARGE_TEXT_CONTRAST = 3;

/** The same colour, darker until it stands out from a light ground. */
function readableOn(colour: string, ground: string): string {
  let now = colour;
  for (let i = 0; i < 20 && contrast(now, ground) < GRAPHIC_CONTRAST; i++) now = mixed(now, '000000', 0.08);
  return now;
}

/** Relative luminance of a colour, 0 to 1 (WCAG 2.2). */
export function luminance(colour: string): number {
  const [r, g, b] = [0, 2, 4].map((i) => linear(parseInt(colour.slice(i, i + 2), 16) / 255));
  return 0.2126 * r! + 0.7152 * g! + 0.0722 * b!;
}

/** One channel of sRGB, 0 to 1, as light. The threshold is the one of WCAG 2.2. */
export function linear(channel: number): number {
  return channel <= 0.04045 ? channel / 12.92 : ((channel + 0.055) / 1.055) ** 2.4;
}

/** Contrast of two luminances, 1 to 21 (WCAG 2.2). */
export function contrastOf(a: number, b: number): number {
  return (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05);
}

export function contrast(a: string, b: string): number {
  return contrastOf(luminance(a), luminance(b));
}

/** One colour with so much of another over it. */
export function mixed(under: string, over: string, alpha: number): string {
  return [0, 2, 4]
    .map((i) => {
      const [a, b] = [parseInt(under.slice(i, i + 2), 16), parseInt(over.slice(i, i + 2), 16)];
      return Math.round(a + (b - a) * alpha)
        .toString(16)
        .padStart(2, '0');
    })
    .join('')
    .toUpperCase();
}
