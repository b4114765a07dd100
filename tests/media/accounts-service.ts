import { studioNamed } from '../../src/db/people-sql.ts';
import pg from 'pg';
import { runSetup, startService } from '../../scripts/lib/services.mjs';
import { readFileSync, readdirSync } from 'node:fs';
import { createServer } from 'node:net';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import { expect } from 'vitest';
import { LOGGED_CALLS } from '../../src/core/logbook/logbook.ts';
import { HOME_STUDIO, inStudio } from '../../src/db/studio-scope.ts';
import { type Context, openContext } from '../../src/server/context.ts';
import { invite } from '../../src/server/people.ts';
import type { Role } from '../../src/db/people-sql.ts';

/** The server as it ships, where one must sign in: the demo's studio, and another one that must see nothing of it. */
const ROOT = new URL('../..', import.meta.url).pathname.replace(/\/$/, '');
const PAGES = join(ROOT, 'src/pages');
export const PASSWORD = 'a hive of forty frames';
export let base = '';
export let context: Context;
let service: { stop: () => Promise<void> };
export const cookies = new Map<string, string>();

async function freePort(): Promise<number> {
  const server = createServer();
  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
  const { port } = server.address() as AddressInfo;
  await new Promise((done) => server.close(done));
  return port;
}

/** Asks the server as somebody of `cookies`, or as nobody. */
export const ask = (who: string | null, path: string, init: RequestInit = {}) =>
  fetch(base + path, {
    redirect: 'manual',
    ...init,
    headers: { ...(who !== null && { cookie: cookies.get(who) ?? '' }), ...(init.headers as Record<string, string>) },
  });
export const json = (method: string, value: unknown): RequestInit => ({
  method,
  body: JSON.stringify(value),
  headers: { 'Content-Type': 'application/json' },
});

export async function signIn(email: string, password = PASSWORD): Promise<Response> {
  return ask(null, '/api/auth/sign-in/email', json('POST', { email, password }));
}

/** Makes somebody's account by an invitation, as a person would, and signs them in. */
export async function letJoin(studioId: string, email: string, role: Role): Promise<string> {
  const path = await inStudio({ studioId, personId: null }, () => invite(context, { email, role }));
  const joined = await ask(null, `/api${path}`, json('POST', { name: email.split('@')[0], password: PASSWORD }));
  expect(joined.status).toBe(201);
  const answer = await signIn(email);
  expect(answer.status).toBe(200);
  cookies.set(email, (answer.headers.get('set-cookie') ?? '').split(';')[0] ?? '');
  return path;
}

const NONE_MADE = Object.fromEntries(LOGGED_CALLS.map((call) => [call, { made: 0, of: 0 }]));
export const LOGGED = { plannedUs: 60e6, filmedUs: 63e6, pace: {}, breaks: {}, calls: NONE_MADE };

export let ids: Readonly<Record<string, string>> = {};
export let media = '';

/** Every endpoint that there is, from the files themselves, asked for what is of the demo's studio. */
export const routes = (readdirSync(PAGES, { recursive: true }) as string[])
  .filter((file) => /\.(ts|astro)$/.test(file) && !file.startsWith('404'))
  .flatMap((file) => {
    const methods = file.endsWith('.astro')
      ? ['GET']
      : [...readFileSync(join(PAGES, file), 'utf8').matchAll(/export const (GET|POST|PUT|PATCH|DELETE)\b/g)].map(
          ([, method]) => method ?? '',
        );
    return methods.map(
      (method) => [method, `/${file.replace(/\.(ts|astro)$/, '').replace(/(^|\/)index$/, '')}`] as const,
    );
  });
const FORMATS: Readonly<Record<string, string>> = {
  transcript: 'vtt',
  files: 'captions-vtt',
  music: 'beat-csv',
  script: 'text',
  exercises: 'csv',
};
export const pathOf = (route: string): string =>
  route
    .replace('/renders/[id]', `/renders/${ids.render}`)
    .replace(/\/(takes|tracks)\/\[id\]/, (_, what: string) => `/${what}/${ids[what.slice(0, -1)]}`)
    .replace(/\/(workouts|w)\/\[id\]/, (_, what: string) => `/${what}/${ids.workoutOfTake}`)
    .replace('[version]', ids.version ?? '')
    .replace('[take]', ids.take ?? '')
    .replace('[revision]', '1')
    .replace('[kind]', 'listen')
    .replace('[station]', 'plan')
    .replace('[token]', 'none')
    .replace(/(\w+)\/\[format\]/, (_, of: string) => `${of}/${FORMATS[of] ?? 'x'}`)
    .replace('[id]', ids.workout ?? '');

/** What the demo's studio has, as one text. */
export async function everythingOf(studioId: string): Promise<string> {
  const { rows } = await context.pool.query(
    `SELECT (SELECT json_agg(w ORDER BY id) FROM workouts w WHERE studio_id = $1) AS w,
       (SELECT json_agg(t ORDER BY id) FROM takes t) AS t, (SELECT json_agg(x ORDER BY take_id)
       FROM transcripts x) AS x,
       (SELECT json_agg(v ORDER BY id) FROM workout_versions v) AS v, (SELECT json_agg(l ORDER BY take_id)
       FROM logbook l) AS l,
       (SELECT json_agg(k.id ORDER BY k.id) FROM tracks k WHERE studio_id = $1 AND deleted_at IS NULL) AS k,
       (SELECT count(*) FROM renders) AS r,
       (SELECT json_agg(e ORDER BY name) FROM exercises e WHERE studio_id = $1) AS e, (SELECT json_agg(s ORDER BY name)
       FROM speakers s WHERE studio_id = $1) AS s`,
    [studioId],
  );
  return JSON.stringify(rows);
}

/** Starts the server on a database of its own with the demo in it, and lets four people join two studios. */
export async function startAccounts(): Promise<void> {
  const admin = new pg.Client({ connectionString: process.env.EUPHON_TEST_DATABASE });
  await admin.connect();
  await admin.query('DROP DATABASE IF EXISTS euphon_accounts WITH (FORCE)');
  await admin.query('CREATE DATABASE euphon_accounts');
  await admin.end();
  const url = (process.env.EUPHON_TEST_DATABASE ?? '').replace(/\/[^/]*$/, '/euphon_accounts');
  const data = `${process.env.EUPHON_DATA}/accounts`;
  const port = await freePort();
  const env = {
    DATABASE_URL: url,
    EUPHON_DATA: data,
    EUPHON_PORT: String(port),
    EUPHON_ACCOUNTS: 'on',
    EUPHON_CHECK_ANSWERS: 'on',
  };
  runSetup(ROOT, env);
  base = `http://127.0.0.1:${port}`;
  context = openContext({ databaseUrl: url, dataFolder: data, quotaBytes: null });
  const one = async (sql: string) => (await context.pool.query<{ id: string }>(sql)).rows[0]?.id ?? '';
  const workout = await one('SELECT id FROM workouts ORDER BY id LIMIT 1');
  const take = await one(`SELECT id FROM takes WHERE role = 'take' ORDER BY id LIMIT 1`);
  const workoutOfTake = await one(`SELECT workout_id AS id FROM takes WHERE id = '${take}'`);
  const version = await one(
    `INSERT INTO workout_versions (workout_id, name, revision) VALUES ('${workout}', 'Before the hive', 1) ` +
      'RETURNING id',
  );
  const render = await one(
    `INSERT INTO renders (workout_id, take_id, revision) VALUES ('${workoutOfTake}', '${take}', 1) RETURNING id`,
  );
  await context.pool.query(
    `INSERT INTO logbook (take_id, workout_id, title, instructor, entry) VALUES ($1, $2, 'Logged', 'Ottilie', $3)`,
    [take, workoutOfTake, LOGGED],
  );
  await context.pool.query(
    `INSERT INTO speakers (name, syllable_s, consonant_s, word_s, short_pause_s, long_pause_s, start_s, lines, error)
     VALUES ('Ottilie', 0.2, 0.05, 0.05, 0.3, 0.6, 0.1, 40, 0.1)`,
  );
  const track = await one('SELECT id FROM tracks ORDER BY id LIMIT 1');
  ids = { workout, take, version, render, track, workoutOfTake };
  const file = "m.sha256 || '.' || m.extension AS id";
  media = `/media/${await one(`SELECT ${file} FROM media_files m JOIN takes t ON t.sha256 = m.sha256 LIMIT 1`)}`;
  service = await startService(ROOT, 'server', env, () => undefined);
  const other = await studioNamed(context.pool, 'Dry Dock Dance');
  await letJoin(HOME_STUDIO, 'owner@saltmarsh.example', 'owner');
  await letJoin(HOME_STUDIO, 'editor@saltmarsh.example', 'editor');
  await letJoin(HOME_STUDIO, 'viewer@saltmarsh.example', 'viewer');
  await letJoin(other, 'owner@drydock.example', 'owner');
}

/** Ends the server and the connections of the tests. */
export async function stopAccounts(): Promise<void> {
  await service.stop();
  await (await context.queue()).stop({ graceful: false, wait: true });
  await context.pool.end();
}
