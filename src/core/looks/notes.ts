import { type Box, type Frame, layOut } from './layout.ts';
import type { Corner, Part } from './look.ts';
import { INK_PLATE, words } from './parts.ts';
import { isFree } from './rectangle.ts';
import type { Content } from './sizes.ts';

/** What any look can show besides, where somebody wants it. */
const NOTES: Part = {
  kind: 'column',
  most: 210,
  plate: INK_PLATE,
  pad: [12, 8],
  gap: 3,
  of: [
    words('title', 17, { face: 'bold', rows: 3 }),
    words('part', 14, { face: 'bold', rows: 2 }),
    words('speaker', 13, { rows: 2 }),
    words('caution', 12, { rows: 3 }),
  ],
};
const SLOTS = ['title', 'part', 'speaker', 'caution'] as const;

/** Corners in the order in which they are tried, and how much smaller where all are taken. */
const CORNERS: readonly Corner[] = ['top-left', 'top-right', 'top', 'left', 'right', 'bottom-left', 'bottom-right'];
const SCALES = [1, 0.85, 0.72, 0.6, 0.5, 0.42, 0.36];
const GAP = 5;

/** Titles, who speaks and cautions, in the first corner that a look leaves free; nowhere where it leaves none. */
export function notesBeside(boxes: readonly Box[], content: Content, frame: Frame, mirrored: boolean): Box[] {
  if (!SLOTS.some((slot) => content.words.has(slot))) return [];
  for (const scale of SCALES)
    for (const at of CORNERS) {
      const notes = layOut(
        [{ at, within: 'safe', part: NOTES }],
        content,
        { ...frame, unit: frame.unit * scale },
        mirrored,
      );
      if (notes.every((box) => isFree(box, boxes, GAP * frame.unit))) return notes;
    }
  return [];
}
