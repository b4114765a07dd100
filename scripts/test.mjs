// The second command: sets up what is missing, then type checks, unit tests, tests against a real PostgreSQL and real
// media tools, and the real interface in Chromium. npm test [-- unit|db|media|e2e ...]; EUPHON_ONLY names interface
// tests to run alone.
import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { freePort, startCluster } from './lib/cluster.mjs';
import { checkNode, needModules, needPrograms, which } from './lib/need.mjs';
import { main, say, Trouble } from './lib/say.mjs';

const root = fileURLToPath(new URL('..', import.meta.url)).replace(/\/$/, '');
const PARTS = ['check', 'unit', 'db', 'media', 'e2e'];

await main(async () => {
  const parts = process.argv.slice(2);
  const odd = parts.find((part) => !PARTS.includes(part));
  if (odd !== undefined) throw new Trouble(`“${odd}” is not a part of the tests; ${PARTS.join(', ')} are.`);
  const wanted = (part) => parts.length === 0 || parts.includes(part);
  checkNode();
  needPrograms(['postgres', 'ffmpeg', 'espeak-ng', 'pocketsphinx_batch', 'chromium']);
  needModules(root);
  const folder = mkdtempSync(join(tmpdir(), 'euphon-test-'));
  spawnSync('chmod', ['755', folder]);
  const cluster = ['db', 'e2e', 'media'].some(wanted)
    ? await startCluster(join(folder, 'postgres'), { fast: true })
    : null;
  const env = {
    ...process.env,
    ASTRO_TELEMETRY_DISABLED: '1',
    EUPHON_TEST_DATABASE: cluster?.url ?? '',
    EUPHON_DATA: join(folder, 'data'),
    EUPHON_TEST_PORT: String(await freePort(46_800)),
    EUPHON_CHROMIUM: which('chromium') ?? '',
  };
  const children = new Set();
  const run = (name, program, args) =>
    new Promise((done) => {
      say(`\n— ${name}`);
      const begun = Date.now();
      const child = spawn(program, args, { cwd: root, env, stdio: 'inherit' });
      children.add(child);
      child.on('close', (status) => {
        children.delete(child);
        say(`  ${name}: ${status === 0 ? 'passed' : 'FAILED'} in ${((Date.now() - begun) / 1000).toFixed(0)} s`);
        done(status === 0);
      });
    });
  /** Runs a part beside the others; what it says comes in one piece when it ends. */
  const aside = (name, program, args) =>
    new Promise((done) => {
      const begun = Date.now();
      const child = spawn(program, args, { cwd: root, env, stdio: ['ignore', 'pipe', 'pipe'] });
      const said = [];
      for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => said.push(chunk));
      child.on('close', (status) => {
        say(
          `\n— ${name}\n${Buffer.concat(said).toString('utf8').trimEnd()}\n` +
            `  ${name}: ${status === 0 ? 'passed' : 'FAILED'} in ${((Date.now() - begun) / 1000).toFixed(0)} s`,
        );
        done(status === 0);
      });
    });
  const bin = (name) => join(root, 'node_modules', '.bin', name);
  const results = [];
  try {
    // Two cores, two lanes: browsers mostly wait, so they run beside the tests, and the types after them.
    const only = process.env.EUPHON_ONLY === undefined ? [] : process.env.EUPHON_ONLY.split(' ');
    const lane = [
      ['e2e', 'e2e', bin('playwright'), ['test', ...only]],
      ['check', 'types', process.execPath, ['scripts/check.mjs']],
    ].filter(([part]) => wanted(part));
    const inLane = async () => {
      for (const [, name, program, args] of lane)
        results.push(await (parts.length === 1 ? run : aside)(name, program, args));
    };
    const vitest = (part, projects) =>
      run(part, bin('vitest'), ['run', ...projects.flatMap((p) => ['--project', p])]).then((is) => results.push(is));
    // What needs no build runs while that is made.
    const unit = wanted('unit') ? vitest('unit', ['unit', 'islands']) : Promise.resolve();
    if (PARTS.some((part) => part !== 'unit' && wanted(part))) {
      const { needBuild } = await import('./lib/build.mjs');
      await needBuild(root);
    }
    const beside = inLane();
    await unit;
    for (const part of ['db', 'media']) if (wanted(part)) await vitest(part, [part]);
    await beside;
  } finally {
    for (const child of children) child.kill();
    cluster?.stop();
    rmSync(folder, { recursive: true, force: true });
  }
  if (results.includes(false)) process.exit(1);
  say(`\nAll ${results.length} parts passed.`);
});
