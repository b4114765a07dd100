import { duckCurve, loudestIn } from '../core/music/levels.ts';
import { fileURLToPath } from 'node:url';
import { noteWorker } from '../db/health-sql.ts';
import { allTracks, orphanedTracks, trackSound } from '../db/tracks-sql.ts';
import { orphanedRenders } from '../db/renders-sql.ts';
import { orphanedTakeWork } from '../db/take-work-sql.ts';
import { type JobKind, type JobPayloads, openQueue, send } from '../db/queue.ts';
import { hearJob } from '../jobs/hear-job.ts';
import { renderJob } from '../jobs/render-job.ts';
import { takeJob } from '../jobs/take-job.ts';
import type { WorkerContext } from '../jobs/worker-context.ts';
import { openContext, settingsFrom } from '../server/context.ts';
import { musicSource } from '../server/music.ts';
import { takeSource } from '../server/deliver.ts';
import { documentAt } from '../server/workouts.ts';

/** A render that gave no sign of life for this long lost its worker. */
const ORPHANED_AFTER_S = 10;
const LOOK_FOR_ORPHANS_MS = 5_000;
const POLL_S = 0.5;

const settings = settingsFrom(process.env);
const context = openContext(settings);
const stop = new AbortController();
const worker: WorkerContext = {
  pool: context.pool,
  store: context.store,
  stopping: stop.signal,
  fontsFolder: fileURLToPath(new URL('../fonts', import.meta.url)),
  demoFolder: fileURLToPath(new URL('../../demo', import.meta.url)),
  async bedAt(workoutId, revision) {
    const { laid, speech, length, document } = await musicSource(
      context,
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
  },
  async produceAt(workoutId, revision, take) {
    const document = await documentAt(context, workoutId, revision);
    return { document, produced: (await takeSource(context, document, take)).produced };
  },
};

const queue = await openQueue(settings.databaseUrl, true);
const work = async <K extends JobKind>(kind: K, run: (payload: JobPayloads[K]) => Promise<void>) =>
  queue.work<JobPayloads[K]>(kind, { pollingIntervalSeconds: POLL_S, batchSize: 1 }, async ([job]) => {
    if (job === undefined) return;
    try {
      await run(job.data);
    } catch (error) {
      process.stderr.write(`${kind} job failed: ${error instanceof Error ? error.message : String(error)}\n`);
      throw error;
    }
  });
await work('take', ({ takeId, kind }) => takeJob(worker, takeId, kind));
await work('hear', ({ trackId }) => hearJob(worker, trackId));
await work('render', ({ renderId }) => renderJob(worker, renderId));

const orphans = setInterval(() => {
  // A database that is away for a moment is asked again the next time.
  void takeUpOrphans().catch(() => undefined);
}, LOOK_FOR_ORPHANS_MS);
async function takeUpOrphans(): Promise<void> {
  for (const renderId of await orphanedRenders(context.pool, ORPHANED_AFTER_S))
    await send(queue, 'render', { renderId });
  for (const trackId of await orphanedTracks(context.pool, ORPHANED_AFTER_S)) await send(queue, 'hear', { trackId });
  for (const work of await orphanedTakeWork(context.pool, ORPHANED_AFTER_S)) await send(queue, 'take', work);
}
const beat = setInterval(() => void workerBeat(), 2_000);
async function workerBeat(): Promise<void> {
  await noteWorker(context.pool, `worker-${process.pid}`).catch(() => undefined);
}
await workerBeat();
process.send?.('ready');

async function end(): Promise<void> {
  if (stop.signal.aborted) return;
  clearInterval(orphans);
  clearInterval(beat);
  stop.abort();
  await queue.stop({ graceful: true, timeout: 3_000, wait: true }).catch(() => undefined);
  await context.pool.end();
  process.exit(0);
}
process.on('SIGTERM', () => void end());
process.on('SIGINT', () => void end());
process.on('disconnect', () => void end());
