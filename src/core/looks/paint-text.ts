import type { Board } from '../lanes/board.ts';
import type { TimerTick } from '../lanes/timer.ts';
import type { Span } from '../time/span.ts';
import { colourOf } from './colours.ts';
import type { Drawn, Role } from './drawn.ts';
import { FACES, widthOf } from './faces.ts';
import type { Box, Frame } from './layout.ts';
import type { Brand, Face, Tint } from './look.ts';
import { ROW } from './sizes.ts';

/** Of an em: enough to part letters from any ground, and no more. */
const OUTLINE = 0.075;
/** In units: large figures need no more. */
const THICKEST = 5;

/** A span in which a segment stays laid out as it is, and all that changes in it. */
export interface State extends Span {
  readonly board: Board;
  readonly ticks: readonly TimerTick[];
  readonly frame: Frame;
  readonly brand: Brand;
  readonly mirrored: boolean;
}

/** Where the letters of a row stand: capitals in the middle of it. */
export function baselineOf(top: number, row: number, em: number, face: Face): number {
  const cap = FACES[face][0]!.capHeight / 1000;
  return top + (row + 0.5) * em * ROW + (cap * em) / 2;
}

interface TextOf {
  readonly x: number;
  readonly baseline: number;
  readonly align: 'start' | 'middle' | 'end';
  readonly em: number;
  readonly face: Face;
  readonly tint: Tint;
  readonly outlined?: boolean;
  readonly text: string;
  /** Of the part; the text lies over what is drawn of it. */
  readonly layer: number;
}

/** One line of text. Outlined letters are paper on ink, or ink on paper. */
export function textAt(
  of: TextOf,
  { ground, part, unit }: Box,
  span: Span,
  state: Pick<State, 'board' | 'brand' | 'frame'>,
): Drawn {
  const { brand, board } = state;
  const colour = colourOf(of.tint, board.kind, ground, brand);
  const outline =
    of.outlined !== true
      ? null
      : {
          colour: of.tint === 'ink' ? brand.paper : brand.ink,
          width: Math.min(of.em * OUTLINE, THICKEST * unit),
        };
  const role: Role = part.kind === 'figure' || part.kind === 'dial' ? 'figure' : 'words';
  const { x, baseline, align, em, face, text } = of;
  const layer = of.layer + 2;
  const [{ start, end }, w] = [span, widthOf(text, face) * em];
  return { kind: 'text', start, end, layer, colour, role, x, baseline, align, em, face, text, outline, w };
}

export const spanOf = ({ start, end }: Span): Span => ({ start, end });
