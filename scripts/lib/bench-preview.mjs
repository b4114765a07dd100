// The preview against its own timer: a film with a clock burnt in, 40 cuts, ten minutes played in Chromium.
import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { makeClass, printed } from './bench-class.mjs';
import { say } from './say.mjs';

/** Makes the class on a server that runs; gives its id and what should be seen. */
export async function makeClockClass(base, folder, entry) {
  const truth = printed(entry);
  const film = join(folder, 'clock.mp4');
  // Five bands with the digits of the frame's number as greys, from the units on, in the upper half.
  const lum = `if(lt(Y,H/2),20+22*mod(floor(N/pow(10,floor(5*X/W))),10),60)`;
  execFileSync('ffmpeg', [
    ...[
      '-y',
      '-v',
      'error',
      '-f',
      'lavfi',
      '-i',
      `nullsrc=s=100x56:r=25:d=${truth.seconds},format=gray,geq=lum='${lum}'`,
    ],
    ...['-f', 'lavfi', '-i', `sine=f=200:r=16000:d=${truth.seconds}`],
    ...['-vf', 'scale=400:224:flags=neighbor,format=yuv420p', '-c:v', 'libx264', '-preset', 'veryfast', '-crf', '10'],
    ...['-g', '50', '-c:a', 'aac', '-b:a', '32k', '-movflags', '+faststart', '-shortest', film],
  ]);
  const { outline, vtt, removed } = truth;
  const id = await makeClass(base, { outline, film, vtt, edit: { removed } });
  return { id, truth };
}

/** Looks at picture and timer with every frame that the page draws, until the programme ends. */
export async function benchPreview(page, base, { id, truth }) {
  await page.goto(`${base}/w/${id}/score`);
  await page.locator('video[data-overlay=ready]').waitFor();
  await page.waitForTimeout(2_000);
  await page.evaluate(() => {
    const small = new OffscreenCanvas(50, 28).getContext('2d', { willReadFrequently: true });
    const timer = new OffscreenCanvas(40, 24).getContext('2d', { willReadFrequently: true });
    window.seen = [];
    let before = null;
    const look = () => {
      requestAnimationFrame(look);
      const video = document.querySelector('section[aria-label=Picture] video:not(.invisible)');
      const canvas = document.querySelector('section[aria-label=Picture] canvas');
      if (video === null || canvas === null) return;
      small.drawImage(video, 0, 0, 50, 28);
      const { data } = small.getImageData(0, 4, 50, 1);
      let frame = 0;
      for (let d = 0; d < 5; d++) frame += Math.round((data[(d * 10 + 5) * 4] - 20) / 22) * 10 ** d;
      // The card of the timer stands in the lower right.
      timer.clearRect(0, 0, 40, 24);
      timer.drawImage(
        canvas,
        canvas.width * 0.7,
        canvas.height * 0.7,
        canvas.width * 0.26,
        canvas.height * 0.26,
        0,
        0,
        40,
        24,
      );
      const now = timer.getImageData(0, 0, 40, 24).data;
      let changed = 0;
      if (before !== null) for (let i = 0; i < now.length; i += 4) changed += Math.abs(now[i] - before[i]);
      before = now;
      window.seen.push([performance.now(), frame, changed]);
    };
    look();
  });
  await page.keyboard.press('Space');
  const lastsMs = (truth.length / 25) * 1000;
  await page.waitForTimeout(lastsMs + 4_000);
  const seen = await page.evaluate(() => window.seen);
  const programmeFrame = (source) => {
    const shot = truth.shots.find((s) => source >= s.from && source < s.from + s.frames);
    return shot === undefined ? null : shot.at + source - shot.from;
  };
  const CHANGED = 60;
  const offs = [];
  let strayed = 0;
  for (const [i, [, source, changed]] of seen.entries()) {
    if (i === 0) continue;
    const at = programmeFrame(source);
    if (at === null) strayed++;
    if (changed < CHANGED || at === null) continue;
    const nearest = truth.ticks.reduce((a, b) => (Math.abs(b - at) < Math.abs(a - at) ? b : a));
    offs.push(at - nearest);
    if (process.env.EUPHON_SHOW !== undefined && Math.abs(at - nearest) > 1)
      say(`frame ${at}, ${at - nearest} off, change ${changed}`);
  }
  const last = programmeFrame(seen.at(-1)[1]) ?? 0;
  const within = offs.filter((o) => Math.abs(o) <= 1).length;
  say(
    `preview of ${(truth.length / 1500).toFixed(1)} minutes with ${truth.shots.length - 1} cuts, ` +
      `${offs.length} changes of the timer of ${truth.ticks.length} seen: ${within} within a frame of the ` +
      `picture, at most ${Math.max(...offs.map(Math.abs))} frames off  (bar: all within one)`,
  );
  say(
    `of ${seen.length} looks ${strayed} saw a frame that was cut out; ended on frame ${last} of ` +
      `${truth.length}; longest without a new frame ${longestStill(seen).toFixed(0)} ms`,
  );
}

/** How long the picture stood still at most while it played, milliseconds. */
function longestStill(seen) {
  let [since, most] = [seen[0][0], 0];
  const end = seen.findLastIndex(([, frame], i) => i > 0 && frame !== seen[i - 1][1]);
  const begin = seen.findIndex(([, frame], i) => i > 0 && frame !== seen[i - 1][1]);
  for (let i = begin + 1; i <= end; i++)
    if (seen[i][1] !== seen[i - 1][1]) {
      if (i > begin + 1) most = Math.max(most, seen[i][0] - since);
      since = seen[i][0];
    }
  return most;
}
