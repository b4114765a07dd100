import { readFileSync, readdirSync } from 'node:fs';
import { hearMusic } from '../../src/core/signal/listen.ts';
import { roomMusic } from '../../src/core/signal/room-music.ts';
import type { Ear } from '../../src/jobs/worker-context.ts';
import pg from 'pg';
import type { MediaFacts } from '../../src/core/sync/media-facts.ts';
import { frameRate } from '../../src/core/time/frames.ts';
import { anySeconds } from '../support/times.ts';
import { migrate } from '../../src/db/migrate.ts';
import { type Context, openContext } from '../../src/server/context.ts';

const MIGRATIONS = new URL('../../src/db/migrations/', import.meta.url);

export function migrations(): { name: string; sql: string }[] {
  return readdirSync(MIGRATIONS)
    .filter((f) => f.endsWith('.sql'))
    .sort()
    .map((name) => ({ name, sql: readFileSync(new URL(name, MIGRATIONS), 'utf8') }));
}

/** A context on an empty database of the test's own, in the real PostgreSQL that npm test started. */
export async function freshContext(name: string): Promise<Context> {
  const url = process.env.EUPHON_TEST_DATABASE;
  if (url === undefined || url === '')
    throw new Error('Run these tests with npm test: it starts the database they need.');
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  await client.query(`DROP DATABASE IF EXISTS ${name} WITH (FORCE)`);
  await client.query(`CREATE DATABASE ${name}`);
  await client.end();
  const context = openContext({
    databaseUrl: url.replace(/\/[^/]*$/, `/${name}`),
    dataFolder: `${process.env.EUPHON_DATA}/${name}`,
    quotaBytes: null,
  });
  await migrate(context.pool, migrations());
  return context;
}

export async function closeContext(context: Context): Promise<void> {
  await (await context.queue()).stop({ graceful: false, wait: true });
  await context.pool.end();
}

/** What probing says of a small take. */
export const TAKE_FACTS: MediaFacts = {
  duration: anySeconds(60),
  rate: frameRate(25, 1),
  width: 320,
  height: 180,
  videoCodec: 'h264',
  audioCodec: 'aac',
  videoStart: anySeconds(0),
};

/** Hears in the test's own thread. */
export const EAR_HERE: Ear = {
  hearMusic: (onsets) => Promise.resolve(hearMusic(onsets)),
  roomMusic: (onsets) => Promise.resolve(roomMusic(onsets)),
};
