/**
 * Contrast of every text that looks write, against the frames of the demo that are really behind it: two frames of each
 * segment, every look, with all that can be written (WCAG 2.2, 1.4.3).
 */
import { readFileSync } from 'node:fs';
import { LOOK_IDS } from '../../src/core/lanes/look-rules.ts';
import type { Drawn } from '../../src/core/looks/drawn.ts';
import { legibilityOf } from '../../src/core/looks/legible.ts';
import { type Micros, micros } from '../../src/core/time/micros.ts';
import { alignWorkout } from '../../src/core/workout/align-takes.ts';
import { EMPTY_EDIT, newDocument } from '../../src/core/workout/document.ts';
import { produceTake } from '../../src/core/workout/pipeline.ts';
import { readOutline } from '../../src/formats/outline/outline-reader.ts';
import { readTranscript } from '../../src/formats/transcript-reader.ts';
import { probe } from '../../src/media/probe.ts';
import { readFrames } from '../../src/media/read-frames.ts';
import { drawnOf } from '../support/drawn.ts';

const root = process.env.EUPHON_ROOT ?? '.';
const read = (name: string) => readFileSync(`${root}/demo/broomstick-strong.${name}`, 'utf8');
const input = `${root}/demo/media/broomstick-strong-take-1.mp4`;
const probed = await probe(input);
if (!probed.ok) throw new Error(probed.message);
const { duration, rate, width, height } = probed.probe;
const { plan } = { ...newDocument('Bench'), plan: readOutline(read('outline.md')).value };
const facts = { duration, rate, transcript: readTranscript(read('words.vtt')).value, sound: null, ownClarity: null };
const take = { takeId: 'a', facts, aligned: alignWorkout({ plan, edit: EMPTY_EDIT }, facts) };
const { lanes, pictures, programme } = produceTake({ plan, edit: { ...EMPTY_EDIT, takeId: 'a' } }, take);

const GREY = { width: 640, height: 360 };
const shotTimes = programme.segments.flatMap(({ start, end }) =>
  [0.3, 0.7].map((share) => micros(start + (end - start) * share)),
);
const greys = new Map<Micros, Uint8Array>();
for (const at of shotTimes) {
  const shot = pictures.find((p) => p.at <= at && at < p.at + p.length);
  if (shot?.mediaId == null) continue;
  const from = ((shot.from + at - shot.at) / 1e6).toFixed(3);
  await readFrames({ before: ['-ss', from, '-i', input, '-frames:v', '1'], filters: [] }, GREY, (grey) =>
    greys.set(at, grey.slice()),
  );
}
for (const look of LOOK_IDS) {
  const drawn = drawnOf(
    lanes,
    { width, height },
    {
      look,
      shows: { next: true, round: true, option: true, take: true },
      speech: true,
    },
  );
  const worst = { small: Infinity, large: Infinity };
  let [texts, short] = [0, 0];
  for (const [at, grey] of greys) {
    const now = drawn
      .filter((d) => d.start <= at && d.end > at)
      .map((d): Drawn => ({ ...d, start: at, end: micros(at + 1) }));
    const behind = ({ x, y, w, h }: { x: number; y: number; w: number; h: number }) => rangeIn(grey, { x, y, w, h });
    for (const l of legibilityOf(now, height, behind)) {
      texts++;
      if (l.contrast < l.wanted) short++;
      const kind = l.wanted < 4 ? 'large' : 'small';
      worst[kind] = Math.min(worst[kind], l.contrast);
    }
  }
  const figures = `words ${worst.small.toFixed(1)} : 1 (bar 4.5), large ${worst.large.toFixed(1)} : 1 (bar 3)`;
  console.log(`${look.padEnd(10)} ${greys.size} frames: ` + `least ${figures}; ${short} of ${texts} texts short`);
}

/** The darkest and the lightest grey of a frame in a box of the programme's picture. */
function rangeIn(grey: Uint8Array, { x, y, w, h }: { x: number; y: number; w: number; h: number }) {
  const scale = GREY.width / width;
  let [dark, light] = [255, 0];
  for (let row = Math.max(0, Math.floor(y * scale)); row < Math.min(GREY.height, Math.ceil((y + h) * scale)); row++)
    for (let c = Math.max(0, Math.floor(x * scale)); c < Math.min(GREY.width, Math.ceil((x + w) * scale)); c++) {
      const point = grey[row * GREY.width + c]!;
      dark = Math.min(dark, point);
      light = Math.max(light, point);
    }
  return { dark: dark / 255, light: light / 255 };
}
