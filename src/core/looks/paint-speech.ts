import type { SpeechCaption } from '../lanes/speech-captions.ts';
import type { Span } from '../time/span.ts';
import { CARD_LAYER, type Drawn } from './drawn.ts';
import { widthOf } from './faces.ts';
import { fit } from './fit.ts';
import type { Box, Frame } from './layout.ts';
import type { Brand } from './look.ts';
import { baselineOf } from './paint-text.ts';
import { type Rectangle, isFree } from './rectangle.ts';
import { ROW } from './sizes.ts';

/** What a look has laid out, and when: captions of the speech keep clear of it. In order of time. */
export interface Laid extends Span {
  readonly boxes: readonly Box[];
}

/** Height of an em in units, larger on television; captions lie on a plate. */
const [EM, TELEVISION_EM] = [15, 20];
const [PAD_X, PAD_Y, GAP] = [9, 5, 6];
const PLATE_ALPHA = 0.87;
/** Text stays inside the middle 90 % (SMPTE ST 2046-1; EBU R 95). */
const SAFE = 0.05;

/** What is said, at the lower edge or as near to it as the look leaves room. */
export function paintSpeech(
  captions: readonly SpeechCaption[],
  laid: readonly Laid[],
  { frame, brand, television }: { readonly frame: Frame; readonly brand: Brand; readonly television: boolean },
): Drawn[] {
  let first = 0;
  return captions.flatMap((caption): Drawn[] => {
    while (first < laid.length && laid[first]!.end <= caption.start) first++;
    const around: Box[] = [];
    for (let i = first; i < laid.length && laid[i]!.start < caption.end; i++) around.push(...laid[i]!.boxes);
    return captionDrawn(caption, around, frame, { brand, em: (television ? TELEVISION_EM : EM) * frame.unit });
  });
}

function captionDrawn(
  { text, start, end }: SpeechCaption,
  around: readonly Rectangle[],
  frame: Frame,
  { brand, em }: { readonly brand: Brand; readonly em: number },
): Drawn[] {
  const { unit } = frame;
  const { x, y, w, h, rows, size } = placeOf(text, em, around, frame);
  const span = { start, end };
  const plate = { x, y, w, h, radius: Math.min(brand.radius * unit, h / 2), colour: brand.ink, alpha: PLATE_ALPHA };
  return [
    { kind: 'box', ...span, ...plate, role: 'plate', layer: CARD_LAYER + 10 },
    ...rows.map((row, i): Drawn => {
      const baseline = baselineOf(y + PAD_Y * unit, i, size, 'text');
      const place = { x: x + w / 2, baseline, align: 'middle' } as const;
      const words = { em: size, face: 'text', text: row, w: widthOf(row, 'text') * size, outline: null } as const;
      return { kind: 'text', ...span, ...place, ...words, colour: brand.paper, role: 'words', layer: CARD_LAYER + 12 };
    }),
  ];
}

interface CaptionPlace extends Rectangle {
  readonly rows: readonly string[];
  readonly size: number;
}

/**
 * Where a caption stands: as low as there is room in the middle, else beside the middle; narrower in more rows where
 * that fits, and smaller only where nothing else does.
 */
function placeOf(text: string, em: number, around: readonly Rectangle[], frame: Frame): CaptionPlace {
  let last: CaptionPlace | null = null;
  for (let size = em; size > em * SMALLEST; size *= SHRINK)
    for (const [share, most] of WIDTHS) {
      const set = rowsWithin(text, size, frame.width * share, frame);
      last ??= { ...set, x: (frame.width - set.w) / 2, y: frame.height * (1 - SAFE) - set.h };
      if (set.rows.length > most) continue;
      const free = lowestFree(set, around, frame);
      if (free !== null) return { ...set, ...free };
    }
  return last!;
}

const [SMALLEST, SHRINK] = [0.36, 0.9];
/** Shares of the picture's width that are tried, each with the rows that one still reads. */
const WIDTHS = [
  [0.8, 2],
  [0.8, 3],
  [0.55, 4],
  [0.4, 5],
  [0.3, 6],
] as const;

function rowsWithin(text: string, em: number, most: number, { unit, width }: Frame) {
  const room = Math.min(most, width * (1 - 2 * SAFE)) - 2 * PAD_X * unit;
  // Rows as they were broken where they fit.
  const given = text.split('\n');
  const fits = given.every((row) => widthOf(row, 'text') * em <= room);
  const { rows, size } = fits ? { rows: given, size: em } : fit(given.join(' '), 'text', { size: em, room, most: 6 });
  const w = Math.max(...rows.map((row) => widthOf(row, 'text') * size)) + 2 * PAD_X * unit;
  return { rows, size, w, h: rows.length * size * ROW + 2 * PAD_Y * unit };
}

/** The lowest place for a rectangle that lies over nothing, the middle before the sides; null: there is none. */
function lowestFree(
  { w, h }: { readonly w: number; readonly h: number },
  around: readonly Rectangle[],
  { width, height, unit }: Frame,
): { readonly x: number; readonly y: number } | null {
  const [left, right] = [width * SAFE, width * (1 - SAFE) - w];
  const middle = (width - w) / 2;
  const columns = [middle, (middle + left) / 2, (middle + right) / 2, left, right];
  for (let y = height * (1 - SAFE) - h; y >= height * SAFE - 0.5; y -= STEP * unit)
    for (const x of columns) if (isFree({ x, y, w, h }, around, GAP * unit)) return { x, y };
  return null;
}

/** How finely places are tried, in units. */
const STEP = 4;
