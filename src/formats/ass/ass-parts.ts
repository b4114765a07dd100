import type { SegmentKind } from '../../core/plan/segment.ts';
import { type FrameRate, firstFrameFrom } from '../../core/time/frames.ts';
import type { Micros } from '../../core/time/micros.ts';

/** The picture the overlay is drawn on. */
export interface OverlayPicture {
  readonly width: number;
  readonly height: number;
  readonly rate: FrameRate;
}

/** Fill of each kind of segment, as &HBBGGRR&. The kind is written in words too, never colour alone. */
export const KIND_COLOUR: Readonly<Record<SegmentKind, string>> = {
  work: '5E8DE8',
  hold: 'C99AB4',
  rest: 'B3B36E',
  'change-over': 'B5ADA6',
  talk: '6BBCE0',
  demo: '6BBCE0',
  'set-up': 'B5ADA6',
  water: 'B3B36E',
};
export const INK = '322721';
export const PAPER = 'EEF6FB';

/** Of a picture 360 lines high, in this one's pixels. */
export type Px = (n: number) => number;

export function kindWord(kind: SegmentKind): string {
  switch (kind) {
    case 'work':
      return 'work';
    case 'hold':
      return 'hold';
    case 'rest':
      return 'rest';
    case 'change-over':
      return 'change';
    case 'water':
      return 'water';
    case 'talk':
      return 'talk';
    case 'demo':
      return 'watch';
    case 'set-up':
      return 'set up';
  }
}

/** Seconds below 100 as they are, longer as m:ss. */
export function figure(value: number): string {
  return value < 100 ? String(value) : `${Math.floor(value / 60)}:${String(value % 60).padStart(2, '0')}`;
}

/**
 * A maker of event lines for a span, or null where no frame falls into it. The format has centiseconds only, so a
 * change is written half a frame before the first frame that shows it: between two frames whatever the rounding, up to
 * 60 frames a second (half a frame is 8.3 ms, rounding at most 5 ms).
 */
export function dialogue(
  rate: FrameRate,
  start: Micros,
  end: Micros,
): ((layer: number, style: string, text: string) => string) | null {
  const [first, after] = [firstFrameFrom(start, rate), firstFrameFrom(end, rate)];
  if (after <= first) return null;
  const [from, to] = [assTime(first, rate), assTime(after, rate)];
  return (layer, style, text) => `Dialogue: ${layer},${from},${to},${style},,0,0,0,,${text}`;
}

export function assTime(frame: number, rate: FrameRate): string {
  const cs = Math.max(0, Math.round(((frame - 0.5) * rate.den * 100) / rate.num));
  const two = (n: number) => String(n).padStart(2, '0');
  return `${Math.floor(cs / 360_000)}:${two(Math.floor(cs / 6000) % 60)}:${two(Math.floor(cs / 100) % 60)}.${two(cs % 100)}`;
}

export function rectangle(w: number, h: number): string {
  return `m 0 0 l ${at(w)} 0 ${at(w)} ${at(h)} 0 ${at(h)}`;
}

export function at(n: number): string {
  return String(Math.round(n * 10) / 10);
}

/** Text without anything the format would take for an order. */
export function assText(text: string): string {
  return text
    .replace(/\\/g, '⧵')
    .replace(/[{}]/g, (c) => (c === '{' ? '(' : ')'))
    .replace(/\s+/g, ' ');
}

export function wrap(text: string, most: number): string[] {
  const rows: string[] = [];
  for (const word of text.split(/\s+/)) {
    const last = rows.at(-1);
    if (last !== undefined && last.length + word.length < most) rows[rows.length - 1] = `${last} ${word}`;
    else rows.push(word);
  }
  return rows.length === 0 ? [''] : rows;
}

/** Widths of the text face in thousandths of the line size, in three classes; near enough for a card's padding. */
export function textWidth(text: string, size: number, bold: boolean): number {
  let width = 0;
  for (const c of text)
    width += /[iljtfr.,:;'|!()\s]/.test(c) ? 290 : /[mwMW]/.test(c) ? 760 : /[A-Z0-9]/.test(c) ? 570 : 490;
  return (width / 1000) * size * (bold ? 0.9 : 0.84);
}
