import { rm } from 'node:fs/promises';
import { playsInBrowsers, isSoundOnly } from '../core/sync/media-facts.ts';
import { fromSeconds } from '../core/time/micros.ts';
import { type TakeWorkKind, beatTakeWork, endTakeWork } from '../db/take-work-sql.ts';
import {
  type Take,
  insertMediaFile,
  putLie,
  putProxy,
  putTakeSound,
  putThumbs,
  putWaveform,
  takeById,
} from '../db/takes-sql.ts';
import { adoptFile } from '../media/file-store.ts';
import { hearTake } from '../media/hear-take.ts';
import { ProgramFailed } from '../media/run.ts';
import { NotSound } from '../media/sound.ts';
import { syncFiles } from '../media/sync.ts';
import { makeProxy, makeThumbs } from '../media/thumbs.ts';
import { PEAKS_A_SECOND, waveform } from '../media/waveform.ts';
import type { WorkerContext } from './worker-context.ts';
import { wordsJob } from './words-job.ts';

const BEAT_MS = 500;

/** What a piece of work on a take is handed; gives a sentence for the page, or null. */
export interface TakeTask {
  readonly context: WorkerContext;
  readonly take: Take;
  readonly onProgress: (share: number) => void;
  readonly signal: AbortSignal;
}

const TASKS: Readonly<Record<TakeWorkKind, (task: TakeTask) => Promise<string | null>>> = {
  listen,
  picture,
  sync,
  words: wordsJob,
};

/**
 * Does one kind of work on a take. Done twice, it gives the same; stopped, it leaves nothing behind; a failure becomes
 * a sentence.
 */
export async function takeJob(context: WorkerContext, takeId: string, kind: TakeWorkKind): Promise<void> {
  const take = await takeById(context.pool, takeId);
  if (take === null || !(await beatTakeWork(context.pool, takeId, kind, 0))) return;
  const stop = new AbortController();
  let progress = 0;
  const beat = setInterval(
    () =>
      void beatTakeWork(context.pool, takeId, kind, progress).then(
        (alive) => alive || stop.abort(),
        () => undefined,
      ),
    BEAT_MS,
  );
  try {
    const says = await TASKS[kind]({
      context,
      take,
      onProgress: (share) => {
        progress = share;
      },
      signal: AbortSignal.any([stop.signal, context.stopping]),
    });
    await endTakeWork(context.pool, takeId, kind, 'done', says);
  } catch (error) {
    if (stop.signal.aborted) return;
    // A worker that is asked to stop leaves the work to the next one.
    if (context.stopping.aborted) throw error;
    const known = error instanceof NotSound || error instanceof RangeError;
    await endTakeWork(
      context.pool,
      takeId,
      kind,
      'failed',
      known
        ? error.message
        : error instanceof ProgramFailed
          ? `${error.program} could not do it: ${error.said.split('\n')[0] ?? ''}`
          : 'This could not be done.',
    );
    if (!known && !(error instanceof ProgramFailed)) throw error;
  } finally {
    clearInterval(beat);
  }
}

const fileOf = ({ context, take }: TakeTask) => context.store.pathOf(take.file.sha256, take.file.extension);

/** Waveform, voice, beeps, claps, levels. */
async function listen(task: TakeTask): Promise<null> {
  const {
    context: { pool },
    take,
  } = task;
  await putWaveform(pool, take.id, PEAKS_A_SECOND, await waveform(fileOf(task), task.signal));
  task.onProgress(0.3);
  await putTakeSound(
    pool,
    take.id,
    await hearTake(fileOf(task), (share) => task.onProgress(0.3 + share * 0.7), task.signal),
  );
  return null;
}

/** Small pictures, and a light copy where browsers would not play the file. */
async function picture(task: TakeTask): Promise<string | null> {
  const {
    context: { pool, store },
    take,
  } = task;
  const keep = async (path: string, extension: string) => {
    const made = await adoptFile(store, path);
    await store.keep(made, extension);
    await insertMediaFile(pool, { sha256: made.sha256, extension, bytes: made.bytes });
    return made.sha256;
  };
  const light = playsInBrowsers(take, take.file.extension, take.file.bytes);
  if (!light) {
    const output = await store.temporary('mp4');
    try {
      await makeProxy(
        fileOf(task),
        output,
        { durationUs: take.duration, width: take.width, rate: take.rate },
        (share) => task.onProgress(share * 0.8),
        task.signal,
      );
      await putProxy(pool, take.id, await keep(output, isSoundOnly(take) ? 'm4a' : 'mp4'));
    } finally {
      await rm(output, { force: true });
    }
  }
  if (isSoundOnly(take)) return null;
  const output = await store.temporary('jpg');
  try {
    const sheet = await makeThumbs(
      fileOf(task),
      output,
      { durationUs: take.duration, width: take.width, height: take.height, codec: take.videoCodec },
      (share) => task.onProgress(light ? share : 0.8 + share * 0.2),
      task.signal,
    );
    await putThumbs(pool, take.id, await keep(output, 'jpg'), sheet);
  } finally {
    await rm(output, { force: true });
  }
  return light
    ? null
    : 'Browsers do not play this file; a light copy was made for the page. The finished video is made from the original.';
}

/** Lays another camera or a recorder over its take. */
async function sync(task: TakeTask): Promise<string> {
  const {
    context: { pool, store },
    take,
  } = task;
  const first = take.ofTake === null ? null : await takeById(pool, take.ofTake);
  if (first === null) throw new NotSound('The take that this is another recording of is gone.');
  const found = await syncFiles(
    store.pathOf(first.file.sha256, first.file.extension),
    fileOf(task),
    task.onProgress,
    task.signal,
  );
  await putLie(pool, take.id, {
    offsetUs: fromSeconds(found.offsetS),
    driftPpm: Math.round(found.driftPpm * 100) / 100,
    spreadUs: fromSeconds(found.spreadS),
  });
  return `${found.used} of ${found.points.length} places agree within ${(found.spreadS * 1000).toFixed(1)} ms.`;
}
