// The score of a class of three hours: how soon it opens, how it scrolls and plays, how soon a key is on screen.
import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { makeClass, printed } from './bench-class.mjs';
import { say } from './say.mjs';

/** Makes the class on a server that runs; gives its id. `entry`: the bundled tests/bench/long-class.ts. */
export async function makeLongClass(base, folder, entry) {
  const { outline, vtt, seconds, segments, lines } = printed(entry);
  const film = join(folder, 'long.mp4');
  // Small and dull: what is measured is the page, not the decoder.
  execFileSync('ffmpeg', [
    ...['-y', '-v', 'error', '-f', 'lavfi', '-i', `color=c=0x9fb0ac:s=160x90:r=25:d=${seconds}`],
    ...['-f', 'lavfi', '-i', `sine=f=200:r=8000:d=${seconds}`, '-c:v', 'libx264', '-preset', 'ultrafast', '-g', '250'],
    ...['-pix_fmt', 'yuv420p', '-c:a', 'aac', '-b:a', '24k', '-movflags', '+faststart', '-shortest', film],
  ]);
  const id = await makeClass(base, { outline, film, vtt });
  say(`a class of ${(seconds / 3600).toFixed(1)} h, ${segments} segments, ${lines} lines said`);
  return id;
}

const sorted = (list) => [...list].sort((a, b) => a - b);
const share = (list, p) => sorted(list)[Math.min(list.length - 1, Math.floor(list.length * p))] ?? 0;

/** Frames that were drawn while `work` ran, how far apart, and the main thread's time a frame. */
async function frames(page, session, name, work) {
  const tasks = async () => {
    const { metrics } = await session.send('Performance.getMetrics');
    return metrics.find((m) => m.name === 'TaskDuration').value * 1000;
  };
  await page.evaluate(() => {
    window.frameTimes = [];
    window.counting = true;
    const next = (at) => {
      window.frameTimes.push(at);
      if (window.counting) requestAnimationFrame(next);
    };
    requestAnimationFrame(next);
  });
  const before = await tasks();
  await work();
  const spent = (await tasks()) - before;
  const times = await page.evaluate(() => {
    window.counting = false;
    return window.frameTimes;
  });
  const gaps = times.slice(1).map((t, i) => t - times[i]);
  const fps = (1000 * gaps.length) / (times.at(-1) - times[0]);
  say(
    `${name.padEnd(40)} ${fps.toFixed(0)} frames a second, ${(spent / gaps.length).toFixed(1)} ` +
      `ms of main thread a frame, 95 % of gaps under ${share(gaps, 0.95).toFixed(0)} ` +
      `ms, worst ${share(gaps, 1).toFixed(0)}  (bar 60, 8)`,
  );
}

export async function benchScore(page, base, id) {
  const session = await page.context().newCDPSession(page);
  await session.send('Performance.enable');
  const opened = [];
  for (let i = 0; i < 3; i++) {
    const from = performance.now();
    await page.goto(`${base}/w/${id}/score`, { waitUntil: 'commit' });
    await page.locator('[data-stave]').first().waitFor();
    opened.push(performance.now() - from);
  }
  say(`score of three hours, opened              ${opened.map((t) => t.toFixed(0)).join(', ')} ms  (bar 1500)`);
  await page.locator('video[data-overlay=ready]').waitFor();
  await page.waitForTimeout(3_000);
  say(`nodes of the page                        ${await page.evaluate(() => document.querySelectorAll('*').length)}`);
  await page.mouse.move(400, 500);
  await frames(page, session, 'at rest', () => page.waitForTimeout(2_000));
  await frames(page, session, 'scrolled by the wheel', async () => {
    for (let i = 0; i < 60; i++) {
      await page.mouse.wheel(0, 240);
      await page.waitForTimeout(50);
    }
  });
  await page.evaluate(() => scrollTo(0, 0));
  await page.waitForTimeout(500);
  await page.keyboard.press('Space');
  await page.waitForTimeout(1_000);
  await frames(page, session, 'played', () => page.waitForTimeout(4_000));
  await page.keyboard.press('Space');
  await page.waitForTimeout(500);
  await page.evaluate(() => {
    window.keyTimes = [];
    new PerformanceObserver((list) => {
      for (const e of list.getEntries()) if (e.name === 'keydown') window.keyTimes.push(e.duration);
    }).observe({ type: 'event', durationThreshold: 16, buffered: false });
  });
  const KEYS = 60;
  for (let i = 0; i < KEYS; i++) {
    await page.keyboard.press('ArrowDown');
    await page.waitForTimeout(120);
  }
  await page.waitForTimeout(500);
  const slow = await page.evaluate(() => window.keyTimes);
  const all = [...Array(Math.max(0, KEYS - slow.length)).fill(16), ...slow];
  say(
    `key to the next stave, to the paint       median ${share(all, 0.5)} ms, 95 % ${share(all, 0.95)} ` +
      `ms, worst ${share(all, 1)} ms  (bar 50 in 95 of 100)`,
  );
  // A cut in the middle: two marks and the piece is out.
  await page.getByLabel('Playhead').fill('30000');
  await page.getByLabel('Playhead').blur();
  await page.keyboard.press('c');
  await page.getByLabel('Playhead').fill('30100');
  await page.getByLabel('Playhead').blur();
  const from = performance.now();
  await page.keyboard.press('c');
  await page.getByText('next of').waitFor();
  say(
    `cut of ten seconds, until it is counted   ${(performance.now() - from).toFixed(0)} ms, the driver's ` +
      'round trip included',
  );
}
