// Prints the measured times: npm run bench [-- PART ...]. The parts: core, speech, music, take, learn, bars, start,
// page, score, preview, render, proof, delivery, contrast, overlay, looks, programme, aside, mix, heard,
// merge, fuzz, chaos.
// Nothing here passes or fails.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
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
    args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--disable-background-networking'],
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
  if (wanted('take')) await runBench('take');
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
      const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
      const base = `http://127.0.0.1:${port}`;
      const { items: list } = await (await fetch(`${base}/api/workouts`)).json();
      const id = list.find((w) => w.title.startsWith('Broomstick')).id;
      const time = async (name, path, ready) => {
        const times = [];
        for (let i = 0; i < 5; i++) {
          const from = performance.now();
          await page.goto(base + path, { waitUntil: 'commit' });
          await page.locator(ready).first().waitFor();
          times.push(performance.now() - from);
        }
        say(`${name.padEnd(40)} ${times.map((t) => t.toFixed(0)).join(', ')} ms  (bar 1000)`);
      };
      await time('page usable: list', '/', 'h1');
      await time('page usable: plan', `/w/${id}/plan`, '[data-testid=total]');
      await time('page usable: score, aligned and drawn', `/w/${id}/score`, '[data-stave]');
      const create = async (outline) =>
        (
          await (
            await fetch(`${base}/api/workouts`, {
              method: 'POST',
              body: JSON.stringify({ outline }),
              headers: { 'Content-Type': 'application/json', Origin: base },
            })
          ).json()
        ).id;
      // Keys typed into a class of 1 000 segments; each time is the browser's own, from the key to the next paint
      // (Event Timing, steps of 8 ms).
      const long = await create(
        `# Long\n## Main: 50 rounds, 40/20\n${Array.from({ length: 10 }, (_, i) => `- Squat ${i}`).join('\n')}`,
      );
      await page.goto(`${base}/w/${long}/plan`);
      await page.getByTestId('total').waitFor();
      await page.waitForTimeout(800);
      await page.evaluate(() => {
        window.keyTimes = [];
        new PerformanceObserver((list) => {
          for (const e of list.getEntries()) if (e.name === 'keydown') window.keyTimes.push(e.duration);
        }).observe({ type: 'event', durationThreshold: 16, buffered: false });
      });
      await page.getByPlaceholder('Name of the move').nth(4).click();
      const KEYS = 40;
      for (let i = 0; i < KEYS; i++) {
        await page.keyboard.press('abcdefghij'[i % 10]);
        await page.waitForTimeout(90);
      }
      await page.waitForTimeout(300);
      // The reference of this minute: the same sort as in the core's bench, in the page.
      const sorted = await page.evaluate(() => {
        let seed = 7;
        const from = performance.now();
        Array.from({ length: 100_000 }, () => (seed = (seed * 1103515245 + 12345) & 0x7fffffff)).sort((a, b) => a - b);
        return performance.now() - from;
      });
      say(`reference sort in the page               ${sorted.toFixed(0)} ms`);
      const slow = (await page.evaluate(() => window.keyTimes)).sort((a, b) => a - b);
      // A key quicker than the observer's least step is not listed.
      const all = [...Array(Math.max(0, KEYS - slow.length)).fill(16), ...slow];
      say(
        `keystroke in 1 000 segments, to the paint  median ${all[Math.floor(all.length / 2)]} ` +
          `ms, 95 % ${all[Math.floor(all.length * 0.95)]} ms, worst ${all.at(-1)} ms  (bar 50)`,
      );
      const ten = await create(
        '# Ten\n## Main: 3 rounds, 40/20\n- Squat\n- Sumo squat\n- Push-up\n- Broomstick row\n- Plank\n' +
          '- Reverse lunge\n- Dead bug\n- Step jack\n- Glute bridge\n- Overhead press',
      );
      const orders = [];
      for (let i = 0; i < 4; i++) {
        await page.goto(`${base}/w/${ten}/plan`);
        await page.getByRole('button', { name: 'more' }).first().click();
        const from = performance.now();
        await page.getByRole('button', { name: 'Find a better order' }).click();
        await page.getByRole('dialog').getByRole('status').waitFor();
        orders.push(performance.now() - from);
      }
      say(
        `order of ten moves, from click to answer  ${orders.map((t) => t.toFixed(0)).join(', ')} ` +
          "ms, the worker's start included  (bar 300)",
      );
      // A class of an hour with 600 segments and 3 000 written lines, worked out in the page's own worker.
      const hour = await create(
        `# Hour\n## Main: 30 rounds, 5/1\n${Array.from({ length: 10 }, (_, i) => `- Squat ${i}`).join('\n')}`,
      );
      const cues = Array.from({ length: 300 }, (_, s) =>
        Array.from({ length: 10 }, (_, k) => ({
          id: `c${s * 10 + k + 1}`,
          segmentKey: `b1/b1m${(s % 10) + 1}/r${Math.floor(s / 10) + 1}/s1/work/both`,
          kind: 'form',
          anchor: { kind: 'start', afterUs: k * 400_000 },
          text: [
            'Ribs down.',
            'Two more moves.',
            'Great job.',
            'Sit back.',
            'Half-way.',
            'Breathe out.',
            'Long neck.',
            'Next up, squat 3.',
            'Knees soft.',
            'Heavy heels.',
          ][k],
        })),
      );
      const set = await fetch(`${base}/api/workouts/${hour}`, {
        method: 'PATCH',
        headers: { 'Content-Type': 'application/json', Origin: base, 'If-Match': '"1"' },
        body: JSON.stringify([
          {
            op: 'replace',
            path: '/plan/blocks/0/scheme',
            value: { kind: 'interval', workUs: 8_000_000, restUs: 4_000_000, sets: 1 },
          },
          { op: 'replace', path: '/script/cues', value: cues.flat() },
        ]),
      });
      if (!set.ok) say(`the hour could not be set: ${await set.text()}`);
      await page.goto(`${base}/w/${hour}/script`);
      await page.getByText('lines fit').waitFor();
      await page.evaluate(() => {
        window.keyTimes = [];
        new PerformanceObserver((list) => {
          for (const e of list.getEntries()) if (e.name === 'keydown') window.keyTimes.push(e.duration);
        }).observe({ type: 'event', durationThreshold: 16, buffered: false });
      });
      await page.locator('textarea[data-line]').nth(3).click();
      for (let i = 0; i < 20; i++) {
        await page.keyboard.press('abcdefghij'[i % 10]);
        await page.waitForTimeout(250);
      }
      await page.waitForTimeout(800);
      for (const [name, words] of [
        ['euphon script placed', 'placed'],
        ['euphon script looked at', 'checked'],
      ]) {
        const worked = (await page.evaluate((n) => performance.getEntriesByName(n).map((e) => e.duration), name)).sort(
          (a, b) => a - b,
        );
        say(
          `an hour, 600 segments, 3 000 lines, ${words} in the page's worker  first ${worked.at(-1).toFixed(0)} ` +
            `ms, best ${worked[0].toFixed(0)}, median ${worked[Math.floor(worked.length / 2)].toFixed(0)} ` +
            `ms of ${worked.length}${words === 'placed' ? '  (bar 100)' : ''}`,
        );
      }
      const keys = (await page.evaluate(() => window.keyTimes)).sort((a, b) => a - b);
      const typed = [...Array(Math.max(0, 20 - keys.length)).fill(16), ...keys];
      say(
        `keystroke in that script, to the paint    median ${typed[10]} ms, worst ${typed.at(-1)} ms  (bar: ` +
          'typing never waits)',
      );
      await browser.close();
    }
    await Promise.all(services.map((s) => s.stop()));
    cluster.stop();
    rmSync(folder, { recursive: true, force: true });
  }
});
