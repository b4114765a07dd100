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

type Text = FigureCheck['shows'];

/** What figures look like by themselves: each drawn once by the rasteriser, on plain grey. */
export async function drawnFigures(
  checks: readonly FigureCheck[],
  picture: GreySize,
  grey: GreySize,
  fontsFolder: string,
  signal?: AbortSignal,
): Promise<ReadonlyMap<string, Uint8Array>> {
  const rate = frameRate(25, 1);
  const texts = new Map<string, Text>();
  for (const { shows, others } of checks) for (const t of [shows, ...others]) texts.set(keyOf(t), t);
  const keys = [...texts.keys()];
  const drawn: Drawn[] = keys.map((key, i) => ({
    ...texts.get(key)!,
    start: frameStart(i, rate),
    end: frameStart(i + 1, rate),
  }));
  const found = new Map<string, Uint8Array>();
  if (keys.length === 0) return found;
  const folder = await mkdtemp(join(tmpdir(), 'euphon-figures-'));
  try {
    const script = join(folder, 'figures.ass');
    await writeFile(script, writeAss(drawn, { ...picture, rate }));
    const ground = `color=c=0x808080:s=${picture.width}x${picture.height}:r=25:d=${keys.length / 25}`;
    const overlay = `ass=filename=${filterPath(script)}:fontsdir=${filterPath(fontsFolder)}`;
    await readFrames(
      ['-f', 'lavfi', '-i', ground],
      grey,
      [overlay],
      (frame, i) => found.set(keys[i]!, frame.slice()),
      signal,
    );
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
  return found;
}

/** Reads the figures of frames as they come, in order. */
export function figureReader(
  checks: readonly FigureCheck[],
  figures: ReadonlyMap<string, Uint8Array>,
  grey: GreySize & { readonly scale: number },
): { readonly see: (frame: Uint8Array, index: number) => void; readonly read: FigureRead[] } {
  const read: FigureRead[] = [];
  let next = 0;
  return {
    read,
    see(frame, index) {
      for (; next < checks.length && checks[next]!.frame <= index; next++) {
        const check = checks[next]!;
        if (check.frame !== index) continue;
        const patch = patchOf(check, grey.scale, grey.width, grey.height);
        const seen = cut(frame, patch, grey);
        const like = (t: Text) => alikeness(seen, cut(figures.get(keyOf(t))!, patch, grey));
        const best = [check.shows, ...check.others]
          .map((t) => ({ text: t.text, like: like(t) }))
          .reduce((a, b) => (b.like > a.like ? b : a));
        read.push({ frame: index, wanted: check.shows.text, read: best.like < READABLE ? null : best.text });
      }
    },
  };
}

const keyOf = (t: Text) =>
  `${t.text} ${t.face} ${t.em.toFixed(2)} ${t.align} ${t.x.toFixed(2)} ${t.baseline.toFixed(2)}`;

function cut(frame: Uint8Array, { x, y, w, h }: Patch, { width }: GreySize): Uint8Array {
  const out = new Uint8Array(w * h);
  for (let row = 0; row < h; row++) out.set(frame.subarray((y + row) * width + x, (y + row) * width + x + w), row * w);
  return out;
}
