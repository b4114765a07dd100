import { readFileSync, readdirSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { migrate } from '../db/migrate.ts';
import { openQueue } from '../db/queue.ts';
import { openContext } from '../server/context.ts';
import { settingsFrom } from '../server/settings.ts';
import { loadDemo } from './demo.ts';

/** Brings the database up to date, makes the queue's tables, and loads the demo where there is no workout yet. */
const settings = settingsFrom(process.env);
const context = openContext(settings);
const root = process.env.EUPHON_ROOT ?? fileURLToPath(new URL('../..', import.meta.url));
const folder = `${root}/src/db/migrations`;
const migrations = readdirSync(folder)
  .filter((name) => name.endsWith('.sql'))
  .sort()
  .map((name) => ({ name, sql: readFileSync(`${folder}/${name}`, 'utf8') }));
const applied = await migrate(context.pool, migrations);
const queue = await openQueue(settings.databaseUrl, false);
const loaded = settings.demo && (await loadDemo(context, root));
process.stdout.write(
  `${applied.length > 0 ? `Database prepared (${applied.length} migrations). ` : ''}${loaded ? 'Demo loaded.' : ''}\n`,
);
await queue.stop({ graceful: false });
await (await context.queue()).stop({ graceful: false });
await context.pool.end();
process.exit(0);
