import { execFile } from 'node:child_process';
import { chmodSync, existsSync, mkdirSync, readFileSync, truncateSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { Readable } from 'node:stream';
import { promisify } from 'node:util';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { carryOver, majorOf, startCluster } from '../../scripts/lib/cluster.mjs';
import { postgresFolder } from '../../scripts/lib/need.mjs';
import { keepMedia } from '../../src/db/keep-media.ts';
import type { Context } from '../../src/server/context.ts';
import { createWorkout, getWorkout } from '../../src/server/workouts.ts';
import { closeContext, freshContext } from '../db/support.ts';

let context: Context;
let url: string;
let sha256: string;
let workoutId: string;
const base = join(process.env.EUPHON_DATA ?? '', 'backup');
const file = join(base, 'all.backup');
const run = (script: string, data: string, database?: string) =>
  promisify(execFile)(process.execPath, [resolve('scripts', script), file], {
    env: { ...process.env, EUPHON_DATA: data, DATABASE_URL: database ?? '' },
  }).then(
    ({ stdout }) => stdout,
    (error: { stderr: string }) => error.stderr,
  );

beforeAll(async () => {
  context = await freshContext('euphon_backup');
  url = (process.env.EUPHON_TEST_DATABASE ?? '').replace(/\/[^/]*$/, '/euphon_backup');
  mkdirSync(base, { recursive: true });
  workoutId = (await createWorkout(context, { outline: '# Kept\n## Main: 40/20\n- Squat' })).id;
  const incoming = await context.store.receive(Readable.from(Buffer.from('recording')), 1e6);
  sha256 = incoming.sha256;
  await keepMedia(context.pool, context.store, { incoming, extension: 'mp4', write: () => Promise.resolve() });
});
afterAll(() => closeContext(context));

const workoutsOf = async (database: string) => {
  const client = new pg.Client({ connectionString: database });
  await client.connect();
  const { rows } = await client.query<{ id: string; document: unknown }>('SELECT id, document FROM workouts');
  await client.end();
  return rows;
};

describe('backup and restore', () => {
  const target = join(base, 'restored');
  it('bring database and recordings to another folder; what was there is put aside', async () => {
    expect(await run('backup.mjs', context.store.folder, url)).toMatch(/the database and 1 files/);
    mkdirSync(join(target, 'media'), { recursive: true });
    writeFileSync(join(target, 'media', 'old'), 'old');
    const said = await run('restore.mjs', target);
    expect(said).toMatch(/^Restored: the database and 1 files/);
    expect(readFileSync(join(/is in (\S+);/.exec(said)?.[1] ?? '', 'media', 'old'), 'utf8')).toBe('old');
    expect(readFileSync(join(target, 'media', sha256.slice(0, 2), `${sha256}.mp4`), 'utf8')).toBe('recording');
    const cluster = await startCluster(join(target, 'postgres'), { fast: true });
    try {
      const { document } = await getWorkout(context, workoutId);
      expect(await workoutsOf(cluster.url)).toEqual([{ id: workoutId, document }]);
    } finally {
      cluster.stop();
    }
  });
  it('carries a cluster over to other programs, and keeps the old one beside it', async () => {
    const folder = join(target, 'postgres');
    const programs = postgresFolder() ?? '';
    // Only one version is here: its own programs play the old ones.
    const { run: asAccount } = await startCluster(folder, { fast: true }).then((cluster) => {
      cluster.stop();
      return cluster;
    });
    carryOver(folder, join(folder, 'data'), majorOf(programs), programs, asAccount, programs);
    expect(existsSync(join(folder, `data-of-${majorOf(programs)}`))).toBe(true);
    const cluster = await startCluster(folder, { fast: true });
    try {
      expect(await workoutsOf(cluster.url)).toHaveLength(1);
    } finally {
      cluster.stop();
    }
  });
  it('change nothing where the file is not whole or no backup', async () => {
    const empty = join(base, 'empty');
    chmodSync(base, 0o755);
    truncateSync(file, 700);
    expect(await run('restore.mjs', empty)).toMatch(/is no backup of Euphon, or is not whole\. Nothing was changed/);
    writeFileSync(file, 'words');
    expect(await run('restore.mjs', empty)).toMatch(/Nothing was changed/);
    expect(existsSync(join(empty, 'postgres'))).toBe(false);
  });
});
