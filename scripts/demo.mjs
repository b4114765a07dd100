// The one command: sets up what is missing, starts database, worker and web server, prints the address.
//   npm run demo [-- --fresh] [-- --port 4680]
// DATABASE_URL: a PostgreSQL database of one's own. EUPHON_DATA: a data folder of one's own (default .euphon).
import { rmSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { isFree, startCluster, stopStray } from './lib/cluster.mjs';
import { checkNode, needModules, needPrograms } from './lib/need.mjs';
import { main, say, Trouble } from './lib/say.mjs';
import { takeLock } from './lib/lock.mjs';
import { runSetup, startService } from './lib/services.mjs';
import { supervise } from './lib/supervise.mjs';

const LOOK_AFTER_DATABASE_MS = 2_000;
const root = fileURLToPath(new URL('..', import.meta.url)).replace(/\/$/, '');

await main(async () => {
  const { fresh, port: portText } = options();
  const port = Number(portText ?? process.env.EUPHON_PORT ?? 4680);
  if (!Number.isInteger(port) || port < 1 || port > 65_535) throw new Trouble(`“${portText}” is not a port.`);
  checkNode();
  if (!(await isFree(port)))
    throw new Trouble(
      `Port ${port} is in use. Is Euphon running already? Else start with: npm run demo -- --port ${port + 1}`,
    );
  const ownDatabase = process.env.DATABASE_URL;
  needPrograms([...(ownDatabase ? [] : ['postgres']), 'ffmpeg', 'espeak-ng', 'pocketsphinx_batch']);
  needModules(root);
  const { needBuild } = await import('./lib/build.mjs');
  await needBuild(root);

  const data = resolve(process.env.EUPHON_DATA ?? join(root, '.euphon'));
  if (fresh && ownDatabase)
    throw new Trouble(
      '--fresh empties only Euphon’s own database; yours (DATABASE_URL) is left alone. Empty it yourself, ' +
        'or unset DATABASE_URL.',
    );
  const unlock = takeLock(join(data, 'running.json'), `Euphon on port ${port}`);
  if (fresh) stopStray(join(data, 'postgres'));
  if (fresh)
    for (const part of ['postgres', 'media', 'incoming', 'uploads'])
      rmSync(join(data, part), { recursive: true, force: true });

  const services = [];
  let cluster = null;
  let looking = null;
  let ending = false;
  const end = async (status) => {
    if (ending) return;
    ending = true;
    say('\nStopping …');
    clearInterval(looking);
    await Promise.all(services.map((service) => service.stop()));
    cluster?.stop();
    unlock();
    process.exit(status);
  };
  process.on('SIGINT', () => void end(0));
  process.on('SIGTERM', () => void end(0));
  process.on('SIGHUP', () => void end(0));
  const tell = (message) => {
    if (!ending) process.stderr.write(`${message}\n`);
  };
  try {
    cluster = ownDatabase ? null : await startCluster(join(data, 'postgres'));
    const env = { DATABASE_URL: ownDatabase ?? cluster.url, EUPHON_DATA: data, EUPHON_PORT: String(port) };
    const word = runSetup(root, env);
    if (word !== '') say(word);
    const keep = (name) =>
      supervise(name, (ended) => startService(root, name, env, (_, code) => ended(`status ${code ?? 'killed'}`)), tell);
    services.push(...(await Promise.all([keep('server'), keep('worker')])));
  } catch (error) {
    cluster?.stop();
    unlock();
    throw error;
  }
  // A database that was killed is started again; what the others were doing meanwhile waits for it.
  if (cluster !== null)
    looking = setInterval(() => {
      if (ending || cluster.runs()) return;
      tell('The database ended; it is started again.');
      if (cluster.start()) tell('The database runs again.');
    }, LOOK_AFTER_DATABASE_MS);
  say(
    `\nEuphon is ready: http://127.0.0.1:${port}\nCtrl-C stops it. What you edit is kept; “npm run demo -- ` +
      '--fresh” begins again.',
  );
});

function options() {
  try {
    return parseArgs({ options: { fresh: { type: 'boolean', default: false }, port: { type: 'string' } } }).values;
  } catch (error) {
    throw new Trouble(`${error.message}\nUse: npm run demo [-- --fresh] [-- --port 4680]`);
  }
}
