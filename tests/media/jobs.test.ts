import { rmSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { cancelRender, insertRender, renderById } from '../../src/db/renders-sql.ts';
import { LeaseLost, beatLease, takeLease, workNamed, writeLeased } from '../../src/db/leases-sql.ts';
import { noteWorker } from '../../src/db/health-sql.ts';
import { takeById } from '../../src/db/takes-sql.ts';
import { waveformOf } from '../../src/db/take-sound-sql.ts';
import { renderJob } from '../../src/jobs/render-job.ts';
import { queueTakeWork, stopTakeWork, workOf } from '../../src/db/take-work-sql.ts';
import { takeJob } from '../../src/jobs/take-job.ts';
import { exportFile, queueRender, stopRender } from '../../src/server/deliver.ts';
import { health } from '../../src/server/health.ts';
import { Refusal } from '../../src/server/refusal.ts';
import { context, worker, workoutId, takeId, startJobs, endJobs, choose } from './job-context.ts';

beforeAll(() => startJobs('euphon_jobs'));
afterAll(endJobs);

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
    await stopTakeWork(context.pool, takeId, 'picture');
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

describe('the lease of a render job', () => {
  beforeAll(choose);
  it('is not begun when it was cancelled while it waited', async () => {
    const render = await insertRender(context.pool, { workoutId, takeId, revision: 1, kind: 'programme' });
    expect((await stopRender(context, render.id)).state).toBe('cancelled');
    expect(await takeLease(context.pool, workNamed.render(render.id), 'test')).toBeNull();
    await renderJob(worker, render.id);
    expect((await renderById(context.pool, render.id))?.state).toBe('cancelled');
  });
  it('cannot be cancelled twice', async () => {
    const render = await insertRender(context.pool, { workoutId, takeId, revision: 1, kind: 'programme' });
    await cancelRender(context.pool, render.id);
    expect(await cancelRender(context.pool, render.id)).toBe(false);
  });
  it('is not made twice at once; when its worker is gone, another makes it', async () => {
    const render = await insertRender(context.pool, { workoutId, takeId, revision: 2, kind: 'programme' });
    const dead = (await takeLease(context.pool, workNamed.render(render.id), 'dead', 60)) ?? '';
    await renderJob(worker, render.id);
    expect((await renderById(context.pool, render.id))?.state).toBe('running');
    await beatLease(context.pool, workNamed.render(render.id), { token: dead, progress: 0.5, leaseS: -1 });
    await Promise.all([renderJob(worker, render.id), renderJob({ ...worker, owner: 'another' }, render.id)]);
    expect((await renderById(context.pool, render.id))?.state).toBe('done');
    await expect(writeLeased(context.pool, workNamed.render(render.id), dead, () => Promise.resolve())).rejects.toThrow(
      LeaseLost,
    );
  });
  it('is given back at once by a worker that is asked to end', async () => {
    const render = await insertRender(context.pool, { workoutId, takeId, revision: 2, kind: 'programme' });
    const ending = new AbortController();
    const working = renderJob({ ...worker, stopping: ending.signal }, render.id);
    while ((await renderById(context.pool, render.id))?.state !== 'running')
      await new Promise((again) => setTimeout(again, 5));
    ending.abort();
    await working;
    expect((await renderById(context.pool, render.id))?.state).toBe('queued');
  });
  it('says in a sentence what went wrong when the file is gone from the disk', async () => {
    const render = await insertRender(context.pool, { workoutId, takeId, revision: 2, kind: 'programme' });
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
