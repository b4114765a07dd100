import { mkdirSync, rmSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { resolve } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  beatRender,
  beginRender,
  cancelRender,
  insertRender,
  orphanedRenders,
  renderById,
} from '../../src/db/renders-sql.ts';
import { noteWorker } from '../../src/db/health-sql.ts';
import { takeById, waveformOf } from '../../src/db/takes-sql.ts';
import { renderJob } from '../../src/jobs/render-job.ts';
import { endTakeWork, queueTakeWork, workOf } from '../../src/db/take-work-sql.ts';
import { takeJob } from '../../src/jobs/take-job.ts';
import type { WorkerContext } from '../../src/jobs/worker-context.ts';
import { receiveFile } from '../../src/media/file-store.ts';
import type { Context } from '../../src/server/context.ts';
import { exportFile, queueRender, stopRender, takeSource } from '../../src/server/deliver.ts';
import { health } from '../../src/server/health.ts';
import { Refusal } from '../../src/server/answer.ts';
import { keepTake, setTranscript } from '../../src/server/takes.ts';
import { createWorkout, documentAt, getWorkout, patchWorkout } from '../../src/server/workouts.ts';
import { closeContext, freshContext } from '../db/support.ts';
import { frameCount, makeVideo } from './support.ts';

let context: Context;
let worker: WorkerContext;
let workoutId: string;
let takeId: string;
const stop = new AbortController();

beforeAll(async () => {
  context = await freshContext('euphon_jobs');
  workoutId = (await createWorkout(context, { outline: '# Job\n## Main: 5/3, no last rest\n- Squat\n- Row' })).id;
  mkdirSync(process.env.EUPHON_DATA ?? '', { recursive: true });
  const path = `${process.env.EUPHON_DATA}/job.mp4`;
  makeVideo(path, { seconds: 14, rate: '25', size: '320x180' });
  takeId = (await keepTake(context, workoutId, 'Job take', await receiveFile(context.store, path))).id;
  await setTranscript(context, takeId, '[0:00] Squat.\n[0:05] And rest.\n[0:08] Row.\n[0:13] Done.', 0);
  worker = {
    pool: context.pool,
    store: context.store,
    stopping: stop.signal,
    demoFolder: 'demo',
    fontsFolder: resolve('dist/fonts'),
    bedAt: async () => null,
    async produceAt(id, revision, take) {
      const document = await documentAt(context, id, revision);
      return { document, produced: (await takeSource(context, document, take)).produced };
    },
  };
});
afterAll(() => closeContext(context));

const choose = async () => {
  const { revision } = await getWorkout(context, workoutId);
  await patchWorkout(context, workoutId, revision, [{ op: 'replace', path: '/edit/takeId', value: takeId }]);
};

describe('before a take is chosen', () => {
  it('there is nothing to render, and files come from the plan', async () => {
    await expect(queueRender(context, workoutId)).rejects.toThrow(Refusal);
    expect((await exportFile(context, workoutId, 'cue-sheet-csv')).text).toContain('Squat');
    await expect(exportFile(context, workoutId, 'pdf')).rejects.toThrow('There is no format');
  });
});

describe('the listening job', () => {
  const listen = async (id: string) => {
    await queueTakeWork(context.pool, id, 'listen');
    await takeJob(worker, id, 'listen');
  };
  it('makes peaks, and the same ones when done again', async () => {
    await listen(takeId);
    const first = await waveformOf(context.pool, takeId);
    await listen(takeId);
    expect((await waveformOf(context.pool, takeId))?.peaks).toEqual(first?.peaks);
    expect(first?.peaks.length).toBeGreaterThan(14 * 20 - 5);
    expect((await workOf(context.pool, takeId)).find((w) => w.kind === 'listen')).toMatchObject({
      state: 'done',
      progress: 1,
    });
  });
  it('leaves a take that is gone, and work that was stopped, alone', async () => {
    await takeJob(worker, '00000000-0000-0000-0000-000000000000', 'listen');
    await queueTakeWork(context.pool, takeId, 'picture');
    await endTakeWork(context.pool, takeId, 'picture', 'stopped');
    await takeJob(worker, takeId, 'picture');
    expect((await takeById(context.pool, takeId))?.thumbs).toBeNull();
  });
  it('makes small pictures all along, and no light copy of what browsers play', async () => {
    await queueTakeWork(context.pool, takeId, 'picture');
    await takeJob(worker, takeId, 'picture');
    const take = await takeById(context.pool, takeId);
    expect(take?.thumbs).toMatchObject({ everyUs: 10_000_000, count: 1, width: 160, height: 90 });
    expect(take?.proxy).toBeNull();
  });
});

describe('the render job', () => {
  it('renders the revision it was asked for, whatever is changed meanwhile', async () => {
    await choose();
    const render = await queueRender(context, workoutId);
    const { revision } = await getWorkout(context, workoutId);
    await patchWorkout(context, workoutId, revision, [{ op: 'replace', path: '/plan/title', value: 'Changed later' }]);
    await renderJob(worker, render.id);
    const done = await renderById(context.pool, render.id);
    expect(done).toMatchObject({ state: 'done', progress: 1, revision });
    const path = context.store.pathOf(done?.sha256 ?? '', 'mp4');
    expect((await readFile(path)).includes('Changed later')).toBe(false);
    expect(frameCount(path)).toBe(14 * 25);
  });
  it('is not begun when it was cancelled while it waited', async () => {
    const render = await insertRender(context.pool, workoutId, takeId, 1);
    expect((await stopRender(context, render.id)).state).toBe('cancelled');
    expect(await beginRender(context.pool, render.id)).toBe(false);
    await renderJob(worker, render.id);
    expect((await renderById(context.pool, render.id))?.state).toBe('cancelled');
  });
  it('cannot be cancelled when it is done, nor beat when it is not running', async () => {
    const render = await insertRender(context.pool, workoutId, takeId, 1);
    expect(await beatRender(context.pool, render.id, 0.5)).toBe(false);
    await cancelRender(context.pool, render.id);
    expect(await cancelRender(context.pool, render.id)).toBe(false);
  });
  it('is found when its worker died, and taken up again', async () => {
    const render = await insertRender(context.pool, workoutId, takeId, 2);
    await beginRender(context.pool, render.id);
    expect(await orphanedRenders(context.pool, 10)).toEqual([]);
    await context.pool.query(`UPDATE renders SET beat_at = now() - interval '1 minute' WHERE id = $1`, [render.id]);
    expect(await orphanedRenders(context.pool, 10)).toEqual([render.id]);
    await renderJob(worker, render.id);
    expect((await renderById(context.pool, render.id))?.state).toBe('done');
    expect(await orphanedRenders(context.pool, 10)).toEqual([]);
  });
  it('says in a sentence what went wrong when the file is gone from the disk', async () => {
    const render = await insertRender(context.pool, workoutId, takeId, 2);
    const { rows } = await context.pool.query<{ sha256: string }>('SELECT sha256 FROM takes WHERE id = $1', [takeId]);
    rmSync(context.store.pathOf(rows[0]?.sha256 ?? '', 'mp4'));
    await renderJob(worker, render.id);
    expect(await renderById(context.pool, render.id)).toMatchObject({
      state: 'failed',
      message: expect.stringMatching(/^Rendering failed: .*No such file/),
    });
  });
});

describe('health', () => {
  it('tells whether database, worker and media tools answer', async () => {
    expect(await health(context)).toMatchObject({ ok: false, database: 'ok', worker: 'has not started', media: 'ok' });
    await noteWorker(context.pool, 'w1');
    expect(await health(context)).toMatchObject({ ok: true, worker: 'ok' });
    await context.pool.query(`UPDATE worker_beats SET beat_at = now() - interval '30 seconds'`);
    expect((await health(context)).worker).toMatch(/^silent for 30 s/);
  });
});
