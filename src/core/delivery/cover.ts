import { TEXT_CONTRAST, contrast, mixed } from '../looks/colours.ts';
import type { Drawn } from '../looks/drawn.ts';
import { widthOf } from '../looks/faces.ts';
import { type Setting, fit } from '../looks/fit.ts';
import type { Brand, Face } from '../looks/look.ts';
import { baselineOf } from '../looks/paint-text.ts';
import { ROW } from '../looks/sizes.ts';
import { median } from '../signal/metrical-level.ts';
import type { Span } from '../time/span.ts';

/** The shapes a cover picture is made in, and how large: what platforms take (common practice). */
export const COVER_SHAPES = [
  { name: '16x9', width: 1280, height: 720 },
  { name: '1x1', width: 1080, height: 1080 },
  { name: '9x16', width: 1080, height: 1920 },
] as const;

/** How many covers are made, each in every shape. */
export const MANY_COVERS = 3;

/** What stands on a cover. */
export interface CoverWords {
  readonly title: string;
  /** `40 minutes · broomstick, towel`. */
  readonly line: string;
}

/** How far the plate covers, at least; more where colours ask for it. */
const LEAST_COVER = 0.93;

/**
 * A plate along the lower edge with the title in the studio's colours, as large as fits in three rows. It covers so far
 * that the words are legible on any picture. Inside the middle 90 % of the picture.
 */
export function coverDrawn(
  { title, line }: CoverWords,
  { width, height }: { readonly width: number; readonly height: number },
  brand: Brand,
  span: Span,
): Drawn[] {
  const unit = Math.min(width, height) / 100;
  const edge = { x: width * 0.05, y: height * 0.05 };
  const room = width - 2 * edge.x;
  const big = fit(title, 'display', { size: (height > width ? 11 : 9.5) * unit, room, most: 3 });
  const small: Setting = line === '' ? { rows: [], size: 0 } : fit(line, 'text', { size: 4.5 * unit, room, most: 2 });
  const heightOf = ({ rows, size }: Setting) => rows.length * size * ROW;
  const [pad, gap] = [4 * unit, small.rows.length === 0 ? 0 : 1.5 * unit];
  const bottom = height - edge.y;
  const titleAt = bottom - heightOf(small) - gap - heightOf(big);
  const text = (of: Setting, face: Face, top: number) =>
    of.rows.map((row, i): Drawn => {
      const baseline = baselineOf(top, i, of.size, face);
      const words = { em: of.size, face, text: row, w: widthOf(row, face) * of.size, outline: null } as const;
      const place = { x: edge.x, baseline, align: 'start' } as const;
      return { kind: 'text', ...place, ...words, ...span, colour: brand.paper, role: 'words', layer: 3 };
    });
  const box = { kind: 'box', ...span, x: 0, w: width, radius: 0, role: 'plate' } as const;
  const plateAt = titleAt - pad;
  return [
    { ...box, y: plateAt, h: height - plateAt, colour: brand.ink, alpha: coverOf(brand), layer: 1 },
    { ...box, y: plateAt, h: 1.2 * unit, colour: brand.accent, alpha: 1, layer: 2 },
    ...text(big, 'display', titleAt),
    ...text(small, 'text', titleAt + heightOf(big) + gap),
  ];
}

/** How far the plate must cover so that the words are legible on the worst picture there can be. */
export function coverOf({ ink, paper }: Pick<Brand, 'ink' | 'paper'>): number {
  for (let alpha = LEAST_COVER; alpha < 1; alpha += 0.02)
    if (['000000', 'FFFFFF'].every((under) => contrast(paper, mixed(under, ink, alpha)) >= TEXT_CONTRAST)) return alpha;
  return 1;
}

/** A small grey picture, measured. */
interface FrameMeasure {
  /** How sharp its edges are: the spread of what its points differ from their neighbours. */
  readonly sharpness: number;
  /** Share of its points that are black or burnt out. */
  readonly lost: number;
  /** How much it differs from the next one, 0 to 255: what moves is blurred. */
  readonly movement: number;
}

export function measureFrame(
  grey: Uint8Array,
  next: Uint8Array,
  { width, height }: { readonly width: number; readonly height: number },
): FrameMeasure {
  let [sum, squares, lost, moved, n] = [0, 0, 0, 0, 0];
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      const i = y * width + x;
      const v = grey[i]!;
      const edge = 4 * v - grey[i - 1]! - grey[i + 1]! - grey[i - width]! - grey[i + width]!;
      sum += edge;
      squares += edge * edge;
      if (v < 8 || v > 247) lost++;
      moved += Math.abs(v - next[i]!);
      n++;
    }
  const mean = sum / n;
  return { sharpness: Math.sqrt(Math.max(0, squares / n - mean * mean)), lost: lost / n, movement: moved / n };
}

/** A frame that could be a cover. */
export interface CoverFrame extends FrameMeasure {
  /** Its place in the programme. */
  readonly frame: number;
  /** Which move it shows. */
  readonly move: string;
}

/**
 * The best frames for a cover: sharp, well exposed, not in motion, and each of another move as long as there are more.
 * Measures are compared within the class, since a soft lens is soft everywhere.
 */
export function bestFrames(frames: readonly CoverFrame[], many: number): CoverFrame[] {
  const sharpest = Math.max(1e-6, ...frames.map((f) => f.sharpness));
  const calmest = median(frames.map((f) => f.movement));
  const score = (f: CoverFrame) =>
    f.sharpness / sharpest - Math.min(1, f.movement / Math.max(0.5, calmest * 4)) * 0.5 - Math.min(1, f.lost * 4);
  const ranked = [...frames].sort((a, b) => score(b) - score(a) || a.frame - b.frame);
  const chosen: CoverFrame[] = [];
  for (const isNew of [true, false])
    for (const f of ranked) {
      if (chosen.length >= many) return chosen;
      if (!chosen.includes(f) && (!isNew || chosen.every((c) => c.move !== f.move))) chosen.push(f);
    }
  return chosen;
}
