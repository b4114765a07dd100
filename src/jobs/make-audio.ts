import { wholeLength } from '../core/time/micros.ts';
import { rm } from 'node:fs/promises';
import { writeFfmetadata } from '../formats/ffmetadata/ffmetadata-writer.ts';
import { withChapters } from '../media/audio-chapters.ts';
import { makeMix } from '../media/mix.ts';
import { heardOf, soundInWords, withMixJob } from './make-sound.ts';
import { type Made, type Making, NOTHING_READ } from './making.ts';
import { sourcesOf } from './programme-sources.ts';

/** The mix of the film by itself, its chapters in the container. */
export async function makeAudio(making: Making): Promise<Made> {
  const { context, wanted, output, onProgress, signal } = making;
  const of = await sourcesOf(context, wanted);
  const mixed = await context.store.temporary('m4a');
  try {
    const mix = (share: number) => onProgress(share * 0.95);
    const measured = await withMixJob(making, heardOf(of), mixed, (job) => makeMix(job, mix, signal));
    const { programme, lanes } = of.made.produced;
    const chapters = writeFfmetadata(of.document.plan.title, lanes.chapters);
    const fields = { artist: of.document.plan.instructor, genre: 'Fitness' };
    await withChapters({ sound: mixed, chapters, fields, length: wholeLength(programme.length) }, output, signal);
    return { ...NOTHING_READ, says: soundInWords(measured) };
  } finally {
    await rm(mixed, { force: true });
  }
}
