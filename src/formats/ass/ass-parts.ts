import { type FrameRate, firstFrameFrom } from '../../core/time/frames.ts';
import type { Span } from '../../core/time/span.ts';
import type { PathCommand } from '../../core/looks/look.ts';

/** The picture the overlay is drawn on. */
export interface OverlayPicture {
  readonly width: number;
  readonly height: number;
  readonly rate: FrameRate;
}

/**
 * From and until when, as the format writes it, or null where no frame falls into the span. The format has centiseconds
 * only, so a change is written half a frame before the first frame that shows it: between two frames whatever the
 * rounding, up to 60 frames a second (half a frame is 8.3 ms, rounding at most 5 ms).
 */
export function assSpan({ start, end }: Span, rate: FrameRate): { readonly from: string; readonly to: string } | null {
  const [first, after] = [firstFrameFrom(start, rate), firstFrameFrom(end, rate)];
  return after <= first ? null : { from: assTime(first, rate), to: assTime(after, rate) };
}

function assTime(frame: number, rate: FrameRate): string {
  const cs = Math.max(0, Math.round(((frame - 0.5) * rate.den * 100) / rate.num));
  const two = (n: number) => String(n).padStart(2, '0');
  return (
    `${Math.floor(cs / 360_000)}:${two(Math.floor(cs / 6000) % 60)}:${two(Math.floor(cs / 100) % 60)}` +
    `.${two(cs % 100)}`
  );
}

/** RRGGBB as the format has it, the other way round. */
export function assColour(colour: string): string {
  return `&H${colour.slice(4, 6)}${colour.slice(2, 4)}${colour.slice(0, 2)}&`;
}

/** How much shines through, from how much is covered. */
export function assAlpha(covers: number): string {
  const hex = Math.round((1 - covers) * 255).toString(16);
  return `&H${hex.padStart(2, '0').toUpperCase()}&`;
}

/** A rectangle from the origin, its corners round where there is a radius. */
export function rectangle(w: number, h: number, radius: number): string {
  if (radius <= 0) return `m 0 0 l ${at(w)} 0 ${at(w)} ${at(h)} 0 ${at(h)}`;
  // Control points of a quarter of a circle.
  const c = radius * (1 - 0.5523);
  const [r, x, y] = [at(radius), at(w - radius), at(h - radius)];
  const [W, H, cc, xc, yc] = [at(w), at(h), at(c), at(w - c), at(h - c)];
  return (
    `m ${r} 0 l ${x} 0 b ${xc} 0 ${W} ${cc} ${W} ${r} l ${W} ${y} b ${W} ${yc} ${xc} ${H} ${x} ${H} ` +
    `l ${r} ${H} b ${cc} ${H} 0 ${yc} 0 ${y} l 0 ${r} b 0 ${cc} ${cc} 0 ${r} 0`
  );
}

export function pathWords(path: readonly PathCommand[]): string {
  const letters = { M: 'm', L: 'l', C: 'b' } as const;
  return path.map(([letter, ...points]) => `${letters[letter]} ${points.map(at).join(' ')}`).join(' ');
}

export function at(n: number): string {
  return String(Math.round(n * 10) / 10);
}

/** Text without anything the format would take for an order. */
export function assText(text: string): string {
  return text
    .replace(/\\/g, '⧵')
    .replace(/[{}]/g, (c) => (c === '{' ? '(' : ')'))
    .replace(/\s/g, ' ');
}
