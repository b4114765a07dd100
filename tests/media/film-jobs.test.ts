import { execFileSync } from 'node:child_process';
import { readFile } from 'node:fs/promises';
import { describe, expect, it, beforeAll, afterAll } from 'vitest';
import { cancelRender, insertRender, renderById } from '../../src/db/renders-sql.ts';
import { takeLease, workNamed } from '../../src/db/leases-sql.ts';
import { insertParts, partsOfRender } from '../../src/db/render-parts-sql.ts';
import { renderJob } from '../../src/jobs/render-job.ts';
import { renderPartJob } from '../../src/jobs/render-parts-job.ts';
import type { WorkerContext } from '../../src/jobs/worker-context.ts';
import { compile } from '../../src/core/plan/compile.ts';
import { queueRender } from '../../src/server/deliver.ts';
import { getWorkout } from '../../src/server/workouts.ts';
import { patchWorkout } from '../../src/server/workout-patch.ts';
import { frameCount } from './support.ts';
import { context, worker, workoutId, takeId, choose, startJobs, endJobs } from './job-context.ts';

beforeAll(() => startJobs('euphon_films'));
afterAll(endJobs);

describe('the render job', () => {
  it('renders the revision it was asked for, whatever is changed meanwhile', async () => {
    await choose();
    const render = await queueRender(context, workoutId);
    const { revision } = await getWorkout(context, workoutId);
    await patchWorkout(context, workoutId, {
      revision,
      patch: [{ op: 'replace', path: '/plan/title', value: 'Changed later' }],
    });
    await renderJob(worker, render.id);
    const done = await renderById(context.pool, render.id);
    expect(done).toMatchObject({ state: 'done', progress: 1, revision });
    const path = context.store.pathOf(done?.sha256 ?? '', 'mp4');
    expect((await readFile(path)).includes('Changed later')).toBe(false);
    expect(frameCount(path)).toBe(14 * 25);
  });
  it('makes the picture in parts: others help, one that dies costs its part, what is known is kept', async () => {
    const asked: number[][] = [];
    const parted: WorkerContext = { ...worker, partLengths: { everyUs: 3e6, leastUs: 1e6 }, leaseS: 1 };
    const helper: WorkerContext = { ...parted, owner: 'helper' };
    let dead: string | null = null;
    const coordinator: WorkerContext = {
      ...parted,
      async askForParts(id, parts) {
        asked.push([...parts]);
        if (asked.length > 1) return;
        // One worker takes a part and is never heard of again; another makes one whole.
        dead = await takeLease(context.pool, workNamed.part(id, 1), 'dead', 1);
        await renderPartJob(helper, id, 2);
      },
    };
    const renderNow = async () => {
      const render = await queueRender(context, workoutId);
      await renderJob(coordinator, render.id);
      const done = await renderById(context.pool, render.id);
      expect(done).toMatchObject({ state: 'done', progress: 1 });
      return { id: render.id, path: context.store.pathOf(done?.sha256 ?? '', 'mp4') };
    };
    const caption = async (which: 0 | -1, value: string) => {
      const { revision, document } = await getWorkout(context, workoutId);
      const segmentKey = compile(document.plan).segments.at(which)!.key;
      const override = { segmentKey, lane: 'caption', field: 'text', value };
      await patchWorkout(context, workoutId, {
        revision,
        patch: [{ op: 'add', path: '/edit/overrides/-', value: override }],
      });
      return revision;
    };
    await caption(0, 'Squats');
    const first = await renderNow();
    expect(dead).not.toBeNull();
    expect(asked).toEqual([[0, 1, 2, 3, 4]]);
    expect(frameCount(first.path)).toBe(14 * 25);
    const parts = await partsOfRender(context.pool, first.id);
    expect(parts.map((p) => p.state)).toEqual(Array(5).fill('done'));
    // A caption changed in the last move, after 8 s: only what shows it is made.
    const revision = await caption(-1, 'Rows');
    const second = await renderNow();
    expect(asked[1]).toEqual([2, 3, 4]);
    const again = await partsOfRender(context.pool, second.id);
    expect(again.slice(0, 2).map((p) => p.sha256)).toEqual(parts.slice(0, 2).map((p) => p.sha256));
    expect(again[3]!.sha256).not.toBe(parts[3]!.sha256);
    // Those of the video before are forgotten; their files go with the sweep.
    expect(await partsOfRender(context.pool, first.id)).toEqual([]);
    const now = await getWorkout(context, workoutId);
    await patchWorkout(context, workoutId, {
      revision: now.revision,
      patch: [{ op: 'replace', path: '/edit/overrides', value: [] }],
    });
    // Stopped, nobody goes on with its parts.
    const stopped = await insertRender(context.pool, { workoutId, takeId, revision, kind: 'programme' });
    await insertParts(
      context.pool,
      stopped.id,
      ['e', 'd', 'c'].map((c) => c.repeat(64)),
    );
    // Whoever takes the video up after what it is made from changed notes its parts anew; what is the same stays.
    await takeLease(context.pool, workNamed.part(stopped.id, 0), 'a', 60);
    await takeLease(context.pool, workNamed.part(stopped.id, 1), 'b', 60);
    const anew = ['e', 'f'].map((c) => c.repeat(64));
    expect(await insertParts(context.pool, stopped.id, anew)).toEqual([1]);
    expect((await partsOfRender(context.pool, stopped.id)).map((p) => p.state)).toEqual(['running', 'queued']);
    await cancelRender(context.pool, stopped.id);
    expect((await partsOfRender(context.pool, stopped.id)).map((p) => p.state)).toEqual(['cancelled', 'cancelled']);
  });
  it('does not encode the picture again where only the sound changed', async () => {
    const made = async (path: string, value: unknown) => {
      const { revision } = await getWorkout(context, workoutId);
      await patchWorkout(context, workoutId, { revision, patch: [{ op: 'replace', path, value }] });
      const render = await queueRender(context, workoutId);
      await renderJob(worker, render.id);
      return context.store.pathOf((await renderById(context.pool, render.id))?.sha256 ?? '', 'mp4');
    };
    const stream = (path: string, which: 'v' | 'a') =>
      execFileSync('ffmpeg', ['-v', 'error', '-i', path, '-map', `0:${which}`, '-c', 'copy', '-f', 'hash', '-'], {
        encoding: 'utf8',
      });
    const first = await made('/edit/sound/targetLufs', -16);
    const softer = await made('/edit/sound/targetLufs', -23);
    expect(stream(softer, 'v')).toBe(stream(first, 'v'));
    expect(stream(softer, 'a')).not.toBe(stream(first, 'a'));
    expect(frameCount(softer)).toBe(14 * 25);
    // Another title is another chapter, not another picture; another caption is.
    const other = await made('/plan/blocks/0/moves/0/name', 'Deep squat');
    expect(stream(other, 'v')).not.toBe(stream(first, 'v'));
  });
});
