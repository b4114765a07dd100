import { even } from '../core/delivery/stretch.ts';
import { CELLS, COLUMNS, ROWS } from '../core/proof/picture-cells.ts';
import { run } from './child-process.ts';

/** A picture made smaller, in greys. */
export interface GreySize {
  readonly width: number;
  readonly height: number;
}

/** The size a picture is read at: its lesser side at most 360 points, whole and even. */
export function greySize(width: number, height: number): GreySize & { readonly scale: number } {
  const scale = Math.min(1, 360 / Math.min(width, height));
  return { width: even(width * scale), height: even(height * scale), scale };
}

/** What is decoded, as ffmpeg's arguments up to the input, and the filters on its frames. */
interface FrameSource {
  readonly before: readonly string[];
  readonly filters: readonly string[];
}

/** Decodes a file and hands over its frames in greys, one after the other; a frame is only lent. */
export async function readFrames(
  { before, filters }: FrameSource,
  { width, height }: GreySize,
  onFrame: (grey: Uint8Array, index: number) => void,
  signal?: AbortSignal,
): Promise<number> {
  const size = width * height;
  const frame = new Uint8Array(size);
  let [filled, index] = [0, 0];
  const vf = [...filters, `scale=${width}:${height}:flags=area`, 'format=gray'].join(',');
  await run(
    'ffmpeg',
    [
      '-v',
      'error',
      '-nostdin',
      ...before,
      '-map',
      '0:v:0',
      '-vf',
      vf,
      '-fps_mode',
      'passthrough',
      '-f',
      'rawvideo',
      'pipe:1',
    ],
    {
      ...(signal === undefined ? {} : { signal }),
      onOutput(chunk) {
        let at = 0;
        while (at < chunk.length) {
          const taken = Math.min(size - filled, chunk.length - at);
          frame.set(chunk.subarray(at, at + taken), filled);
          filled += taken;
          at += taken;
          if (filled === size) {
            onFrame(frame, index++);
            filled = 0;
          }
        }
      },
    },
  );
  return index;
}

/** Adds up the cells of any number of frames. */
export function cellReader({ width, height }: GreySize): {
  readonly add: (grey: Uint8Array) => void;
  readonly cells: () => Uint16Array;
} {
  let all = new Uint16Array(CELLS * 1024);
  let frames = 0;
  const columnOf = Uint8Array.from({ length: width }, (_, x) => Math.floor((x * COLUMNS) / width));
  const sums = new Float64Array(CELLS);
  const counts = new Float64Array(CELLS);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) counts[Math.floor((y * ROWS) / height) * COLUMNS + columnOf[x]!]!++;
  return {
    add(grey) {
      if ((frames + 1) * CELLS > all.length) {
        const more = new Uint16Array(all.length * 2);
        more.set(all);
        all = more;
      }
      sums.fill(0);
      for (let y = 0, i = 0; y < height; y++) {
        const row = Math.floor((y * ROWS) / height) * COLUMNS;
        for (let x = 0; x < width; x++, i++) sums[row + columnOf[x]!]! += grey[i]!;
      }
      for (let c = 0; c < CELLS; c++) all[frames * CELLS + c] = Math.round((sums[c]! / counts[c]!) * 256);
      frames++;
    },
    cells: () => all.subarray(0, frames * CELLS),
  };
}
