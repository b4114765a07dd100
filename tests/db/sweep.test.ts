import { existsSync, mkdirSync, utimesSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { keepMedia } from '../../src/db/keep-media.ts';
import { insertTake, takesOf } from '../../src/db/takes-sql.ts';
import { USUAL_GRACE, sweep } from '../../src/jobs/sweep.ts';
import { DiskFull, needRoom } from '../../src/media/disk.ts';
import type { Context } from '../../src/server/context.ts';
import { checkRoom } from '../../src/server/room.ts';
import { bringBackTake, removeTake } from '../../src/server/takes.ts';
import { getTake } from '../../src/server/get-take.ts';
import {
  bringBackWorkout,
  createWorkout,
  findWorkout,
  getWorkout,
  history,
  removeWorkout,
  workoutList,
} from '../../src/server/workouts.ts';
import { patchWorkout } from '../../src/server/workout-patch.ts';
import { TAKE_FACTS, closeContext, freshContext } from './support.ts';

let context: Context;
beforeAll(async () => {
  context = await freshContext('euphon_sweep');
});
afterAll(() => closeContext(context));

const put = async (workoutId: string | null, text: string) => {
  const incoming = await context.store.receive(Readable.from(Buffer.from(text)), 1e6);
  const id = await keepMedia(context.pool, context.store, {
    incoming,
    extension: 'mp4',
    write: (db) =>
      workoutId === null
        ? Promise.resolve('')
        : insertTake(db, workoutId, { sha256: incoming.sha256, name: text, probe: TAKE_FACTS }),
  });
  return { id, path: context.store.pathOf(incoming.sha256, 'mp4'), sha256: incoming.sha256 };
};
const age = (table: string, column: string, where: string, value: string) =>
  context.pool.query(`UPDATE ${table} SET ${column} = now() - interval '40 days' WHERE ${where} = $1`, [value]);

describe('a take that is deleted', () => {
  it('leaves the workout savable, and comes back with its file', async () => {
    const { id } = await createWorkout(context, { title: 'Deleted take' });
    const take = await put(id, 'one');
    await patchWorkout(context, id, {
      revision: 1,
      patch: [
        { op: 'replace', path: '/edit/takeId', value: take.id },
        { op: 'add', path: '/edit/removed/-', value: { start: 1, end: 2 } },
      ],
    });
    await removeTake(context, take.id);
    const { document, revision } = await getWorkout(context, id);
    // What was cut lay on its clock.
    expect([document.edit.takeId, document.edit.removed, revision]).toEqual([null, [], 3]);
    expect((await history(context, id)).items.map((c) => c.revision)).toEqual([3, 2]);
    await patchWorkout(context, id, {
      revision: 3,
      patch: [{ op: 'replace', path: '/plan/title', value: 'Still saved' }],
    });
    await expect(getTake(context, take.id)).rejects.toMatchObject({ status: 404 });
    await sweep(context, USUAL_GRACE);
    expect((await bringBackTake(context, take.id)).id).toBe(take.id);
    expect([existsSync(take.path), (await takesOf(context.pool, id)).length]).toEqual([true, 1]);
    // Asked again because the answer was lost.
    expect((await bringBackTake(context, take.id)).id).toBe(take.id);
    await expect(bringBackTake(context, id)).rejects.toMatchObject({ status: 404 });
  });
  it('cannot be chosen', async () => {
    const { id } = await createWorkout(context, { title: 'Gone' });
    const take = await put(id, 'two');
    await removeTake(context, take.id);
    const chosen = [{ op: 'replace', path: '/edit/takeId', value: take.id }];
    await expect(patchWorkout(context, id, { revision: 1, patch: chosen })).rejects.toMatchObject({
      status: 422,
      about: { path: ['edit', 'takeId'] },
    });
    await patchWorkout(context, id, {
      revision: 1,
      patch: [{ op: 'replace', path: '/plan/title', value: 'Later edits are saved' }],
    });
  });
});

describe('a workout that is deleted', () => {
  it('is nowhere to be seen, and comes back as it was until it is swept', async () => {
    const { id } = await createWorkout(context, { title: 'Back again' });
    await removeWorkout(context, id);
    expect([await findWorkout(context, id), (await workoutList(context)).items.some((w) => w.id === id)]).toEqual([
      null,
      false,
    ]);
    await bringBackWorkout(context, id);
    expect((await getWorkout(context, id)).document.plan.title).toBe('Back again');
    await removeWorkout(context, id);
    await age('workouts', 'deleted_at', 'id', id);
    await sweep(context, USUAL_GRACE);
    await expect(bringBackWorkout(context, id)).rejects.toMatchObject({ status: 404 });
  });
});

describe('the sweeper', () => {
  it('removes files that nothing refers to after their time, and none before', async () => {
    const { id } = await createWorkout(context, { title: 'Files' });
    const [used, young, old] = [await put(id, 'used'), await put(null, 'young'), await put(null, 'old')];
    await age('media_files', 'created_at', 'sha256', used.sha256);
    await age('media_files', 'created_at', 'sha256', old.sha256);
    await sweep(context, USUAL_GRACE);
    expect([used, young, old].map(({ path }) => existsSync(path))).toEqual([true, true, false]);
    // Brought in again, a file is new again.
    await age('media_files', 'created_at', 'sha256', young.sha256);
    await put(null, 'young');
    await sweep(context, USUAL_GRACE);
    expect(existsSync(young.path)).toBe(true);
  });
  it('removes what workers and browsers left behind', async () => {
    const { folder } = context.store;
    const left = [
      join(folder, 'incoming', 'a.part'),
      join(folder, 'uploads', 'given-up'),
      join(folder, 'media', 'ab', `${'ab'.repeat(32)}.mp4`),
    ];
    const fresh = join(folder, 'incoming', 'b.part');
    for (const path of [...left, fresh]) {
      mkdirSync(join(path, '..'), { recursive: true });
      writeFileSync(path, 'x');
    }
    const long = Date.now() / 1000 - 40 * 86_400;
    for (const path of left) utimesSync(path, long, long);
    expect(await sweep(context, USUAL_GRACE)).toEqual({ files: 2, uploads: 1 });
    expect([...left, fresh].map((path) => existsSync(path))).toEqual([false, false, false, true]);
  });
});

describe('room', () => {
  it('is looked for before anything is taken in, and what lacks is said', async () => {
    await expect(needRoom('/', 1e18)).rejects.toThrow(/^The disk is full: .* are wanted, .* can be had\./);
    await expect(needRoom('/', 10, { most: 100, kept: 95 })).rejects.toThrow(DiskFull);
    await expect(needRoom('/', 1, { most: 100, kept: 95 })).resolves.toBeUndefined();
    await expect(checkRoom({ ...context, quotaBytes: 1 }, 5)).rejects.toMatchObject({ status: 507 });
    await expect(checkRoom(context, 1e18)).rejects.toMatchObject({ status: 507 });
    await checkRoom(context, 5);
  });
});
