import { overrideOf } from '../lanes/rules.ts';
import type { PictureBox } from '../sync/seen-pictures.ts';
import { type Drawn, leftOf } from './drawn.ts';
import { type Rectangle, overlap } from './rectangle.ts';

/** The parts of a picture that boxes cover of somebody's box: a share of it, 0 to 1, the mean over all pictures. */
export function coveredOf(boxes: readonly Rectangle[], people: readonly PictureBox[], { width, height }: Size): number {
  if (people.length === 0) return 0;
  const shares = people.map(({ left, right, top, bottom }) => {
    const own = { x: left * width, y: top * height, w: (right - left) * width, h: (bottom - top) * height };
    const area = boxes.reduce((sum, box) => sum + overlap(box, own), 0);
    return Math.min(1, area / Math.max(1, own.w * own.h));
  });
  return shares.reduce((a, b) => a + b, 0) / shares.length;
}

/** The same of what is drawn: plates, words and figures. */
export function coveredByDrawn(drawn: readonly Drawn[], people: readonly PictureBox[], picture: Size): number {
  const boxes = drawn.flatMap((d): Rectangle[] => {
    if (d.kind === 'box') return d.role === 'mark' ? [] : [d];
    if (d.kind !== 'text' || d.outline === null) return [];
    // Words on plates are counted with their plates.
    return [{ x: leftOf(d), y: d.baseline - d.em * 0.75, w: d.w, h: d.em * 0.75 }];
  });
  return coveredOf(boxes, people, picture);
}

interface Size {
  readonly width: number;
  readonly height: number;
}

/**
 * A look moves to the other side only where it covers this much less of the person: else it stays where viewers know
 * it.
 */
const WORTH_IT = 0.02;

/**
 * On which side the look of each block stands so that it covers least of who is filmed: true where that is the other
 * one. `coverOf`: what of somebody is covered in a segment, on the usual side and on the other.
 */
export function clearSides<T extends { readonly blockId: string; readonly segmentKey: string }>(
  segments: readonly T[],
  usual: boolean,
  coverOf: (segment: T, mirrored: boolean) => number,
): ReadonlyMap<string, boolean> {
  const sums = new Map<string, [usual: number, other: number]>();
  for (const segment of segments) {
    const sum = sums.get(segment.blockId) ?? [0, 0];
    sums.set(segment.blockId, [sum[0] + coverOf(segment, usual), sum[1] + coverOf(segment, !usual)]);
  }
  const many = new Map<string, number>();
  for (const { blockId } of segments) many.set(blockId, (many.get(blockId) ?? 0) + 1);
  return new Map(
    [...sums].map(([blockId, [own, other]]) => [blockId, own - other > WORTH_IT * many.get(blockId)! ? !usual : usual]),
  );
}

/** Whether a segment's look stands on the other side: by hand, else as its block has it, else by the rule. */
export function sideOf(
  { segmentKey, blockId }: { readonly segmentKey: string; readonly blockId: string },
  { mirrored, sides, overrides }: Sides,
): boolean {
  return overrideOf(overrides, segmentKey, 'look', 'mirrored') ?? sides.get(blockId) ?? mirrored;
}

interface Sides {
  readonly mirrored: boolean;
  readonly sides: ReadonlyMap<string, boolean>;
  readonly overrides: Parameters<typeof overrideOf>[0];
}
