// What the page plays against the file: the demo's class is played in Chromium with all that goes to the sound card
// recorded, its mix is made by the worker, and both are held against each other in windows of a tenth of a second.
import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { say } from './say.mjs';

const RATE = 48_000;
const CHUNK = 0.4 * RATE;
const WINDOW = RATE / 10;
/** The lag is looked for on every eighth sample, then on each. */
const COARSE = 8;
/** A machine that stutters leaves gaps in what it plays: only stretches as alike as this were played in one piece. */
const WHOLE = 0.985;
/** The beats of a room are all alike: where nobody speaks, nothing tells which of them is heard. dB of full scale. */
const SPOKEN_DB = -35;

/** Runs in the page before its own scripts: records one channel of what goes to the sound card. */
function record() {
  const connect = AudioNode.prototype.connect;
  const blocks = [];
  window.played = () => blocks.map((b) => Array.from(b)).flat();
  const code = `registerProcessor('ear', class extends AudioWorkletProcessor {
    block = new Float32Array(9600); filled = 0;
    process([input]) {
      for (let i = 0; i < 128; i++) this.block[this.filled++] = input[0]?.[i] ?? 0;
      if (this.filled === 9600) { this.port.postMessage(this.block.slice()); this.filled = 0; }
      return true;
    }
  })`;
  const url = URL.createObjectURL(new Blob([code], { type: 'text/javascript' }));
  const ears = new Map();
  AudioNode.prototype.connect = function (to, ...rest) {
    if (to instanceof AudioDestinationNode && this.context.sampleRate === 48_000 && !this.isEar) {
      let ear = ears.get(to);
      if (ear === undefined) {
        ear = Object.assign(this.context.createGain(), { isEar: true });
        ears.set(to, ear);
        const { context } = this;
        void context.audioWorklet.addModule(url).then(() => {
          const node = Object.assign(new AudioWorkletNode(context, 'ear'), { isEar: true });
          node.port.onmessage = ({ data }) => blocks.push(data);
          connect.call(ear, node);
          connect.call(node, to);
        });
      }
      connect.call(this, ear);
    }
    return connect.call(this, to, ...rest);
  };
}

const dot = (a, from, b, at, count, step) => {
  let [sum, power] = [0, 1e-12];
  for (let i = 0; i < count; i += step) {
    sum += a[from + i] * b[at + i];
    power += b[at + i] ** 2;
  }
  return sum / Math.sqrt(power);
};

/** Where in the file a chunk of what was played is, from near a place on; how alike they are. */
function foundAt(played, from, file, near, reach) {
  let own = 1e-12;
  for (let i = 0; i < CHUNK; i += COARSE) own += played[from + i] ** 2;
  let [best, at] = [-1, 0];
  const look = (a, b, step) => {
    for (let k = Math.max(0, a); k < Math.min(file.length - CHUNK, b); k += step) {
      const like = dot(played, from, file, k, CHUNK, COARSE) / Math.sqrt(own);
      if (like > best) [best, at] = [like, k];
    }
  };
  look(near - reach, near + reach, COARSE);
  look(at - COARSE, at + COARSE, 1);
  return { best, at };
}

const db = (x, from) => {
  let sum = 1e-12;
  for (let i = 0; i < WINDOW; i++) sum += x[from + i] ** 2;
  return 10 * Math.log10(sum / WINDOW);
};

export async function benchHeard(browser, base, folder, seconds = 60) {
  const { items } = await (await fetch(`${base}/api/workouts`)).json();
  const { id } = items.find((w) => w.state === 'filmed');
  // The page plays by what was measured of recordings: all of them are listened to first.
  const isListening = async () =>
    (await (await fetch(`${base}/api/workouts/${id}/takes`)).json()).some(({ work }) =>
      work.some((w) => w.kind === 'listen' && ['queued', 'running'].includes(w.state)),
    );
  while (await isListening()) await new Promise((resolve) => setTimeout(resolve, 1_000));
  const asked = await fetch(`${base}/api/workouts/${id}/sound?part=mix`, { method: 'POST', headers: { Origin: base } });
  let made = await asked.json();
  while (!['done', 'failed'].includes(made.state)) {
    await new Promise((resolve) => setTimeout(resolve, 1_000));
    made = await (await fetch(`${base}/api/renders/${made.id}`)).json();
  }
  const wav = join(folder, 'mix.wav');
  writeFileSync(wav, Buffer.from(await (await fetch(`${base}/media/${made.sha256}.wav`)).arrayBuffer()));
  const raw = execFileSync('ffmpeg', ['-v', 'error', '-i', wav, '-f', 'f32le', '-ar', String(RATE), '-'], {
    maxBuffer: 1 << 30,
  });
  const both = new Float32Array(raw.buffer, raw.byteOffset, raw.byteLength >> 2);
  const file = Float32Array.from({ length: both.length >> 1 }, (_, i) => both[2 * i]);
  const page = await browser.newPage({ bypassCSP: true, viewport: { width: 1280, height: 800 } });
  await page.addInitScript(record);
  await page.goto(`${base}/w/${id}/score`);
  await page.getByRole('button', { name: /^Mixed/ }).waitFor({ timeout: 300_000 });
  await page.locator('video[data-overlay=ready]').waitFor();
  await page.keyboard.press('Space');
  await page.waitForTimeout(seconds * 1_000);
  const played = Float32Array.from(await page.evaluate(() => window.played()));
  const off = [];
  let [lag, chunks] = [null, 0];
  for (let from = RATE; from + CHUNK < played.length; from += CHUNK) {
    chunks += 1;
    const near = lag === null ? from : from + lag;
    const { best, at } = foundAt(played, from, file, near, (lag === null ? 3 : 0.8) * RATE);
    const windows = Array.from({ length: CHUNK / WINDOW }, (_, k) => {
      const level = db(file, at + k * WINDOW);
      return { level, off: db(played, from + k * WINDOW) - level };
    });
    if (best < WHOLE || windows.every(({ level }) => level < SPOKEN_DB)) continue;
    lag = at - from;
    off.push(...windows);
  }
  const middle = (list) => [...list].sort((a, b) => a - b)[list.length >> 1] ?? NaN;
  const constant = middle(off.filter((o) => o.level > -50).map((o) => o.off));
  const within = (least, most, lu) => {
    const own = off.filter((o) => o.level >= least && o.level < most);
    return `${own.filter((o) => Math.abs(o.off - constant) < lu).length} of ${own.length}`;
  };
  say(
    `played ${(played.length / RATE).toFixed(0)} s; ${off.length / 4} of ${chunks} stretches of 0.4 s in one ` +
      `piece; the file is ${(-constant).toFixed(1)} dB louder throughout`,
  );
  const spread = off.filter((o) => o.level >= SPOKEN_DB).map((o) => o.off - constant);
  spread.sort((a, b) => a - b);
  say(`spoken windows lie from ${spread[0]?.toFixed(2)} to ${spread.at(-1)?.toFixed(2)} dB off that`);
  say(
    `windows of 100 ms within 0.5 dB of the file, above −35 dB of full scale: ${within(-35, 9, 0.5)} ` +
      `(within 1 dB ${within(-35, 9, 1)}); softer ones: ${within(-60, -35, 0.5)}`,
  );
}
