import { duckCurve, loudestIn } from '../core/music/levels.ts';
import { randomUUID } from 'node:crypto';
import { setTimeout as pause } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import { noteWorker } from '../db/health-sql.ts';
import { leftWork } from '../db/leases-sql.ts';
import type { TakeWorkKind } from '../db/take-work-sql.ts';
import { studioOfWorkout } from '../db/people-sql.ts';
import { inStudio } from '../db/studio-scope.ts';
import { allTracks } from '../db/tracks-sql.ts';
import { trackSound } from '../db/track-sound-sql.ts';
import { type JobKind, type JobPayloads, openQueue, send } from '../db/queue.ts';
import { hearJob } from '../jobs/hear-job.ts';
import { renderJob } from '../jobs/render-job.ts';
import { renderPartJob } from '../jobs/render-parts-job.ts';
import { USUAL_GRACE, sweep } from '../jobs/sweep.ts';
import { takeJob } from '../jobs/take-job.ts';
import type { WorkerContext } from '../jobs/worker-context.ts';
import { openAside } from './aside-threads.ts';
import { aside, doAsideBy } from '../server/aside/aside.ts';
import { openContext } from '../server/context.ts';
import { settingsFrom } from '../server/settings.ts';
import { musicSource } from '../server/music.ts';
import { programmeOf } from '../server/programme.ts';
import { textsAt } from '../server/deliver.ts';
import { brandFor } from '../core/looks/look.ts';
import { getBrand } from '../server/brand.ts';
import { asTimed } from '../server/music-timing.ts';
import { documentAt } from '../server/workouts.ts';

/** Work that waits for so long has no job, or one behind many others; another job for it does no harm. */
const WAITED_S = 30;
const LOOK_FOR_ORPHANS_MS = 5_000;
const POLL_MS = 500;
const AWAY_MS = 1_000;
const SWEEP_EACH_MS = 3_600_000;
/** Nobody waits before a page for what is computed here; the beats of twelve hours take some minutes. */
const LONGEST_ASIDE_MS = 1_800_000;

const settings = settingsFrom(process.env);
const context = openContext(settings);
const stop = new AbortController();
doAsideBy(openAside(new URL('./aside-thread.mjs', import.meta.url), LONGEST_ASIDE_MS).aside);
const worker: WorkerContext = {
  owner: `worker ${process.pid} ${randomUUID().slice(0, 8)}`,
  ...(settings.leaseS !== null && { leaseS: settings.leaseS }),
  pool: context.pool,
  store: context.store,
  stopping: stop.signal,
  fontsFolder: fileURLToPath(new URL('../fonts', import.meta.url)),
  viewerFolder: fileURLToPath(new URL('../viewer', import.meta.url)),
  demoFolder: fileURLToPath(new URL('../../demo', import.meta.url)),
  ear: {
    hearMusic: (onsets) => aside('hearMusic', onsets),
    roomMusic: (onsets) => aside('roomMusic', onsets),
  },
  askForParts: async (renderId, parts) => {
    for (const part of parts) await send(queue, 'part', { renderId, part });
  },
  bedAt: (workoutId, revision) => inStudioOf(workoutId, () => bedAt(workoutId, revision)),
  textsAt: (workoutId, revision, names) => inStudioOf(workoutId, () => textsAt(context, workoutId, revision, names)),
  programmeAt: (workoutId, revision) =>
    inStudioOf(workoutId, async () => {
      const document = await asTimed(context, await documentAt(context, workoutId, revision));
      const brand = brandFor(await getBrand(context.pool), document.plan.language);
      return { document, made: await programmeOf(context, workoutId, document), brand };
    }),
};

/** Jobs see all studios; what is made of a workout is made of its own studio's tracks, exercises and figures. */
async function inStudioOf<T>(workoutId: string, work: () => Promise<T>): Promise<T> {
  const studioId = await studioOfWorkout(context.pool, workoutId);
  return studioId === null ? work() : inStudio({ studioId, personId: null }, work);
}

async function bedAt(workoutId: string, revision: number): ReturnType<WorkerContext['bedAt']> {
  const { laid, speech, length, document } = await musicSource(
    context,
    workoutId,
    await documentAt(context, workoutId, revision),
  );
  const used = [...new Set(laid.laid.map((l) => l.track.id))];
  const energies = new Map(
    await Promise.all(used.map(async (id) => [id, (await trackSound(context.pool, id))?.energies ?? null] as const)),
  );
  const { levels } = document.music;
  const files = new Map(
    (await allTracks(context.pool)).map((t) => [t.id, context.store.pathOf(t.file.sha256, t.file.extension)]),
  );
  if (laid.laid.length === 0) return null;
  return {
    laid: laid.laid,
    length,
    levels,
    duck: duckCurve(
      speech,
      levels,
      loudestIn(laid.laid, levels, (id) => energies.get(id) ?? null),
    ),
    pathOf: (id) => files.get(id) ?? '',
  };
}

const queue = await openQueue(settings.databaseUrl, true);
/** Takes jobs of one kind, one after the other. What cannot be done now is found again by its row and its lease. */
async function serve<K extends JobKind>(kind: K, run: (payload: JobPayloads[K]) => Promise<void>): Promise<void> {
  while (!stop.signal.aborted) {
    try {
      const [job] = await queue.fetch<JobPayloads[K]>(kind);
      if (job === undefined) {
        await pause(POLL_MS);
        continue;
      }
      await run(job.data).catch((error: unknown) =>
        process.stderr.write(`${kind} job failed: ${error instanceof Error ? error.message : String(error)}\n`),
      );
      await queue.complete(kind, job.id);
    } catch {
      // The database is away for a moment.
      await pause(AWAY_MS);
    }
  }
}
const serving = [
  serve('take', ({ takeId, kind }) => takeJob(worker, takeId, kind)),
  serve('hear', ({ trackId }) => hearJob(worker, trackId)),
  serve('render', ({ renderId }) => renderJob(worker, renderId)),
  serve('part', ({ renderId, part }) => renderPartJob(worker, renderId, part)),
];

const orphans = setInterval(() => {
  // A database that is away for a moment is asked again the next time.
  void takeUpOrphans().catch(() => undefined);
}, LOOK_FOR_ORPHANS_MS);
async function takeUpOrphans(): Promise<void> {
  for (const { table, key } of await leftWork(context.pool, WAITED_S)) {
    const [id, kind] = key as [string, string];
    if (table === 'renders') await send(queue, 'render', { renderId: id });
    else if (table === 'tracks') await send(queue, 'hear', { trackId: id });
    else await send(queue, 'take', { takeId: id, kind: kind as TakeWorkKind });
  }
}
const beat = setInterval(() => void workerBeat(), 2_000);
async function workerBeat(): Promise<void> {
  await noteWorker(context.pool, `worker-${process.pid}`).catch(() => undefined);
}
await workerBeat();
const sweeping = setInterval(() => void sweep(worker, USUAL_GRACE).catch(() => undefined), SWEEP_EACH_MS);
void sweep(worker, USUAL_GRACE).catch(() => undefined);
process.send?.('ready');

async function end(): Promise<void> {
  if (stop.signal.aborted) return;
  clearInterval(orphans);
  clearInterval(beat);
  clearInterval(sweeping);
  stop.abort();
  await Promise.race([Promise.all(serving), pause(3_000)]);
  await queue.stop({ graceful: false, wait: true }).catch(() => undefined);
  await context.pool.end();
  process.exit(0);
}
process.on('SIGTERM', () => void end());
process.on('SIGINT', () => void end());
process.on('disconnect', () => void end());
