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
  const { needBuild } = await import('./lib/build.mjs');
  await needBuild(root);
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
  const bin = (name) => join(root, 'node_modules', '.bin', name);
  /** Runs a part beside others: what it says comes in one piece when it ends, or as it is said where it runs alone. */
  const run = (name, program, args, alone) =>
    new Promise((done) => {
      if (alone) say(`\n— ${name}`);
      const begun = Date.now();
      const stdio = alone ? 'inherit' : ['ignore', 'pipe', 'pipe'];
      const child = spawn(program, args, { cwd: root, env, stdio });
      const said = [];
      for (const stream of [child.stdout, child.stderr]) stream?.on('data', (chunk) => said.push(chunk));
      child.on('close', (status) => {
        if (!alone) say(`\n— ${name}\n${Buffer.concat(said).toString('utf8').trimEnd()}`);
        say(`  ${name}: ${status === 0 ? 'passed' : 'FAILED'} in ${((Date.now() - begun) / 1000).toFixed(0)} s`);
        done(status === 0);
      });
    });
  const PROGRAMS = {
    check: () => ['types', process.execPath, ['scripts/check.mjs']],
    e2e: () => ['e2e', bin('playwright'), ['test', ...(process.env.EUPHON_ONLY?.split(' ') ?? [])]],
    ...Object.fromEntries(
      ['unit', 'db', 'media'].map((part) => [part, () => [part, bin('vitest'), ['run', '--project', part]]]),
    ),
  };
  // Two rows beside each other: what mostly waits for pages, and what mostly computes.
  const rows = [['e2e'], ['check', 'unit', 'db', 'media']].map((row) => row.filter(wanted)).filter((r) => r.length > 0);
  const results = [];
  try {
    await Promise.all(
      rows.map(async (row) => {
        for (const part of row) results.push(await run(...PROGRAMS[part](), rows.length === 1));
      }),
    );
  } finally {
    cluster?.stop();
    rmSync(folder, { recursive: true, force: true });
  }
  if (results.includes(false)) process.exit(1);
  say(`\nAll ${results.length} parts passed.`);
});
