import { readFile, rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { ViewerClass } from '../core/delivery/viewer-class.ts';
import { writeViewersPage } from '../formats/viewers-page/viewers-page.ts';
import { writeZip } from '../media/zip.ts';
import { type Stems, makeStems } from '../media/mix.ts';
import { makeFilm } from './make-film.ts';
import { heardOf, withMixJob } from './make-sound.ts';
import type { Made, Making } from './making.ts';
import { sourcesOf } from './programme-sources.ts';

const FILM = 'film.mp4';
const STEMS: Stems = { voice: 'voice.m4a', rest: 'music.m4a' };
/** How much of the work the film is. */
const FILM_SHARE = 0.85;

/** Makes a page for viewers with the film beside it. The picture is that of the finished film, not encoded again. */
export async function makeViewersPage(making: Making): Promise<Made> {
  const { context, wanted, output } = making;
  const film = await context.store.temporary('mp4');
  const stems = { voice: await context.store.temporary('m4a'), rest: await context.store.temporary('m4a') };
  try {
    const onFilm = (share: number) => making.onProgress(share * FILM_SHARE);
    const made = await makeFilm({ ...making, output: film, onProgress: onFilm });
    const onStems = (share: number) => making.onProgress(FILM_SHARE + share * (1 - FILM_SHARE));
    const apart = await stemsOf({ ...making, onProgress: onStems }, stems);
    const [text] = await context.textsAt(wanted.workoutId, wanted.revision, ['class-json']);
    const read = (name: string) => readFile(join(context.viewerFolder, name), 'utf8');
    const page = writeViewersPage(JSON.parse(text!) as ViewerClass, {
      ...{ script: await read('page.js'), style: await read('page.css'), film: FILM, stems: apart ? STEMS : null },
    });
    await writeZip(output, [
      { name: 'index.html', text: page },
      { name: FILM, path: film },
      ...(apart ? [{ name: STEMS.voice, path: stems.voice }] : []),
      ...(apart ? [{ name: STEMS.rest, path: stems.rest }] : []),
    ]);
    return { ...made, key: null };
  } finally {
    for (const path of [film, stems.voice, stems.rest]) await rm(path, { force: true });
  }
}

/** Voice and music apart, where there is music or are tones to part from the voice. Says whether they were made. */
async function stemsOf(making: Making, stems: Stems): Promise<boolean> {
  const of = heardOf(await sourcesOf(making.context, making.wanted));
  return withMixJob(making, of, stems.voice, async (job) => {
    if (job.bed === null && job.tones === null) return false;
    await makeStems(job, stems, making.onProgress, making.signal);
    return true;
  });
}
