import type { FilmKind } from './films.ts';
import type { ProgrammeSegment } from '../edit/assemble.ts';
import { type FrameRate, firstFrameFrom } from '../time/frames.ts';

/** The shape of a piece of the class. `filmed`: as the camera saw it. */
export const STRETCH_SHAPES = ['filmed', '9:16', '1:1'] as const;
export type StretchShape = (typeof STRETCH_SHAPES)[number];

/** A piece of the class that is wanted by itself: from the beginning of a segment to the end of another. */
export interface StretchWanted {
  readonly fromKey: string;
  readonly toKey: string;
  readonly shape: StretchShape;
  /** With timer, captions and cards. */
  readonly look: boolean;
  readonly sound: boolean;
  /** Small and fast, with the sound as it was recorded. */
  readonly draft: boolean;
}

/** What is asked for, where there is a choice. */
export interface MadeOptions {
  readonly stretch?: StretchWanted;
  /** Of a kit: the renders that its films are, by their kind. */
  readonly films?: Readonly<Partial<Record<FilmKind, string>>>;
}

/** A stretch of the programme in frames, from the first to before the last; null: there is nothing of it. */
export function framesOfStretch(
  segments: readonly ProgrammeSegment[],
  { fromKey, toKey }: Pick<StretchWanted, 'fromKey' | 'toKey'>,
  rate: FrameRate,
): { readonly from: number; readonly to: number } | null {
  const [first, last] = [segments.find((s) => s.key === fromKey), segments.find((s) => s.key === toKey)];
  if (first === undefined || last === undefined) return null;
  const [from, to] = [firstFrameFrom(first.start, rate), firstFrameFrom(last.end, rate)];
  return to > from ? { from, to } : null;
}

/** The size of a picture of a shape cut from a larger one: as high as that is wide or high, in even pixels. */
export function sizeOfShape(
  shape: StretchShape,
  { width, height }: { readonly width: number; readonly height: number },
): { readonly width: number; readonly height: number } {
  if (shape === 'filmed') return { width, height };
  const side = even(Math.min(width, height));
  return shape === '1:1' ? { width: side, height: side } : { width: side, height: even((side * 16) / 9) };
}

export const even = (pixels: number) => Math.max(2, Math.round(pixels / 2) * 2);
