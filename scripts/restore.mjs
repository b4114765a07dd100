// Brings a backup back: npm run restore -- FILE
// Everything in it is looked at before anything is touched; what was there before is put aside, not erased.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  chmodSync,
  createReadStream,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  renameSync,
  rmSync,
} from 'node:fs';
import { join, resolve } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { fileURLToPath } from 'node:url';
import { startCluster } from './lib/cluster.mjs';
import { takeLock } from './lib/lock.mjs';
import { checkNode, needModules, needPrograms, postgresFolder } from './lib/need.mjs';
import { main, say, Trouble } from './lib/say.mjs';

const root = fileURLToPath(new URL('..', import.meta.url)).replace(/\/$/, '');
const PARTS = ['postgres', 'media', 'incoming', 'uploads'];

await main(async () => {
  const file = process.argv[2];
  if (file === undefined || !existsSync(file)) throw new Trouble('Say which: npm run restore -- FILE');
  if (process.env.DATABASE_URL)
    throw new Trouble('restore brings Euphon’s own database back; DATABASE_URL is set. Use pg_restore for yours.');
  checkNode();
  needPrograms(['postgres']);
  needModules(root);
  const data = resolve(process.env.EUPHON_DATA ?? join(root, '.euphon'));
  mkdirSync(data, { recursive: true });
  const unlock = takeLock(join(data, 'running.json'), 'a restore');
  const work = mkdtempSync(join(data, 'restore-'));
  // As root the database runs as another account, which must be let through.
  chmodSync(work, 0o755);
  try {
    const unpacked = spawnSync('tar', ['--extract', `--file=${resolve(file)}`, '--no-same-owner', '-C', work]);
    const facts = unpacked.status === 0 ? readFacts(work) : null;
    if (facts === null) throw new Trouble(`${file} is no backup of Euphon, or is not whole. Nothing was changed.`);
    if (facts.version > 1)
      throw new Trouble(`${file} was written by a newer Euphon; bring this one up to date. Nothing was changed.`);
    for (const { path } of facts.files) {
      const named = /^media\/[0-9a-f]{2}\/([0-9a-f]{64})\.[a-z0-9]{2,5}$/.exec(path)?.[1];
      if (named === undefined || !existsSync(join(work, path)) || (await sumOf(join(work, path))) !== named)
        throw new Trouble(`${path} in ${file} is not what it was. Nothing was changed.`);
    }
    // A database of its own first; only when it is whole does it take the old one's place.
    const making = join(work, 'postgres');
    const cluster = await startCluster(making);
    // A dump names the role of the web server and does not hold it.
    const { default: pg } = await import('pg');
    const client = new pg.Client({ connectionString: cluster.url });
    await client.connect();
    await client.query('CREATE ROLE euphon_web NOLOGIN');
    await client.end();
    const put = spawnSync(
      join(postgresFolder() ?? '', 'pg_restore'),
      ['--exit-on-error', '--no-owner', `--dbname=${cluster.url}`, join(work, 'database.dump')],
      { stdio: ['ignore', 'ignore', 'pipe'] },
    );
    cluster.stop();
    if (put.status !== 0)
      throw new Trouble(
        `The database could not be restored: ${String(put.stderr).trim().split('\n').at(-1)}. Nothing was changed.`,
      );
    const old = PARTS.filter((part) => existsSync(join(data, part)));
    const aside = join(data, `before-restore-${new Date().toISOString().replace(/[:.]/g, '-')}`);
    if (old.length > 0) mkdirSync(aside);
    for (const part of old) renameSync(join(data, part), join(aside, part));
    for (const part of ['postgres', 'media'])
      if (existsSync(join(work, part))) renameSync(join(work, part), join(data, part));
    say(
      `Restored: the database and ${facts.files.length} files of ${facts.madeAt}.${
        old.length > 0 ? `\nWhat was there before is in ${aside}; erase it when you no longer want it.` : ''
      }`,
    );
  } finally {
    rmSync(work, { recursive: true, force: true });
    unlock();
  }
});

function readFacts(folder) {
  try {
    const facts = JSON.parse(readFileSync(join(folder, 'backup.json'), 'utf8'));
    return facts.format === 'euphon-backup' && Array.isArray(facts.files) ? facts : null;
  } catch {
    return null;
  }
}

async function sumOf(path) {
  const hash = createHash('sha256');
  await pipeline(createReadStream(path), hash);
  return hash.digest('hex');
}
