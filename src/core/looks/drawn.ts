import { type FrameRate, firstFrameFrom, frameStart } from '../time/frames.ts';
import { type Micros } from '../time/micros.ts';
import type { Span } from '../time/span.ts';
import type { Face, PathCommand } from './look.ts';

/** Something drawn over the picture for a span of the programme. Places and sizes in pixels, colours as RRGGBB. */
export type Drawn = Span & {
  /** What has a higher one lies above. */
  readonly layer: number;
  readonly colour: string;
  /** The part of the look it is of, for what measures pictures. */
  readonly role: Role;
} & (
    | {
        readonly kind: 'box';
        readonly x: number;
        readonly y: number;
        readonly w: number;
        readonly h: number;
        readonly radius: number;
        /** How much it covers, 0 to 1. */
        readonly alpha: number;
      }
    | {
        readonly kind: 'path';
        readonly x: number;
        readonly y: number;
        readonly path: readonly PathCommand[];
        readonly alpha: number;
        /** It moves up or down to there within its span. */
        readonly toY?: number;
      }
    | {
        readonly kind: 'text';
        readonly x: number;
        /** Where letters stand. */
        readonly baseline: number;
        readonly align: 'start' | 'middle' | 'end';
        /** Height of an em. */
        readonly em: number;
        readonly face: Face;
        readonly text: string;
        /** Round every letter, or null. */
        readonly outline: { readonly colour: string; readonly width: number } | null;
        /** Its box, for what measures pictures. */
        readonly w: number;
      }
  );

/** Text alone. */
export type DrawnText = Extract<Drawn, { kind: 'text' }>;

/** Cards lie above all parts of a look. */
export const CARD_LAYER = 900;

/** Where a text begins, whichever way it is aligned. */
export function leftOf({ x, w, align }: Pick<DrawnText, 'x' | 'w' | 'align'>): number {
  return align === 'start' ? x : align === 'end' ? x - w : x - w / 2;
}

export type Role = 'plate' | 'words' | 'figure' | 'mark' | 'card';

/** What is drawn over the frames from `from` to before `to`, on a clock that begins with them. */
export function drawnWithin(drawn: readonly Drawn[], from: number, to: number, rate: FrameRate): Drawn[] {
  const on = (frame: number) => frameStart(Math.min(to, Math.max(from, frame)) - from, rate);
  return drawn.flatMap((one): Drawn[] => {
    const [first, after] = [firstFrameFrom(one.start, rate), firstFrameFrom(one.end, rate)];
    if (first >= to || after <= from || after <= first) return [];
    const span = { start: on(first), end: on(after) };
    if (one.kind !== 'path' || one.toY === undefined) return [{ ...one, ...span }];
    const at = (time: Micros) => one.y + ((one.toY! - one.y) * (time - one.start)) / (one.end - one.start);
    const [begins, ends] = [frameStart(Math.max(from, first), rate), frameStart(Math.min(to, after), rate)];
    return [{ ...one, ...span, y: at(begins), toY: at(ends) }];
  });
}
