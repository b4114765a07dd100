import type { WorkerContext } from '../../src/jobs/worker-context.ts';
import type { Context } from '../../src/server/context.ts';
import { getWorkout, createWorkout, documentAt } from '../../src/server/workouts.ts';
import { patchWorkout } from '../../src/server/workout-patch.ts';
import { freshContext, EAR_HERE, closeContext } from '../db/support.ts';
import { mkdirSync } from 'node:fs';
import { makeVideo } from './support.ts';
import { keepTake } from '../../src/server/takes.ts';
import { receiveFile } from '../../src/media/file-store.ts';
import { setTranscript } from '../../src/server/transcripts.ts';
import { resolve } from 'node:path';
import { textsAt } from '../../src/server/deliver.ts';
import { programmeOf } from '../../src/server/programme.ts';
import { HOUSE_BRAND } from '../../src/core/looks/look.ts';

const stop = new AbortController();
export let context: Context;
export let worker: WorkerContext;
export let workoutId: string;
export let takeId: string;

export const choose = async () => {
  const { revision } = await getWorkout(context, workoutId);
  await patchWorkout(context, workoutId, { revision, patch: [{ op: 'replace', path: '/edit/takeId', value: takeId }] });
};

/** A workout, a take of fourteen seconds and a worker in a database of their own; the take is not chosen yet. */
export async function startJobs(name: string): Promise<void> {
  context = await freshContext(name);
  workoutId = (await createWorkout(context, { outline: '# Job\n## Main: 5/3, no last rest\n- Squat\n- Row' })).id;
  mkdirSync(process.env.EUPHON_DATA ?? '', { recursive: true });
  const path = `${process.env.EUPHON_DATA}/${name}.mp4`;
  makeVideo(path, { seconds: 14, rate: '25', size: '320x180' });
  takeId = (await keepTake(context, workoutId, await receiveFile(context.store, path), { name: 'Job take' })).id;
  await setTranscript(context, takeId, '[0:00] Squat.\n[0:05] And rest.\n[0:08] Row.\n[0:13] Done.', 0);
  worker = {
    owner: 'test',
    pool: context.pool,
    store: context.store,
    stopping: stop.signal,
    ear: EAR_HERE,
    demoFolder: 'demo',
    viewerFolder: resolve('dist/viewer'),
    textsAt: (id, revision, names) => textsAt(context, id, revision, names),
    fontsFolder: resolve('dist/fonts'),
    askForParts: () => Promise.resolve(),
    bedAt: async () => null,
    async programmeAt(id, revision) {
      const document = await documentAt(context, id, revision);
      return { document, made: await programmeOf(context, id, document), brand: HOUSE_BRAND };
    },
  };
}

export const endJobs = () => closeContext(context);
