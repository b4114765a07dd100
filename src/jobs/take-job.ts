import { type TakeTask } from './take-task.ts';
import { rm } from 'node:fs/promises';
import { playsInBrowsers, isSoundOnly } from '../core/sync/media-facts.ts';
import { fromSeconds } from '../core/time/micros.ts';
import { workNamed } from '../db/leases-sql.ts';
import type { Db } from '../db/pool.ts';
import type { TakeWorkKind } from '../db/take-work-sql.ts';
import { putLie, putProxy, putThumbs, takeById } from '../db/takes-sql.ts';
import { putLevels, putTakeSound, putWaveform, takeOverHeard, takeOverPictures } from '../db/take-sound-sql.ts';
import { hearTake } from '../media/hear-take.ts';
import { ProgramFailed } from '../media/child-process.ts';
import { NotSound } from '../media/sound.ts';
import { syncFiles } from '../media/sync.ts';
import { makeProxy, makeThumbs } from '../media/thumbs.ts';
import { PEAKS_A_SECOND, waveform } from '../media/waveform.ts';
import type { WorkerContext } from './worker-context.ts';
import { runLeased } from './run-leased.ts';
import { keepMade } from './keep-made.ts';
import { ChangedMeanwhile, wordsJob } from './words-job.ts';

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
  if (take === null) return;
  await runLeased(
    context,
    workNamed.take(takeId, kind),
    async ({ onProgress, signal, write, finish }) => {
      const says = await TASKS[kind]({ context, take, onProgress, signal, write });
      await finish('done', says, () => Promise.resolve());
    },
    {
      sentence: (error) =>
        error instanceof NotSound || error instanceof RangeError || error instanceof ChangedMeanwhile
          ? error.message
          : error instanceof ProgramFailed
            ? `${error.program} could not do it: ${error.said.split('\n')[0] ?? ''}`
            : null,
      unexpected: 'This could not be done.',
    },
  );
}

const fileOf = ({ context, take }: TakeTask) => context.store.pathOf(take.file.sha256, take.file.extension);

/** Waveform, voice, beeps, claps, levels. What was heard in the same file before is taken over. */
async function listen(task: TakeTask): Promise<null> {
  const { take, write } = task;
  if (take.sound === null && (await write((db) => takeOverHeard(db, take.id)))) return null;
  const peaks = await waveform(fileOf(task), task.signal);
  await write((db) => putWaveform(db, take.id, PEAKS_A_SECOND, peaks));
  task.onProgress(0.3);
  const { sound, levels } = await hearTake(fileOf(task), {
    onProgress: (share) => task.onProgress(0.3 + share * 0.7),
    signal: task.signal,
    roomMusic: task.context.ear.roomMusic,
  });
  await write(async (db) => {
    await putTakeSound(db, take.id, sound);
    await putLevels(db, take.id, levels);
  });
  return null;
}

/** Small pictures, and a light copy where browsers would not play the file. */
async function picture(task: TakeTask): Promise<string | null> {
  const {
    context: { store },
    take,
    write,
  } = task;
  const keep = (path: string, extension: string, put: (db: Db, sha256: string) => Promise<void>) =>
    keepMade(store, { path, extension }, write, put);
  const light = playsInBrowsers(take, take.file.extension, take.file.bytes);
  const says = light
    ? null
    : 'Browsers do not play this file; a light copy was made for the page. The finished video is made from the ' +
      'original.';
  if (take.thumbs === null && (await write((db) => takeOverPictures(db, take.id)))) return says;
  if (!light) {
    const output = await store.temporary('mp4');
    try {
      await makeProxy(
        fileOf(task),
        output,
        { durationUs: take.duration, width: take.width, rate: take.rate },
        { onProgress: (share) => task.onProgress(share * 0.8), signal: task.signal },
      );
      await keep(output, isSoundOnly(take) ? 'm4a' : 'mp4', (db, sha256) => putProxy(db, take.id, sha256));
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
      { onProgress: (share) => task.onProgress(light ? share : 0.8 + share * 0.2), signal: task.signal },
    );
    await keep(output, 'jpg', (db, sha256) => putThumbs(db, take.id, sha256, sheet));
  } finally {
    await rm(output, { force: true });
  }
  return says;
}

/** Lays another camera or a recorder over its take. */
async function sync(task: TakeTask): Promise<string> {
  const {
    context: { pool, store },
    take,
    write,
  } = task;
  const first = take.ofTake === null ? null : await takeById(pool, take.ofTake);
  if (first === null) throw new NotSound('The take that this is another recording of is gone.');
  const found = await syncFiles(
    store.pathOf(first.file.sha256, first.file.extension),
    fileOf(task),
    task.onProgress,
    task.signal,
  );
  await write((db) =>
    putLie(db, take.id, {
      offsetUs: fromSeconds(found.offsetS),
      driftPpm: Math.round(found.driftPpm * 100) / 100,
      spreadUs: fromSeconds(found.spreadS),
    }),
  );
  return `${found.used} of ${found.points.length} places agree within ${(found.spreadS * 1000).toFixed(1)} ms.`;
}
