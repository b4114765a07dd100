import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { assemble } from '../../src/core/edit/assemble.ts';
import { viewsOf } from '../../src/core/edit/views.ts';
import { lanes } from '../../src/core/lanes/lanes.ts';
import { DEFAULT_RULES } from '../../src/core/lanes/rules.ts';
import { type TimerTick, timerTicks } from '../../src/core/lanes/timer.ts';
import { compile } from '../../src/core/plan/compile.ts';
import { type FrameRate, firstFrameFrom, frameRate } from '../../src/core/time/frames.ts';
import { type TakeTime, wholeLength } from '../../src/core/time/micros.ts';
import type { Span } from '../../src/core/time/span.ts';
import { anySeconds, anyTime } from '../support/times.ts';
import { writeAss } from '../../src/formats/ass/ass-writer.ts';
import { writeFfmetadata } from '../../src/formats/ffmetadata/ffmetadata-writer.ts';
import { readOutline } from '../../src/formats/outline/outline-reader.ts';
import { writeCaptionsSrt } from '../../src/formats/srt/srt-writer.ts';
import { render } from '../../src/media/render.ts';
import { withSources } from '../../src/media/render-pieces.ts';
import { asFilmed } from '../support/as-filmed.ts';
import { boardOf, drawnOf } from '../support/drawn.ts';
import { difference, frameCount, greyFrame, makeVideo } from './support.ts';

const fontsFolder = resolve('dist/fonts');
let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'euphon-media-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** Lengths that fall between frames on purpose: 4.31 s of work, 2.77 s of rest. */
const PLAN = readOutline('# Frame true\n## Main: 2 rounds, 4.31/2.77\n- Crate lift\n## End: talk 12').value;
const { segments, total } = compile(PLAN);
async function renderPlan(rate: FrameRate, removed: Span<TakeTime>[], name: string) {
  const input = join(folder, `${name}-in.mp4`);
  makeVideo(input, { seconds: Math.ceil(total / 1e6), rate: `${rate.num}/${rate.den}` });
  const duration = anyTime(Math.ceil(total / 1e6) * 1e6);
  const programme = assemble(
    segments,
    [{ takeId: 'a', duration, alignment: asFilmed(segments), faults: new Map(), speech: [] }],
    { uses: [], removedOf: () => removed, inserts: [] },
    rate,
  );
  const source = { path: input, fits: true, silent: false };
  const pieces = withSources(
    viewsOf(programme.shots, [], () => [], rate),
    () => source,
  );
  const laid = lanes(programme, { rules: DEFAULT_RULES, overrides: [] }, PLAN);
  const output = join(folder, `${name}.mp4`);
  const seen: number[] = [];
  await render(
    {
      pictures: pieces,
      sounds: pieces,
      output,
      length: wholeLength(programme.length),
      width: 640,
      height: 360,
      rate,
      audioCodec: 'aac',
      mixed: null,
      picture: null,
      whole: removed.length === 0,
      fontsFolder,
      ass: writeAss(drawnOf(laid, { width: 640, height: 360 }), { width: 640, height: 360, rate }),
      ffmetadata: writeFfmetadata('A = B; #1', laid.chapters),
      captionsSrt: writeCaptionsSrt(laid.captions),
    },
    (share) => seen.push(share),
  );
  return { output, programme, laid, seen, rate };
}

/** The part of the timer's card where its figures stand. */
const FIGURES = { x: 522, y: 298, w: 80, h: 28 };
const references = new Map<number, Uint8Array>();
/** What each number looks like, drawn alone over the same plain picture: the reader compares with these. */
function reference(value: number): Uint8Array {
  const known = references.get(value);
  if (known !== undefined) return known;
  const picture = { width: 640, height: 360, rate: frameRate(25, 1) };
  const tick: TimerTick = { segmentKey: 'x', kind: 'work', start: anyTime(0), end: anySeconds(2), value, share: 0.5 };
  const [input, script, output] = [
    join(folder, 'plain.mp4'),
    join(folder, `ref${value}.ass`),
    join(folder, `ref${value}.mp4`),
  ];
  makeVideo(input, { seconds: 1, rate: '25' });
  execFileSync('tee', [script], {
    input: writeAss(drawnOf({ timer: [tick], captions: [], boards: [boardOf(tick)], cards: [] }, picture), picture),
    stdio: ['pipe', 'ignore', 'inherit'],
  });
  execFileSync('ffmpeg', [
    '-y',
    '-v',
    'error',
    '-i',
    input,
    '-vf',
    `ass=${script}:fontsdir=${fontsFolder}`,
    '-c:v',
    'libx264',
    '-crf',
    '15',
    output,
  ]);
  references.set(value, greyFrame(output, 5, FIGURES));
  return references.get(value) as Uint8Array;
}
/** Reads the number in a decoded frame: the reference that differs least, which must be clear. */
function readNumber(path: string, frame: number): number {
  const picture = greyFrame(path, frame, FIGURES);
  const scores = [1, 2, 3, 4, 5]
    .map((value) => ({ value, off: difference(picture, reference(value)) }))
    .sort((a, b) => a.off - b.off);
  expect((scores[1]?.off ?? 0) / Math.max(0.5, scores[0]?.off ?? 0)).toBeGreaterThan(1.5);
  return scores[0]?.value ?? 0;
}

describe('the rendered timer', () => {
  it.each([
    ['25', frameRate(25, 1)],
    ['29.97', frameRate(30000, 1001)],
    ['59.94', frameRate(60000, 1001)],
  ])('changes on the very frame at %s frames a second', async (name, rate) => {
    const { output, programme, seen } = await renderPlan(rate, [], `whole-${name}`);
    const ticks = timerTicks(programme.segments, DEFAULT_RULES, []);
    const changes = ticks
      .slice(1, 6)
      .map((tick, i) => ({ frame: firstFrameFrom(tick.start, rate), before: ticks[i]?.value, after: tick.value }));
    for (const change of changes) {
      expect([change.frame - 1, readNumber(output, change.frame - 1)]).toEqual([change.frame - 1, change.before]);
      expect([change.frame, readNumber(output, change.frame)]).toEqual([change.frame, change.after]);
    }
    expect(seen.at(-1)).toBeGreaterThan(0.9);
  });
  it('is right to the frame after cuts too, and the file has every frame the programme has', async () => {
    const rate = frameRate(25, 1);
    const { output, programme } = await renderPlan(
      rate,
      [
        { start: anySeconds(5.013), end: anySeconds(6.207) },
        { start: anySeconds(15), end: anySeconds(17.9) },
      ],
      'cut',
    );
    expect(frameCount(output)).toBe(firstFrameFrom(programme.length, rate));
    const ticks = timerTicks(programme.segments, DEFAULT_RULES, []);
    const second = ticks.findIndex((t) => t.start > anySeconds(6));
    for (const tick of ticks.slice(second, second + 3)) {
      const frame = firstFrameFrom(tick.start, rate);
      expect([frame, readNumber(output, frame)]).toEqual([frame, tick.value]);
    }
  });
});

describe('the container', () => {
  it('holds the chapters and the captions as a track, read back by ffprobe', async () => {
    const { output, laid } = await renderPlan(frameRate(25, 1), [], 'container');
    const facts = JSON.parse(
      execFileSync('ffprobe', [
        '-v',
        'error',
        '-show_chapters',
        '-show_streams',
        '-show_format',
        '-of',
        'json',
        output,
      ]).toString(),
    ) as {
      chapters: { start_time: string; tags: { title: string } }[];
      streams: { codec_name: string; codec_type: string }[];
      format: { tags: { title: string } };
    };
    expect(facts.chapters.map((c) => c.tags.title)).toEqual(laid.chapters.map((c) => c.title));
    expect(facts.chapters.map((c) => Math.round(Number(c.start_time) * 1000))).toEqual(
      laid.chapters.map((c) => Math.round(c.start / 1000)),
    );
    expect(facts.streams.map((s) => s.codec_type).sort()).toEqual(
      expect.arrayContaining(['audio', 'subtitle', 'video']),
    );
    expect(facts.format.tags.title).toBe('A = B; #1');
    const back = execFileSync('ffmpeg', ['-v', 'error', '-i', output, '-map', '0:s:0', '-f', 'srt', '-']).toString();
    expect(back).toContain('Crate lift');
  });
  it('is not made when the render is stopped', async () => {
    const stop = new AbortController();
    const input = join(folder, 'long.mp4');
    makeVideo(input, { seconds: 20, rate: '25', size: '1280x720' });
    const source = { path: input, fits: true, silent: false };
    const piece = { source, from: anyTime(0), at: anyTime(0), length: anySeconds(20) };
    const job = render(
      {
        pictures: [piece],
        sounds: [piece],
        output: join(folder, 'never.mp4'),
        length: anySeconds(20),
        width: 1280,
        height: 720,
        rate: frameRate(25, 1),
        audioCodec: 'aac',
        mixed: null,
        picture: null,
        whole: true,
        fontsFolder,
        ass: writeAss([], { width: 1280, height: 720, rate: frameRate(25, 1) }),
        ffmetadata: ';FFMETADATA1\n',
        captionsSrt: '',
      },
      () => stop.abort(),
      stop.signal,
    );
    await expect(job).rejects.toThrow(/abort/i);
  });
});
