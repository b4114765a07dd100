// Kills, stops and restarts server, workers and database under edits, uploads and jobs, and counts what was lost.
import { createHash } from 'node:crypto';
import { createReadStream, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { countersOf, createAsk, freeBox, makeClass, upload } from './chaos-load.mjs';
import { say } from './say.mjs';
import { runSetup, startService } from './services.mjs';

const LEASE_S = 2;
const pause = (ms) => new Promise((done) => setTimeout(done, ms));

/** Work that does not get less for so long is stuck. */
const STUCK_MS = 180_000;

/** Runs so many rounds and prints what came of them. Returns the number of things that went wrong. */
export async function chaos(root, folder, cluster, port, rounds) {
  const env = {
    DATABASE_URL: cluster.url,
    EUPHON_DATA: folder,
    EUPHON_PORT: String(port),
    EUPHON_LEASE_S: String(LEASE_S),
  };
  const base = `http://127.0.0.1:${port}`;
  const counts = { edits: 0, words: 0, tracks: 0, uploads: 0, renders: 0, refused: 0 };
  const wrong = [];
  const killed = new Set();
  const services = {};
  const keep = async (name) => {
    const program = name.replace(/\d$/, '');
    const started = await startService(root, program, env, (_, code) => {
      if (!killed.delete(started.child.pid)) wrong.push(`${name} ended by itself (${code})`);
      if (!ending) void keep(name).catch((error) => wrong.push(`${name}: ${error.message}`));
    }).catch(async () => {
      // The database is away: a supervisor waits and tries again.
      await pause(500);
      return null;
    });
    if (started === null) return keep(name);
    services[name] = started;
  };
  let ending = false;
  runSetup(root, env);
  await Promise.all(['server', 'worker1', 'worker2'].map(keep));

  const asking = createAsk(base, () => ending);
  const { ask } = asking;
  const made = await makeClass(folder, asking);
  const { workoutId: workout, bytes } = made;
  // Each resource counts up; what was acknowledged must be there ever after.
  const counters = countersOf(made, asking);
  const acked = { edits: 0, words: 0, tracks: 0 };
  const sent = { edits: 0, words: 0, tracks: 0 };
  const loops = Object.entries(counters).map(async ([name, { set }]) => {
    for (let n = 1; !ending; n++) {
      sent[name] = n;
      if (await set(n).catch(() => false)) {
        acked[name] = n;
        counts[name]++;
      } else if (!ending) counts.refused++;
      await pause(30);
    }
  });
  const takes = new Map([[made.takeId, createHash('sha256').update(bytes).digest('hex')]]);
  const uploads = (async () => {
    for (let n = 1; !ending; n++) {
      // A file of its own each time: the same pictures with other bytes at the end.
      const own = Buffer.concat([bytes, freeBox(n)]);
      const id = await upload(ask, own);
      if (id === null || ending) continue;
      const path = `/api/workouts/${workout}/takes?upload=${id}&name=Upload`;
      const once = await ask(path, { method: 'POST' });
      if (!once.ok) {
        if (!ending) wrong.push(`a finished upload was refused: ${once.status} ${await once.text()}`);
        continue;
      }
      const { id: take } = await once.json();
      const twice = await ask(path, { method: 'POST' });
      if (!ending && (!twice.ok || (await twice.json()).id !== take))
        wrong.push('an upload finished twice is not one take');
      takes.set(take, createHash('sha256').update(own).digest('hex'));
      counts.uploads++;
      await pause(400);
    }
  })();
  const renders = (async () => {
    while (!ending) {
      const response = await ask(`/api/workouts/${workout}/renders`, { method: 'POST' });
      if (response.ok) counts.renders++;
      await pause(1_500);
    }
  })();

  const kill = (name) => {
    const { child } = services[name];
    killed.add(child.pid);
    child.kill('SIGKILL');
  };
  const actions = [
    ['the server killed', () => kill('server')],
    ['a worker killed', (n) => kill(`worker${1 + (n % 2)}`)],
    [
      'a worker stopped for longer than its lease',
      async (n) => {
        const { child } = services[`worker${1 + (n % 2)}`];
        child.kill('SIGSTOP');
        await pause((LEASE_S + 2) * 1000);
        child.kill('SIGCONT');
      },
    ],
    [
      'every connection to the database cut',
      async () => {
        const { default: pg } = await import('pg');
        const client = new pg.Client({ connectionString: cluster.url });
        client.on('error', () => undefined);
        await client.connect();
        await client.query(
          `SELECT pg_terminate_backend(pid) FROM pg_stat_activity
           WHERE pid <> pg_backend_pid() AND backend_type = 'client backend'`,
        );
        await client.end();
      },
    ],
    ['the database restarted', () => void cluster.stop() ?? void cluster.start()],
    [
      'the database killed',
      async () => {
        process.kill(
          Number(readFileSync(join(cluster.folder, 'data', 'postmaster.pid'), 'utf8').split('\n')[0]),
          'SIGKILL',
        );
        await pause(300);
        for (let i = 0; i < 20 && !cluster.start(); i++) await pause(500);
      },
    ],
  ];
  const done = new Map();
  for (let round = 0; round < rounds; round++) {
    const [what, act] = actions[round % actions.length];
    await pause(500 + ((round * 7919) % 1_500));
    await act(Math.floor(round / actions.length));
    done.set(what, (done.get(what) ?? 0) + 1);
    await pause(700);
    for (const name of Object.keys(acked)) {
      // What is acknowledged while it is looked at may be newer, never older.
      const least = acked[name];
      const now = await counters[name].shown();
      if (now < least || now > sent[name]) wrong.push(`${name}: ${now} is there, ${least} was acknowledged (${what})`);
    }
  }
  ending = true;
  await Promise.race([Promise.all([...loops, uploads, renders]), pause(40_000)]);
  ending = false;

  const { default: pg } = await import('pg');
  const client = new pg.Client({ connectionString: cluster.url });
  await client.connect();
  const open = async () =>
    Number(
      (
        await client.query(
          `SELECT (SELECT count(*) FROM renders WHERE state IN ('queued', 'running')) + (SELECT count(*) FROM take_work
           WHERE state IN ('queued', 'running')) +
           (SELECT count(*) FROM tracks WHERE state IN ('waiting', 'hearing')) AS n`,
        )
      ).rows[0].n,
    );
  // Stuck is what does not get less for minutes, not what a slow machine has not done yet.
  let [left, moved] = [await open(), Date.now()];
  while (left > 0 && Date.now() - moved < STUCK_MS) {
    await pause(1_000);
    const now = await open();
    if (now < left) moved = Date.now();
    left = now;
  }
  const stuck = left;
  if (stuck > 0) {
    const { rows } = await client.query(
      `SELECT 'render' AS what, state, owner, lease_until - now() AS lease FROM renders
       WHERE state IN ('queued', 'running') UNION ALL
       SELECT kind, state, owner, lease_until - now() FROM take_work WHERE state IN ('queued', 'running') UNION ALL
       SELECT 'track', state, owner, lease_until - now() FROM tracks WHERE state IN ('waiting', 'hearing')`,
    );
    wrong.push(`${stuck} pieces of work are stuck: ${JSON.stringify(rows)}`);
  }
  const { rows: failed } = await client.query(
    `SELECT 'render' AS what, message FROM renders WHERE state = 'failed' UNION ALL SELECT kind, message FROM take_work
     WHERE state = 'failed' UNION ALL SELECT 'track', message FROM tracks WHERE state = 'failed'`,
  );
  for (const { what, message } of failed) wrong.push(`${what} failed: ${message}`);
  const { rows: kept } = await client.query('SELECT id, sha256 FROM takes');
  for (const [id, sum] of takes)
    if (kept.find((t) => t.id === id)?.sha256.trim() !== sum) wrong.push(`take ${id} is not what was sent`);
  const { rows: files } = await client.query('SELECT sha256, extension FROM media_files');
  for (const { sha256, extension } of files) {
    const hash = createHash('sha256');
    await pipeline(createReadStream(join(folder, 'media', sha256.slice(0, 2), `${sha256}.${extension}`)), hash).catch(
      () => undefined,
    );
    if (hash.digest('hex') !== sha256) wrong.push(`the file ${sha256} is not what its name says`);
  }
  const { rows: twice } = await client.query(
    `SELECT count(*) AS n FROM (SELECT change_id FROM workout_changes WHERE change_id IS NOT NULL GROUP BY change_id
     HAVING count(*) > 1) AS x`,
  );
  if (Number(twice[0].n) > 0) wrong.push(`${twice[0].n} changes were made twice`);
  await client.end();
  ending = true;
  for (const { child } of Object.values(services)) killed.add(child.pid);
  await Promise.all(Object.values(services).map((s) => s.stop()));
  say(`${rounds} rounds: ${[...done].map(([what, n]) => `${what} ${n} times`).join(', ')}`);
  say(
    `acknowledged: ${counts.edits} edits, ${counts.words} transcripts, ${counts.tracks} changes of a track,
     ${counts.uploads} uploads, ${counts.renders} renders; refused ${counts.refused}`,
  );
  say(`${files.length} files whole; work left ${stuck}`);
  say(`lost, stuck, twice, failed or ended by itself  ${wrong.length}  (bar 0)`);
  for (const what of wrong.slice(0, 30)) say(`  ${what}`);
  return wrong.length;
}
