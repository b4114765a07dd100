import { framesLength } from '../../src/core/time/frames.ts';
/**
 * What goes out beside the film. Overlay alone over the clean film against the film, frame by frame; the window that
 * follows who is filmed, against where the demo's figure was drawn; how long each takes.
 */
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createCanvas } from '@napi-rs/canvas';
import { type Camera, drawFigure } from '../../demo/figure.ts';
import { SIDE_BEFORE_S } from '../../demo/offsets.ts';
import { demoPlan, perform } from '../../demo/performance.ts';
import { poseOf } from '../../demo/poses.ts';
import { isActive } from '../../src/core/plan/segment.ts';
import { micros } from '../../src/core/time/micros.ts';
import { alignWorkout } from '../../src/core/workout/align-takes.ts';
import { EMPTY_EDIT, newDocument } from '../../src/core/workout/document.ts';
import { produceTake } from '../../src/core/workout/pipeline.ts';
import { writeAss } from '../../src/formats/ass/ass-writer.ts';
import { readOutline } from '../../src/formats/outline/outline-reader.ts';
import { readTranscript } from '../../src/formats/transcript-reader.ts';
import { followPieces } from '../../src/media/follow-person.ts';
import { probe } from '../../src/media/probe.ts';
import { renderOverlay } from '../../src/media/render-overlay.ts';
import { piecesOf, renderPicture } from '../../src/media/render-parts.ts';
import { withSources } from '../../src/media/render-pieces.ts';
import { drawnWithin } from '../../src/core/looks/drawn.ts';
import { ssimOf } from '../media/support.ts';
import { drawnOf } from '../support/drawn.ts';

const root = process.env.EUPHON_ROOT ?? '.';
const folder = mkdtempSync(join(tmpdir(), 'euphon-bench-delivery-'));
const fontsFolder = `${root}/dist/fonts`;
const media = (name: string) => `${root}/demo/media/broomstick-strong-${name}.mp4`;
const read = (name: string) => readFileSync(`${root}/demo/broomstick-strong.${name}`, 'utf8');
const say = (name: string, text: string) => console.log(`${name.padEnd(40)} ${text}`);

// The overlay over the clean film.
const input = media('take-1');
const probed = await probe(input);
if (!probed.ok) throw new Error(probed.message);
const { duration, rate, width, height } = probed.probe;
const { plan } = { ...newDocument('Bench'), plan: readOutline(read('outline.md')).value };
const facts = { duration, rate, transcript: readTranscript(read('words.vtt')).value, sound: null, ownClarity: null };
const aligned = alignWorkout({ plan, edit: EMPTY_EDIT }, facts);
const take = { takeId: 'a', facts, aligned };
const { lanes, pictures } = produceTake({ plan, edit: { ...EMPTY_EDIT, takeId: 'a' } }, take);
const all = withSources(pictures, () => ({ path: input, fits: true, silent: false }));
const size = { width, height, rate };
const seconds = async (work: () => Promise<void>) => {
  const begun = performance.now();
  await work();
  return (performance.now() - begun) / 1000;
};
for (const look of ['sill', 'corner', 'tide'] as const) {
  const drawn = drawnOf(lanes, size, { look });
  // A minute and a half from the middle, with work, a break and a change of sides.
  const part = { from: 2500, to: 4750 };
  const own = drawnWithin(drawn, part.from, part.to, rate);
  const of = { ...size, pictures: piecesOf(all, part, rate) };
  const [clean, master, over] = ['clean.mp4', 'master.mp4', 'over.mov'].map((f) => join(folder, f)) as [
    string,
    string,
    string,
  ];
  await renderPicture({ ...of, ass: null }, clean, fontsFolder);
  const whole = await seconds(() => renderPicture({ ...of, ass: writeAss(own, of) }, master, fontsFolder));
  const frames = part.to - part.from;
  const alone = await seconds(() => renderOverlay({ drawn: own, ...size, frames, fontsFolder }, 'mov', over));
  const alike = ssimOf(master, clean, over);
  const mean = alike.reduce((a, b) => a + b, 0) / alike.length;
  say(
    `overlay of ${look} over the clean film`,
    `SSIM least ${Math.min(...alike).toFixed(4)}, mean ${mean.toFixed(4)} of ${alike.length} frames  (bar ` +
      `0.99); drawn in ${alone.toFixed(1)} s, the film in ${whole.toFixed(1)} s`,
  );
}

// The window against where the figure was drawn: nothing that looks for it sees this.
const day = perform(demoPlan(`${root}/demo/broomstick-strong.outline.md`));
const FPS = 25;
for (const [camera, path, wide, before] of [
  ['front', input, 1280, 0],
  ['side', media('side'), 960, SIDE_BEFORE_S],
] as const) {
  for (const [shape, share] of [
    ['9:16', (9 / 16) ** 2],
    ['1:1', 9 / 16],
  ] as const) {
    let [inside, middle, seen, jump, fastest, widened, moves] = [0, 0, 0, 0, 0, 0, 0];
    for (const segment of day.performed.filter(isActive)) {
      const [from, to] = [segment.start / 1e6 + before, segment.end / 1e6 + before];
      const frames = Math.floor((to - from) * FPS);
      const piece = {
        source: { path, fits: true, silent: true },
        from: micros(from * 1e6),
        length: framesLength(frames, { num: FPS, den: 1 }),
        at: micros(0),
      };
      const of = { width: wide, height: (wide * 9) / 16, rate: { num: FPS, den: 1 }, shape: share };
      const [found] = await followPieces([piece], of);
      const { left, width: window } = found!.follow;
      moves++;
      if (window > share + 1e-6) widened++;
      for (let f = 0; f < frames; f += 5) {
        const box = drawnBox(camera, wide, f / FPS, segment);
        seen++;
        if (box.left >= left[f]! - 0.002 && box.right <= left[f]! + window + 0.002) inside++;
        if (box.middle >= left[f]! && box.middle <= left[f]! + window) middle++;
      }
      const speeds = [...left].slice(1).map((x, i) => (x - left[i]!) * FPS);
      fastest = Math.max(fastest, ...speeds.map(Math.abs));
      jump = Math.max(jump, ...speeds.slice(1).map((v, i) => Math.abs(v - speeds[i]!)));
    }
    say(
      `${shape} of the ${camera} camera`,
      `${((100 * inside) / seen).toFixed(1)} % of ${seen} frames hold all of the figure with its broomstick ` +
        `(bar 95), ${((100 * middle) / seen).toFixed(1)} % its middle; at most ${(fastest * 100).toFixed(1)} ` +
        `% of the width a second, from frame to frame ${(jump * 100).toFixed(2)} more; wider for ${widened} of ` +
        `${moves} moves`,
    );
  }
}
rmSync(folder, { recursive: true, force: true });

/** Where the figure is in a frame of a camera, by what it is drawn with. */
function drawnBox(camera: Camera, wide: number, since: number, segment: (typeof day.performed)[number]) {
  const [w, h] = [320, 180];
  const canvas = createCanvas(w, h);
  const c = canvas.getContext('2d');
  c.scale(w / wide, w / wide);
  drawFigure(c, poseOf(segment, since), camera, wide);
  const points = canvas.data();
  let [left, right, sum, many] = [w, 0, 0, 0];
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      // The soft shadow is not the figure.
      if (points[(y * w + x) * 4 + 3]! < 200) continue;
      left = Math.min(left, x);
      right = Math.max(right, x + 1);
      sum += x;
      many++;
    }
  return { left: left / w, right: right / w, middle: sum / many / w };
}
