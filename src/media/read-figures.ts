import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Drawn } from '../core/looks/drawn.ts';
import { type FigureCheck, type Patch, READABLE, alikeness, patchOf } from '../core/proof/figure-checks.ts';
import type { FigureRead } from '../core/proof/prove.ts';
import { frameRate, frameStart } from '../core/time/frames.ts';
import { writeAss } from '../formats/ass/ass-writer.ts';
import { type GreySize, readFrames } from './read-frames.ts';
import { filterPath } from './picture-graph.ts';

/** Figures as they look by themselves, by place: where in the picture, and each in greys. */
type DrawnFigures = ReadonlyMap<FigureCheck['inPlace'], FiguresOfPlace>;
interface FiguresOfPlace {
  readonly patch: Patch;
  readonly greys: Map<string, Uint8Array>;
}

/** Draws each figure once by the rasteriser, on plain grey. */
export async function drawnFigures(
  checks: readonly FigureCheck[],
  { picture, grey }: { readonly picture: GreySize; readonly grey: GreySize & { readonly scale: number } },
  fontsFolder: string,
  signal?: AbortSignal,
): Promise<DrawnFigures> {
  const rate = frameRate(25, 1);
  const places = new Map(
    [...new Set(checks.map((c) => c.inPlace))].map((inPlace): [FigureCheck['inPlace'], FiguresOfPlace] => [
      inPlace,
      { patch: patchOf(inPlace, grey.scale, grey.width, grey.height), greys: new Map() },
    ]),
  );
  const all = [...places].flatMap(([inPlace, of]) => inPlace.map((text) => ({ text, of })));
  if (all.length === 0) return places;
  const drawn: Drawn[] = all.map(({ text }, i) => ({
    ...text,
    start: frameStart(i, rate),
    end: frameStart(i + 1, rate),
  }));
  const folder = await mkdtemp(join(tmpdir(), 'euphon-figures-'));
  try {
    const script = join(folder, 'figures.ass');
    await writeFile(script, writeAss(drawn, { ...picture, rate }));
    const ground = `color=c=0x808080:s=${picture.width}x${picture.height}:r=25:d=${all.length / 25}`;
    const overlay = `ass=filename=${filterPath(script)}:fontsdir=${filterPath(fontsFolder)}`;
    const keep = (frame: Uint8Array, i: number) => {
      const { text, of } = all[i]!;
      of.greys.set(text.text, cut(frame, of.patch, grey));
    };
    await readFrames({ before: ['-f', 'lavfi', '-i', ground], filters: [overlay] }, grey, keep, signal);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
  return places;
}

/** Reads the figures of frames as they come, in order. */
export function figureReader(
  checks: readonly FigureCheck[],
  figures: DrawnFigures,
  grey: GreySize,
): { readonly see: (frame: Uint8Array, index: number) => void; readonly read: FigureRead[] } {
  const read: FigureRead[] = [];
  let next = 0;
  return {
    read,
    see(frame, index) {
      for (; next < checks.length && checks[next]!.frame <= index; next++) {
        const { shows, inPlace } = checks[next]!;
        const { patch, greys } = figures.get(inPlace)!;
        const seen = cut(frame, patch, grey);
        let best = { text: '', like: -1 };
        for (const [text, own] of greys) {
          const like = alikeness(seen, own);
          if (like > best.like) best = { text, like };
        }
        read.push({ frame: index, wanted: shows.text, read: best.like < READABLE ? null : best.text });
      }
    },
  };
}

function cut(frame: Uint8Array, { x, y, w, h }: Patch, { width }: GreySize): Uint8Array {
  const out = new Uint8Array(w * h);
  for (let row = 0; row < h; row++) out.set(frame.subarray((y + row) * width + x, (y + row) * width + x + w), row * w);
  return out;
}
