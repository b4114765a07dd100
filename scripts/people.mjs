// Invites an owner, while Euphon runs: npm run people -- ADDRESS [STUDIO]. Everybody else is invited by an owner, in
// the interface. A studio of a new name is made; without a name it is the one that the demo lies in.
import { spawnSync } from 'node:child_process';
import { join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { runningUrl } from './lib/cluster.mjs';
import { checkNode, needModules } from './lib/need.mjs';
import { main, say, Trouble } from './lib/say.mjs';

const root = fileURLToPath(new URL('..', import.meta.url)).replace(/\/$/, '');

await main(async () => {
  const [email, studio] = process.argv.slice(2);
  if (email === undefined) throw new Trouble('Say whom: npm run people -- ADDRESS [STUDIO]');
  checkNode();
  needModules(root);
  const { needBuild } = await import('./lib/build.mjs');
  await needBuild(root);
  const data = resolve(process.env.EUPHON_DATA ?? join(root, '.euphon'));
  const url = process.env.DATABASE_URL ?? runningUrl(join(data, 'postgres'));
  if (url === null) throw new Trouble('Euphon does not run. Start it with npm run demo, then invite.');
  const program = join(root, 'dist', 'boot', 'people.mjs');
  const done = spawnSync(process.execPath, [program, email, ...(studio === undefined ? [] : [studio])], {
    env: { ...process.env, DATABASE_URL: url, EUPHON_DATA: data },
    encoding: 'utf8',
  });
  if (done.status !== 0) throw new Trouble(`${done.stderr.trim()}`);
  say(
    `Give ${email} this link, with the address of Euphon before it. It works once, for two weeks:\n` +
      `${done.stdout.trim()}`,
  );
});
