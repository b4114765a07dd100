import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { inTransaction } from '../../src/db/pool.ts';
import { Refusal } from '../../src/server/refusal.ts';
import type { Context } from '../../src/server/context.ts';
import { createWorkout, getWorkout } from '../../src/server/workouts.ts';
import { patchWorkout } from '../../src/server/workout-patch.ts';
import { closeContext, freshContext } from './support.ts';

let context: Context;
beforeAll(async () => {
  context = await freshContext('euphon_doors');
});
afterAll(() => closeContext(context));

describe('a change that would grow without end', () => {
  it('is refused before anything is copied: copy and move are no operations here', async () => {
    const { id } = await createWorkout(context, { outline: '# T\n## Main: 40/20\n- Squat' });
    const doubling = Array.from({ length: 18 }, () => ({
      op: 'copy',
      from: '/plan/blocks',
      path: '/plan/blocks/0/moves/-',
    }));
    await expect(patchWorkout(context, id, { revision: 1, patch: doubling })).rejects.toBeInstanceOf(Refusal);
    await expect(
      patchWorkout(context, id, { revision: 1, patch: [{ op: 'move', from: '/plan', path: '/x' }] }),
    ).rejects.toBeInstanceOf(Refusal);
    expect((await getWorkout(context, id)).revision).toBe(1);
  });
});

describe('a database connection that is cut in the middle', () => {
  it('fails its own work with its own error, and the next work goes on', async () => {
    const cut = inTransaction(context.pool, async (db) => {
      await db.query('SELECT pg_terminate_backend(pg_backend_pid())').catch(() => undefined);
      await db.query('SELECT 1');
    });
    await expect(cut).rejects.toThrow();
    expect((await context.pool.query<{ one: number }>('SELECT 1 AS one')).rows).toEqual([{ one: 1 }]);
  });
  it('cut from outside while it waits, it ends nothing but itself', async () => {
    const cut = inTransaction(context.pool, async (db) => {
      const { rows } = await db.query<{ pid: number }>('SELECT pg_backend_pid() AS pid');
      await context.pool.query('SELECT pg_terminate_backend($1)', [rows[0]?.pid]);
      // The news comes by itself; nobody asks for it.
      await new Promise((wait) => setTimeout(wait, 150));
      await db.query('SELECT 1');
    });
    await expect(cut).rejects.toThrow();
    expect((await context.pool.query('SELECT 1')).rowCount).toBe(1);
  });
});
