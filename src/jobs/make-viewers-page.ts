import { readFile, rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { ViewerClass } from '../core/delivery/viewer-class.ts';
import { writeViewersPage } from '../formats/viewers-page/viewers-page.ts';
import { writeZip } from '../media/zip.ts';
import { makeFilm } from './make-film.ts';
import type { Made, Making } from './making.ts';

const FILM = 'film.mp4';

/** Makes a page for viewers with the film beside it. The picture is that of the finished film, not encoded again. */
export async function makeViewersPage(making: Making): Promise<Made> {
  const { context, wanted, output } = making;
  const film = await context.store.temporary('mp4');
  try {
    const made = await makeFilm({ ...making, output: film });
    const [text] = await context.textsAt(wanted.workoutId, wanted.revision, ['class-json']);
    const read = (name: string) => readFile(join(context.viewerFolder, name), 'utf8');
    const page = writeViewersPage(JSON.parse(text!) as ViewerClass, {
      ...{ script: await read('page.js'), style: await read('page.css'), film: FILM },
    });
    await writeZip(output, [
      { name: 'index.html', text: page },
      { name: FILM, path: film },
    ]);
    return { ...made, key: null };
  } finally {
    await rm(film, { force: true });
  }
}
