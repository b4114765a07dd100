// Prints the measured times: npm run bench [-- PART ...]. The parts: core, speech, music, take, learn, bars, start,
// page, score, preview, render, proof, delivery, contrast, overlay, looks, programme, aside, mix, heard,
// merge, fuzz, chaos.
// Nothing here passes or fails.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { CHROMIUM_ARGS } from './lib/chromium-args.mjs';
import { freePort, startCluster } from './lib/cluster.mjs';
import { checkNode, needModules, needPrograms, which } from './lib/need.mjs';
import { main, say } from './lib/say.mjs';
import { runSetup, startService } from './lib/services.mjs';

const root = fileURLToPath(new URL('..', import.meta.url)).replace(/\/$/, '');
const wanted = (part) => process.argv.length < 3 || process.argv.slice(2).includes(part);

async function openBrowser() {
  const { chromium } = await import('@playwright/test');
  return chromium.launch({
    executablePath: which('chromium'),
    args: CHROMIUM_ARGS,
  });
}

/** A server of its own with an empty database and a browser. No worker: nothing runs beside what is measured. */
async function withServer(work) {
  const folder = mkdtempSync(join(tmpdir(), 'euphon-page-'));
  spawnSync('chmod', ['755', folder]);
  const port = await freePort(47_950);
  const cluster = await startCluster(join(folder, 'postgres'));
  const env = { DATABASE_URL: cluster.url, EUPHON_DATA: folder, EUPHON_PORT: String(port) };
  runSetup(root, env);
  const server = await startService(root, 'server', env, () => undefined);
  const browser = await openBrowser();
  await work(`http://127.0.0.1:${port}`, folder, browser, env);
  await browser.close();
  await server.stop();
  cluster.stop();
  rmSync(folder, { recursive: true, force: true });
}

await main(async () => {
  checkNode();
  needPrograms(['postgres', 'ffmpeg', 'espeak-ng', 'pocketsphinx_batch', 'chromium']);
  needModules(root);
  const { needBuild } = await import('./lib/build.mjs');
  await needBuild(root);
  const { build } = await import('esbuild');
  const bundle = async (entry) => {
    const outfile = join(root, 'dist', 'bench', `${entry}.mjs`);
    await build({
      absWorkingDir: root,
      entryPoints: [`tests/bench/${entry}.ts`],
      outfile,
      bundle: true,
      platform: 'node',
      mainFields: ['module', 'main'],
      format: 'esm',
      target: 'node20',
      logLevel: 'error',
      external: ['@napi-rs/canvas'],
      banner: { js: "import { createRequire as __r } from 'node:module'; const require = __r(import.meta.url);" },
    });
    return outfile;
  };
  const runBench = async (entry) =>
    void spawnSync(process.execPath, [await bundle(entry)], {
      cwd: root,
      stdio: 'inherit',
      env: { ...process.env, EUPHON_ROOT: root },
    });
  if (wanted('core')) await runBench('core');
  if (wanted('speech')) await runBench('speech');
  if (wanted('music')) {
    process.env.EUPHON_HEAR_ONE = await bundle('hear-one');
    await runBench('music');
  }
  if (wanted('take')) {
    await runBench('take');
    await runBench('sync');
  }
  // Print tables of what was learned for the core; asked for by name only.
  if (process.argv.slice(2).includes('learn')) await runBench('learn-clauses');
  if (process.argv.slice(2).includes('bars')) await runBench('learn-bars');
  if (wanted('render')) await runBench('render');
  if (wanted('proof')) await runBench('proof');
  if (wanted('delivery')) await runBench('delivery');
  if (wanted('contrast')) await runBench('contrast');
  if (wanted('overlay')) await runBench('overlay');
  if (wanted('looks')) await runBench('looks');
  if (wanted('programme')) await runBench('programme');
  if (wanted('aside')) await runBench('aside');
  if (wanted('mix')) await runBench('mix');
  // Take minutes; asked for by name only.
  if (process.argv.slice(2).includes('merge')) await runBench('merge');
  if (process.argv.slice(2).includes('fuzz')) await runBench('fuzz');
  if (process.argv.slice(2).includes('chaos')) {
    const { chaos } = await import('./lib/chaos.mjs');
    const folder = mkdtempSync(join(tmpdir(), 'euphon-chaos-'));
    spawnSync('chmod', ['755', folder]);
    const cluster = await startCluster(join(folder, 'postgres'));
    const rounds = Number(process.env.EUPHON_ROUNDS ?? 100);
    await chaos(root, folder, cluster, await freePort(48_900), rounds);
    cluster.stop();
    rmSync(folder, { recursive: true, force: true });
  }
  // Plays ten minutes; asked for by name only.
  if (process.argv.slice(2).includes('preview')) {
    const { benchPreview, makeClockClass } = await import('./lib/bench-preview.mjs');
    await withServer(async (base, folder, browser) => {
      const made = await makeClockClass(base, folder, await bundle('preview-truth'));
      await benchPreview(await browser.newPage({ viewport: { width: 1280, height: 800 } }), base, made);
    });
  }
  // Plays a minute; asked for by name only.
  if (process.argv.slice(2).includes('heard')) {
    const { benchHeard } = await import('./lib/bench-heard.mjs');
    await withServer(async (base, folder, browser, env) => {
      const worker = await startService(root, 'worker', env, () => undefined);
      await benchHeard(browser, base, folder);
      await worker.stop();
    });
  }
  if (wanted('score')) {
    const { benchScore, makeLongClass } = await import('./lib/bench-score.mjs');
    await withServer(async (base, folder, browser) => {
      const id = await makeLongClass(base, folder, await bundle('long-class'));
      await benchScore(await browser.newPage({ viewport: { width: 1280, height: 800 } }), base, id);
    });
  }
  if (wanted('start') || wanted('page')) {
    const folder = mkdtempSync(join(tmpdir(), 'euphon-bench-'));
    spawnSync('chmod', ['755', folder]);
    const port = await freePort(47_900);
    const begun = performance.now();
    const cluster = await startCluster(join(folder, 'postgres'));
    const env = { DATABASE_URL: cluster.url, EUPHON_DATA: folder, EUPHON_PORT: String(port) };
    runSetup(root, env);
    const services = await Promise.all(
      ['server', 'worker'].map((name) => startService(root, name, env, () => undefined)),
    );
    say(`first start after set-up                 ${((performance.now() - begun) / 1000).toFixed(1)} s  (bar 10)`);
    if (wanted('page')) {
      // The worker would listen to the demo's takes beside what is measured.
      await services.pop().stop();
      const browser = await openBrowser();
      const { benchPage } = await import('./lib/bench-page.mjs');
      await benchPage(await browser.newPage({ viewport: { width: 1280, height: 800 } }), `http://127.0.0.1:${port}`);
      await browser.close();
    }
    await Promise.all(services.map((s) => s.stop()));
    cluster.stop();
    rmSync(folder, { recursive: true, force: true });
  }
});
