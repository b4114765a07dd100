/** Rendering the demo against one plain ffmpeg call that burns a static subtitle into the same file, in turn. */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { EMPTY_EDIT, newDocument } from '../../src/core/workout/document.ts';
import { alignWorkout, produceTake } from '../../src/core/workout/pipeline.ts';
import { writeAss } from '../../src/formats/ass/ass-writer.ts';
import { writeFfmetadata } from '../../src/formats/ffmetadata/ffmetadata-writer.ts';
import { readOutline } from '../../src/formats/outline/outline-reader.ts';
import { writeCaptionsSrt } from '../../src/formats/srt/srt-writer.ts';
import { readTranscript } from '../../src/formats/transcript-reader.ts';
import { fromSeconds } from '../../src/core/time/micros.ts';
import { makeVideo } from '../media/support.ts';
import { mostMemory } from './memory.ts';
import { probe } from '../../src/media/probe.ts';
import { VIDEO_SETTINGS, render } from '../../src/media/render.ts';
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
const ratios: number[] = [];
const all: { ours: number; reference: number }[] = [];
for (let run = 1; run <= 3; run++) {
  const plain = join(folder, 'static.srt');
  writeFileSync(plain, `1\n00:00:00,000 --> 00:59:00,000\nOne line that never changes\n`);
  let from = performance.now();
  execFileSync('ffmpeg', [
    '-y',
    '-v',
    'error',
    '-i',
    input,
    '-vf',
    `subtitles=${plain}`,
    ...VIDEO_SETTINGS,
    '-c:a',
    'copy',
    join(folder, 'plain.mp4'),
  ]);
  const reference = performance.now() - from;
  from = performance.now();
  const aligned = alignWorkout({ plan: document.plan, edit: EMPTY_EDIT }, facts);
  const { programme, lanes, pictures, sounds } = produceTake(
    { plan: document.plan, edit: EMPTY_EDIT },
    { takeId: 'a', facts, aligned },
  );
  const source = { path: input, fits: true, silent: false };
  await render(
    {
      pictures: withSources(pictures, () => source),
      sounds: withSources(sounds, () => source),
      output: join(folder, 'ours.mp4'),
      width,
      height,
      length: programme.length,
      rate,
      audioCodec: 'aac',
      mixed: null,
      picture: null,
      whole: true,
      fontsFolder: `${root}/dist/fonts`,
      ass: writeAss(lanes, { width, height, rate }),
      ffmetadata: writeFfmetadata('Bench', lanes.chapters),
      captionsSrt: writeCaptionsSrt(lanes.captions),
    },
    () => undefined,
  );
  const ours = performance.now() - from;
  ratios.push(ours / reference);
  all.push({ ours, reference });
  console.log(
    `render the demo, run ${run}                  ${(ours / 1000).toFixed(1)} s against ${(reference / 1000).toFixed(1)} s of plain ffmpeg: ratio ${(ours / reference).toFixed(3)}`,
  );
}
console.log(`render ratio, median                     ${ratios.sort((a, b) => a - b)[1]?.toFixed(3)}  (aim 1.15)`);
// Best against best: what is left when other work on the machine is not in the way.
const [best, plainBest] = [Math.min(...all.map((a) => a.ours)), Math.min(...all.map((a) => a.reference))];
console.log(`render ratio, best against best          ${(best / plainBest).toFixed(3)}`);

// What cuts cost in memory, at 1080p.
const large = join(folder, 'large.mp4');
const SECONDS = 130;
makeVideo(large, { seconds: SECONDS, rate: '25', size: '1920x1080' });
const memoryWith = (cuts: number) => {
  const each = (SECONDS - 10) / (cuts + 1);
  const pieces = Array.from({ length: cuts + 1 }, (_, i) => ({
    source: { path: large, fits: true, silent: false },
    from: fromSeconds(Math.round(i * each * 25) / 25),
    // A little is cut out each time; the whole is as long for any number of cuts.
    length: fromSeconds(Math.round((10 / (cuts + 1)) * 25) / 25),
    at: fromSeconds(0),
  }));
  return mostMemory(() =>
    render(
      {
        pictures: pieces,
        sounds: pieces,
        output: join(folder, 'cut.mp4'),
        ...{ width: 1920, height: 1080, length: fromSeconds(10), rate: { num: 25, den: 1 } },
        ...{ audioCodec: 'aac', mixed: null, picture: null, whole: false, fontsFolder: `${root}/dist/fonts` },
        ass: writeAss({ timer: [], captions: [], cards: [] }, { width: 1920, height: 1080, rate: { num: 25, den: 1 } }),
        ...{ ffmetadata: ';FFMETADATA1\n', captionsSrt: '' },
      },
      () => undefined,
    ),
  );
};
const [none, sixty] = [await memoryWith(0), await memoryWith(60)];
console.log(
  `memory of a render at 1080p              ${none.toFixed(0)} MiB without a cut, ${sixty.toFixed(0)} MiB with 60: ${((sixty - none) / 60).toFixed(2)} MiB a cut`,
);
rmSync(folder, { recursive: true });
