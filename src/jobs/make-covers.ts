import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { isActive } from '../core/plan/segment.ts';
import { type CoverJob, coverFrames, makeCover } from '../media/cover-pictures.ts';
import { withSources } from '../media/render-pieces.ts';
import { writeZip } from '../media/zip.ts';
import { type Made, type Making, NOTHING_READ } from './making.ts';
import { Missing, sourcesOf } from './programme-sources.ts';

/** Finds good frames of the class and makes cover pictures of them. */
export async function makeCovers({ context, wanted, output, onProgress, signal }: Making): Promise<Made> {
  const { document, made, brand, first, source } = await sourcesOf(context, wanted);
  const { programme, pictures } = made.produced;
  const minutes = Math.max(1, Math.round(programme.length / 60e6));
  const job: CoverJob = {
    pictures: withSources(pictures, source),
    ...{ width: first.width, height: first.height, rate: first.rate, brand, fontsFolder: context.fontsFolder },
    moves: programme.segments.filter(isActive).map((s) => ({ name: s.label, start: s.start, end: s.end })),
    words: {
      title: document.plan.title,
      line: [`${minutes} ${minutes === 1 ? 'minute' : 'minutes'}`, document.plan.instructor]
        .filter(Boolean)
        .join(' · '),
    },
  };
  const best = await coverFrames(job, (share) => onProgress(share * 0.7), signal);
  if (best.length === 0) throw new Missing('No frame of a move could be read.');
  const folder = await mkdtemp(join(tmpdir(), 'euphon-covers-'));
  try {
    const names: string[] = [];
    for (const [i, { frame }] of best.entries()) {
      names.push(...(await makeCover(job, { frame, number: i + 1 }, folder, signal)));
      onProgress(0.7 + (0.3 * (i + 1)) / best.length);
    }
    await writeZip(
      output,
      names.map((name) => ({ name, path: join(folder, name) })),
    );
    return { ...NOTHING_READ, says: `From: ${best.map((b) => b.move).join(', ')}.` };
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
