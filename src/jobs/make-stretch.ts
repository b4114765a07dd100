import { rm } from 'node:fs/promises';
import { framesOfStretch, sizeOfShape } from '../core/delivery/stretch.ts';
import { drawnWithin } from '../core/looks/drawn.ts';
import { paint } from '../core/looks/paint.ts';
import { frameStart, framesLength } from '../core/time/frames.ts';
import { styleOf } from '../core/workout/document.ts';
import { writeAss } from '../formats/ass/ass-writer.ts';
import { piecesOf, within } from '../media/render-parts.ts';
import { withSources } from '../media/render-pieces.ts';
import { type StretchJob, renderStretch } from '../media/render-stretch.ts';
import { makeSound } from './make-sound.ts';
import { type Made, type Making, NOTHING_READ } from './making.ts';
import { Missing, sourcesOf } from './programme-sources.ts';

/** How much of the work the sound is. */
const MIX_SHARE = 0.3;

/** Makes a piece of the class by itself. */
export async function makeStretch(making: Making): Promise<Made> {
  const { context, wanted, output, onProgress, signal } = making;
  const asked = wanted.options?.stretch;
  if (asked === undefined) throw new Missing('It is not known which piece of the class was wanted.');
  const of = await sourcesOf(context, wanted);
  const { document, made, brand, first, source, heard } = of;
  const { programme, lanes, pictures, behind } = made.produced;
  const stretch = framesOfStretch(programme.segments, asked, first.rate);
  if (stretch === null) throw new Missing('This piece is not in the class any more.');
  const [from, to] = [frameStart(stretch.from, first.rate), frameStart(stretch.to, first.rate)];
  const size = sizeOfShape(asked.shape, first);
  const drawn = asked.look
    ? drawnWithin(
        paint(lanes, size, styleOf(document.edit, brand, asked.shape === 'filmed' ? behind : undefined)),
        stretch.from,
        stretch.to,
        first.rate,
      )
    : [];
  const mix =
    asked.sound && !asked.draft ? await makeSound(making, of, (share) => onProgress(share * MIX_SHARE)) : null;
  const begins = mix === null ? 0 : MIX_SHARE;
  const job: StretchJob = {
    output,
    title: programme.segments.find((s) => s.key === asked.fromKey)?.label ?? document.plan.title,
    pictures: piecesOf(withSources(pictures, source), stretch, first.rate),
    ...{ width: first.width, height: first.height, rate: first.rate, shape: asked.shape, draft: asked.draft },
    length: framesLength(stretch.to - stretch.from, first.rate),
    ass: drawn.length === 0 ? null : writeAss(drawn, { ...size, rate: first.rate }),
    sound: !asked.sound ? null : mix === null ? { pieces: within(heard, from, to) } : { mixed: mix.path, from },
    fontsFolder: context.fontsFolder,
  };
  try {
    await renderStretch(job, (share) => onProgress(begins + share * (1 - begins)), signal);
  } finally {
    if (mix !== null) await rm(mix.path, { force: true });
  }
  return NOTHING_READ;
}
