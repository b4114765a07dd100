import { wholeLength } from '../../src/core/time/micros.ts';
/** Rendering the demo against one plain ffmpeg call that burns a static subtitle into the same file, in turn. */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { EMPTY_EDIT, newDocument } from '../../src/core/workout/document.ts';
import { alignWorkout } from '../../src/core/workout/align-takes.ts';
import { produceTake } from '../../src/core/workout/pipeline.ts';
import { writeAss } from '../../src/formats/ass/ass-writer.ts';
import { writeFfmetadata } from '../../src/formats/ffmetadata/ffmetadata-writer.ts';
import { readOutline } from '../../src/formats/outline/outline-reader.ts';
import { writeCaptionsSrt } from '../../src/formats/srt/srt-writer.ts';
import { readTranscript } from '../../src/formats/transcript-reader.ts';
import { anySeconds } from '../support/times.ts';
import { makeVideo } from '../media/support.ts';
import { drawnOf } from '../support/drawn.ts';
import { mostMemory } from './memory.ts';
import { probe } from '../../src/media/probe.ts';
import { PARTS_AT_ONCE } from '../../src/jobs/render-parts-job.ts';
import { type MadePart, joinParts, partsOf, piecesOf, renderPicture } from '../../src/media/render-parts.ts';
import { drawnWithin } from '../../src/core/looks/drawn.ts';
import { VIDEO_SETTINGS } from '../../src/media/encodings.ts';
import { render } from '../../src/media/render.ts';
import { withSources } from '../../src/media/render-pieces.ts';

const root = process.env.EUPHON_ROOT ?? '.';
const folder = mkdtempSync(join(tmpdir(), 'euphon-bench-render-'));
const input = `${root}/demo/media/broomstick-strong-take-1.mp4`;
const read = (name: string) => readFileSync(`${root}/demo/broomstick-strong.${name}`, 'utf8');
const probed = await probe(input);
if (!probed.ok) throw new Error(probed.message);
const { duration, rate, width, height } = probed.probe;
const document = { ...newDocument('Bench'), plan: readOutline(read('outline.md')).value };
const facts = { duration, rate, transcript: readTranscript(read('words.vtt')).value, sound: null, ownClarity: null };
const aligned = alignWorkout({ plan: document.plan, edit: EMPTY_EDIT }, facts);
// Three pieces are cut out, as after filming.
const edit = {
  ...EMPTY_EDIT,
  takeId: 'a',
  removed: [40, 200, 333].map((t) => ({ start: anySeconds(t), end: anySeconds(t + 4) })),
};
const { lanes, pictures, sounds, programme } = produceTake(
  { plan: document.plan, edit },
  { takeId: 'a', facts, aligned },
);
const source = { path: input, fits: true, silent: false };
const picture = { width, height, rate };
const fontsFolder = `${root}/dist/fonts`;
const drawn = drawnOf(lanes, picture);
const ass = writeAss(drawn, picture);
const all = withSources(pictures, () => source);
const mixed = join(folder, 'sound.m4a');
execFileSync('ffmpeg', ['-y', '-v', 'error', '-i', input, '-vn', '-c:a', 'copy', mixed]);
const job = {
  ...picture,
  pictures: all,
  sounds: withSources(sounds, () => source),
  output: join(folder, 'ours.mp4'),
  length: wholeLength(programme.length),
  ...{ audioCodec: 'aac', mixed, picture: null, whole: false, fontsFolder, ass },
  ffmetadata: writeFfmetadata('Bench', lanes.chapters),
  captionsSrt: writeCaptionsSrt(lanes.captions),
};

/** One ffmpeg call with the same cuts and the same overlay, written by hand as somebody would who knows ffmpeg. */
function bare(): void {
  writeFileSync(join(folder, 'bare.ass'), ass);
  const cuts = pictures
    .map(({ from, length }) => `between(t,${from / 1e6 - 0.01},${(from + length) / 1e6 - 0.01})`)
    .join('+');
  const filter = `select='${cuts}',setpts=N/FRAME_RATE/TB,ass=${join(folder, 'bare.ass')}:fontsdir=${fontsFolder}`;
  const args = ['-y', '-v', 'error', '-i', input, '-i', mixed, '-map', '0:v', '-map', '1:a', '-vf', filter];
  execFileSync('ffmpeg', [...args, ...VIDEO_SETTINGS, '-c:a', 'copy', '-shortest', join(folder, 'bare.mp4')]);
}

/** As the worker does it: in parts, a few at once, joined, with sound, chapters and captions. */
async function ours(): Promise<void> {
  const parts = partsOf(all, rate);
  const made: MadePart[] = parts.map((part, i) => ({ ...part, path: join(folder, `part-${i}.mp4`) }));
  const left = [...made];
  const one = async () => {
    for (let part = left.shift(); part !== undefined; part = left.shift()) {
      const own = writeAss(drawnWithin(drawn, part.from, part.to, rate), picture);
      const work = { ...picture, pictures: piecesOf(all, part, rate), ass: own };
      await renderPicture(work, part.path, fontsFolder);
    }
  };
  await Promise.all(Array.from({ length: PARTS_AT_ONCE }, one));
  const joined = join(folder, 'joined.mp4');
  await joinParts(made, rate, joined);
  await render({ ...job, picture: joined }, () => undefined);
}

const ratios: number[] = [];
for (let run = 1; run <= 3; run++) {
  let from = performance.now();
  bare();
  const reference = performance.now() - from;
  from = performance.now();
  await ours();
  const took = performance.now() - from;
  ratios.push(took / reference);
  console.log(
    `render the demo, three cuts, run ${run}      ${(took / 1000).toFixed(1)} ` +
      `s against ${(reference / 1000).toFixed(1)} s of one bare ffmpeg call: ratio ` +
      `${(took / reference).toFixed(3)}`,
  );
}
console.log(`render ratio, median                     ${ratios.sort((a, b) => a - b)[1]?.toFixed(3)}  (bar 1.05)`);

// What cuts cost in memory, at 1080p.
const large = join(folder, 'large.mp4');
const SECONDS = 130;
makeVideo(large, { seconds: SECONDS, rate: '25', size: '1920x1080' });
const memoryWith = (cuts: number) => {
  const each = (SECONDS - 10) / (cuts + 1);
  const pieces = Array.from({ length: cuts + 1 }, (_, i) => ({
    source: { path: large, fits: true, silent: false },
    from: anySeconds(Math.round(i * each * 25) / 25),
    // A little is cut out each time; the whole is as long for any number of cuts.
    length: anySeconds(Math.round((10 / (cuts + 1)) * 25) / 25),
    at: anySeconds(0),
  }));
  return mostMemory(() =>
    render(
      {
        pictures: pieces,
        sounds: pieces,
        output: join(folder, 'cut.mp4'),
        ...{ width: 1920, height: 1080, length: anySeconds(10), rate: { num: 25, den: 1 } },
        ...{ audioCodec: 'aac', mixed: null, picture: null, whole: false, fontsFolder: `${root}/dist/fonts` },
        ass: writeAss([], { width: 1920, height: 1080, rate: { num: 25, den: 1 } }),
        ...{ ffmetadata: ';FFMETADATA1\n', captionsSrt: '' },
      },
      () => undefined,
    ),
  );
};
const [none, sixty] = [await memoryWith(0), await memoryWith(60)];
console.log(
  `memory of a render at 1080p              ${none.toFixed(0)} MiB without a cut, ${sixty.toFixed(0)} ` +
    `MiB with 60: ${((sixty - none) / 60).toFixed(2)} MiB a cut`,
);
rmSync(folder, { recursive: true });
