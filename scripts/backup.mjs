// Writes everything into one file, also while Euphon runs: npm run backup -- FILE
// The database is dumped as it is at one moment; the recordings that it names are never changed, only added.
import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { runningUrl, startCluster } from './lib/cluster.mjs';
import { takeLock } from './lib/lock.mjs';
import { checkNode, needModules, postgresFolder } from './lib/need.mjs';
import { main, say, Trouble } from './lib/say.mjs';

const root = fileURLToPath(new URL('..', import.meta.url)).replace(/\/$/, '');

await main(async () => {
  const file = process.argv[2];
  if (file === undefined) throw new Trouble('Say where to: npm run backup -- FILE');
  checkNode();
  needModules(root);
  const data = resolve(process.env.EUPHON_DATA ?? join(root, '.euphon'));
  const folder = join(data, 'postgres');
  let url = process.env.DATABASE_URL ?? runningUrl(folder);
  let stop = () => undefined;
  if (url === null) {
    if (!existsSync(folder)) throw new Trouble(`There is nothing to back up in ${data}.`);
    const unlock = takeLock(join(data, 'running.json'), 'a backup');
    const cluster = await startCluster(folder);
    url = cluster.url;
    stop = () => {
      cluster.stop();
      unlock();
    };
  }
  const work = mkdtempSync(join(data, 'backup-'));
  try {
    const dump = join(work, 'database.dump');
    const program = join(postgresFolder() ?? '', 'pg_dump');
    run(program, ['--format=custom', `--file=${dump}`, `--dbname=${url}`], 'The database could not be dumped');
    const { default: pg } = await import('pg');
    const client = new pg.Client({ connectionString: url });
    await client.connect();
    const { rows } = await client.query('SELECT sha256, extension, bytes FROM media_files ORDER BY sha256');
    await client.end();
    const files = rows.map((r) => ({
      path: `media/${r.sha256.slice(0, 2)}/${r.sha256}.${r.extension}`,
      bytes: Number(r.bytes),
    }));
    const here = files.filter(({ path }) => existsSync(join(data, path)));
    const missing = files.filter((f) => !here.includes(f)).map((f) => f.path);
    writeFileSync(
      join(work, 'backup.json'),
      JSON.stringify({ format: 'euphon-backup', version: 1, madeAt: new Date().toISOString(), files: here, missing }),
    );
    const list = join(work, 'files.txt');
    writeFileSync(list, here.map((f) => f.path).join('\n') + (here.length > 0 ? '\n' : ''));
    const part = `${resolve(file)}.part`;
    run(
      'tar',
      ['--create', `--file=${part}`, '-C', work, 'backup.json', 'database.dump', '-C', data, `--files-from=${list}`],
      'The file could not be written',
    );
    renameSync(part, resolve(file));
    const bytes = here.reduce((sum, f) => sum + f.bytes, 0);
    say(
      `${file}: the database and ${here.length} files, ${(bytes / 2 ** 20).toFixed(1)} MiB of recordings.${
        missing.length > 0 ? ` ${missing.length} files are missing on the disk and not in it.` : ''
      }`,
    );
  } finally {
    rmSync(work, { recursive: true, force: true });
    stop();
  }
});

function run(program, args, what) {
  const done = spawnSync(program, args, { stdio: ['ignore', 'ignore', 'pipe'] });
  if (done.status !== 0)
    throw new Trouble(
      `${what}: ${String(done.stderr ?? done.error?.message)
        .trim()
        .split('\n')
        .at(-1)}`,
    );
}
