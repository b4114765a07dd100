import { linear } from '../looks/colours.ts';
import { type FrameRate, frameStart } from '../time/frames.ts';
import type { Span } from '../time/span.ts';

/** The grid that a picture is looked at by: enough of it for a tenth of the field of view (WCAG 2.2, 2.3.1). */
export const COLUMNS = 16;
export const ROWS = 9;
export const CELLS = COLUMNS * ROWS;

/** Mean greys of the cells of each frame, in 256ths of a grey; frame after frame. */
type CellSeries = Uint16Array;

/** Within so much of where it began, in 256ths of a grey, a cell stands still: codecs breathe with their key frames. */
const STILL = 200;
/** A picture that stands still for longer than this is noticed. */
const LONGEST_STILL_S = 0.9;
/** No cell is brighter than this where a picture is black, in greys. */
const BLACK = 20;
const LONGEST_BLACK_S = 0.4;

/** Stretches in which nothing moves in the cells that count. */
export function stillSpans(cells: CellSeries, counts: (cell: number) => boolean, rate: FrameRate): Span[] {
  return stillFor(cells, counts, rate, { within: STILL, leastS: LONGEST_STILL_S });
}

/**
 * The same of what a film is made from: a person who holds still sways, and a codec smooths that away, so that a little
 * more counts as standing still there.
 */
export function nearlyStillSpans(cells: CellSeries, counts: (cell: number) => boolean, rate: FrameRate): Span[] {
  return stillFor(cells, counts, rate, { within: STILL * 2, leastS: LONGEST_STILL_S / 3 });
}

function stillFor(
  cells: CellSeries,
  counts: (cell: number) => boolean,
  rate: FrameRate,
  { within, leastS }: { readonly within: number; readonly leastS: number },
): Span[] {
  const counted = Array.from({ length: CELLS }, (_, c) => c).filter(counts);
  const frames = cells.length / CELLS;
  const spans: Span[] = [];
  let from = 0;
  for (let frame = 1; frame <= frames; frame++) {
    const still =
      frame < frames && counted.every((c) => Math.abs(cells[frame * CELLS + c]! - cells[from * CELLS + c]!) < within);
    if (still) continue;
    if (((frame - from) * rate.den) / rate.num >= leastS)
      spans.push({ start: frameStart(from, rate), end: frameStart(frame, rate) });
    from = frame;
  }
  return counted.length === 0 ? [] : spans;
}

/** Stretches without a picture. */
export function blackSpans(cells: CellSeries, counts: (cell: number) => boolean, rate: FrameRate): Span[] {
  const frames = cells.length / CELLS;
  const black = (frame: number) => {
    for (let c = 0; c < CELLS; c++) if (counts(c) && cells[frame * CELLS + c]! >= BLACK * 256) return false;
    return true;
  };
  return runs(frames, black, LONGEST_BLACK_S, rate);
}

function runs(frames: number, holds: (frame: number) => boolean, leastS: number, rate: FrameRate): Span[] {
  const found: Span[] = [];
  let from = -1;
  for (let frame = 0; frame <= frames; frame++) {
    if (frame < frames && holds(frame)) {
      if (from < 0) from = frame;
      continue;
    }
    if (from >= 0 && ((frame - from) * rate.den) / rate.num >= leastS)
      found.push({ start: frameStart(from, rate), end: frameStart(frame, rate) });
    from = -1;
  }
  return found;
}

/** A flash changes the luminance by a tenth of the most there is, the darker side below 0.80 (WCAG 2.2, 2.3.1). */
const FLASH_STEP = 0.1;
const FLASH_DARKER = 0.8;
/** A quarter of ten degrees of the field of view: here a quarter of the picture, seen as large as it is far away. */
const FLASH_SHARE = 0.25;
/** Three flashes in one second may be; each is there and back. */
const MOST_FLASHES = 3;

/** Seconds with more than three general flashes (WCAG 2.2, 2.3.1), by where they begin. */
export function flashesIn(cells: CellSeries, rate: FrameRate): Span[] {
  const frames = cells.length / CELLS;
  const light = Float32Array.from({ length: 256 }, (_, grey) => linear(grey / 255));
  // Of each cell: the luminance it last turned at, and which way it went.
  const [turned, way] = [new Float32Array(CELLS), new Int8Array(CELLS)];
  for (let c = 0; c < CELLS; c++) turned[c] = light[cells[c]! >> 8]!;
  const changes: number[] = [];
  let before = 0;
  for (let frame = 1; frame < frames; frame++) {
    let [up, down] = [0, 0];
    for (let c = 0; c < CELLS; c++) {
      const now = light[cells[frame * CELLS + c]! >> 8]!;
      const step = now - turned[c]!;
      if (Math.abs(step) >= FLASH_STEP && Math.min(now, turned[c]!) < FLASH_DARKER) {
        const goes = step > 0 ? 1 : -1;
        if (goes !== way[c]) {
          way[c] = goes;
          if (goes > 0) up++;
          else down++;
        }
        turned[c] = now;
      } else if (step * way[c]! > 0) turned[c] = now;
    }
    const goes = up >= CELLS * FLASH_SHARE ? 1 : down >= CELLS * FLASH_SHARE ? -1 : 0;
    if (goes !== 0 && goes !== before) {
      changes.push(frame);
      before = goes;
    }
  }
  const second = rate.num / rate.den;
  // The fourth flash is there when its second change is.
  const most = MOST_FLASHES * 2 + 1;
  const found: Span[] = [];
  for (let i = most; i < changes.length; i++) {
    const [first, last] = [changes[i - most]!, changes[i]!];
    if (last - first > second) continue;
    const start = frameStart(first, rate);
    if (found.length === 0 || start >= found.at(-1)!.end) found.push({ start, end: frameStart(last, rate) });
  }
  return found;
}
