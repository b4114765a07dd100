import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { firstFrameFrom } from '../core/time/frames.ts';
import { type OverlayJob, renderOverlay, renderOverlayPictures, secondsOf } from '../media/render-overlay.ts';
import { writeZip } from '../media/zip.ts';
import { writeCsv } from '../formats/csv.ts';
import { type Made, type Making, NOTHING_READ } from './making.ts';
import { sourcesOf } from './programme-sources.ts';
import { pictureJobOf } from './render-parts-job.ts';

/** Draws the overlay by itself, as a film with transparency. */
export async function makeOverlay(making: Making): Promise<Made> {
  const { wanted, output, onProgress, signal } = making;
  const job = await overlayOf(making);
  await renderOverlay(job, wanted.kind === 'overlay-mov' ? 'mov' : 'webm', output, { onProgress, signal });
  return NOTHING_READ;
}

/** Draws each different picture of the overlay, with a list of when they are seen. */
export async function makeOverlayPictures(making: Making): Promise<Made> {
  const job = await overlayOf(making);
  const folder = await mkdtemp(join(tmpdir(), 'euphon-pictures-'));
  try {
    const shown = await renderOverlayPictures(job, folder, (share) => making.onProgress(share * 0.9), making.signal);
    const times = writeCsv(
      ['picture', 'first frame', 'frames', 'from (s)', 'to (s)'],
      shown.map(({ file, from, to }) => [
        file,
        from,
        to - from,
        Number(secondsOf(from, job.rate)),
        Number(secondsOf(to, job.rate)),
      ]),
    );
    const files = [...new Set(shown.map((s) => s.file))].map((name) => ({ name, path: join(folder, name) }));
    await writeZip(making.output, [{ name: 'times.csv', text: times }, ...files]);
    return { ...NOTHING_READ, says: `${files.length} pictures for ${shown.length} changes.` };
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

async function overlayOf({ context, wanted }: Making): Promise<OverlayJob> {
  const of = await sourcesOf(context, wanted);
  const { drawn, picture } = pictureJobOf(of, 'programme');
  const { width, height, rate } = picture;
  const frames = firstFrameFrom(of.made.produced.programme.length, rate);
  return { drawn, width, height, rate, frames, fontsFolder: context.fontsFolder };
}
