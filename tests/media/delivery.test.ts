import { execFileSync } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { assemble } from '../../src/core/edit/assemble.ts';
import { lanes } from '../../src/core/lanes/lanes.ts';
import type { LookId } from '../../src/core/lanes/look-rules.ts';
import { DEFAULT_RULES } from '../../src/core/lanes/rules.ts';
import type { Drawn } from '../../src/core/looks/drawn.ts';
import { compile } from '../../src/core/plan/compile.ts';
import { type FrameRate, frameRate, frameStart, framesLength } from '../../src/core/time/frames.ts';
import { anySeconds as s, anyTime } from '../support/times.ts';
import { writeAss } from '../../src/formats/ass/ass-writer.ts';
import { readOutline } from '../../src/formats/outline/outline-reader.ts';
import { renderOverlay, renderOverlayPictures } from '../../src/media/render-overlay.ts';
import { renderPicture } from '../../src/media/render-parts.ts';
import type { RenderPiece } from '../../src/media/render-pieces.ts';
import { renderStretch } from '../../src/media/render-stretch.ts';
import { asFilmed } from '../support/as-filmed.ts';
import { drawnOf } from '../support/drawn.ts';
import { frameCount, frameTimes, leastSsim, makeNumbered, pointsOf, readNumbered } from './support.ts';

const fontsFolder = resolve('dist/fonts');
let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'euphon-delivery-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const RATE = frameRate(30000, 1001);
const SIZE = { width: 640, height: 360 };
const FRAMES = 120;
const { segments } = compile(readOutline('# Piece\n## Main: 3/1\n- Squat\n- Row').value);

function drawn(look: LookId, rate: FrameRate): Drawn[] {
  const take = {
    takeId: 't',
    duration: s(8.2),
    alignment: asFilmed(segments, s(0), { start: s(0), end: s(8.2) }),
    faults: new Map<string, number>(),
    speech: [],
  };
  const programme = assemble(segments, [take], { uses: [], removedOf: () => [], inserts: [] }, rate);
  const plan = readOutline('# Piece\n## Main: 3/1\n- Squat\n- Row').value;
  return drawnOf(lanes(programme, { rules: DEFAULT_RULES, overrides: [] }, plan), SIZE, { look });
}

const piece = (path: string, fromFrame: number, frames: number): RenderPiece => ({
  source: { path, fits: true, silent: false },
  from: frameStart(fromFrame, RATE),
  length: framesLength(frames, RATE),
  at: anyTime(0),
});

describe('the overlay alone', () => {
  // Many colours in slow motion, so that a plate that covers too much or too little is seen; little that a codec blurs.
  let source: string;
  beforeAll(() => {
    source = join(folder, 'colours.mp4');
    const picture = 'gradients=s=640x360:r=30000/1001:d=8.2:n=5:seed=3:speed=0.02';
    execFileSync('ffmpeg', [
      '-y',
      '-v',
      'error',
      '-f',
      'lavfi',
      '-i',
      picture,
      '-preset',
      'ultrafast',
      '-crf',
      '12',
      source,
    ]);
  });
  it.each(['corner', 'tide', 'hem'] as const)('of %s over the clean film is the film', async (look) => {
    const [clean, master, over] = ['clean.mp4', 'master.mp4', 'over.mov'].map((f) => join(folder, f)) as [
      string,
      string,
      string,
    ];
    const of = { pictures: [piece(source, 0, FRAMES)], ...SIZE, rate: RATE };
    const all = drawn(look, RATE);
    await renderPicture({ ...of, ass: null }, clean, fontsFolder);
    await renderPicture({ ...of, ass: writeAss(all, of) }, master, fontsFolder);
    await renderOverlay({ drawn: all, ...SIZE, rate: RATE, frames: FRAMES, fontsFolder }, 'mov', over);
    expect(frameCount(over)).toBe(FRAMES);
    expect(frameTimes(over).map((t) => Math.round(t * 29.97))).toEqual(Array.from({ length: FRAMES }, (_, i) => i));
    expect(leastSsim(master, clean)).toBeLessThan(0.99);
    expect(leastSsim(master, clean, over)).toBeGreaterThanOrEqual(0.99);
  });
  it('as pictures is frame for frame what the film of it shows, and each picture is there once', async () => {
    const all = drawn('corner', RATE);
    const pictures = join(folder, 'pictures');
    mkdirSync(pictures);
    const over = join(folder, 'over2.mov');
    const job = { drawn: all, ...SIZE, rate: RATE, frames: FRAMES, fontsFolder };
    await renderOverlay(job, 'mov', over);
    const times = await renderOverlayPictures(job, pictures);
    expect(times[0]!.from).toBe(0);
    expect(times.at(-1)!.to).toBe(FRAMES);
    times.slice(1).forEach((t, i) => expect(t.from).toBe(times[i]!.to));
    for (const { file, from, to } of times)
      for (const frame of new Set([from, to - 1]))
        expect(pointsOf(join(pictures, file), 0).equals(pointsOf(over, frame)), `${file} at ${frame}`).toBe(true);
    const names = new Set(times.map((t) => t.file));
    const contents = [...names].map((f) => pointsOf(join(pictures, f), 0).toString('base64'));
    expect(new Set(contents).size).toBe(names.size);
  });
  it('as WebM keeps what is clear and what is covered', async () => {
    const over = join(folder, 'over.webm');
    await renderOverlay({ drawn: drawn('hem', RATE), ...SIZE, rate: RATE, frames: 60, fontsFolder }, 'webm', over);
    const alpha = pointsOf(over, 30, ['-c:v', 'libvpx-vp9']).filter((_, i) => i % 4 === 3);
    expect(alpha.filter((a) => a < 4).length).toBeGreaterThan(alpha.length / 3);
    expect(alpha.filter((a) => a > 200).length).toBeGreaterThan(alpha.length / 100);
  });
});

describe('a piece of the class', () => {
  const numbered = () => {
    const path = join(folder, 'numbered.mp4');
    makeNumbered(path, { seconds: 8.2, rate: '30000/1001', id: 2, hz: 440, size: '640x360' });
    return path;
  };
  const job = (path: string) => ({
    ...{ title: 'Row', ...SIZE, rate: RATE, length: framesLength(45, RATE), shape: 'filmed' as const, ass: null },
    ...{ pictures: [piece(path, 31, 45)], sound: { pieces: [piece(path, 31, 45)] }, draft: false, fontsFolder },
  });
  it('has its frames and no other, with and without sound, and as a draft', async () => {
    const path = numbered();
    for (const [name, more] of [
      ['whole', {}],
      ['silent', { sound: null }],
      ['draft', { draft: true }],
    ] as const) {
      const output = join(folder, `piece-${name}.mp4`);
      await renderStretch({ ...job(path), ...more, output });
      expect(readNumbered(output).map((f) => f.frame)).toEqual(Array.from({ length: 45 }, (_, i) => 31 + i));
      expect(hasSound(output)).toBe(name !== 'silent');
    }
  });
  it('takes the mixed sound from its own place', async () => {
    const path = numbered();
    const mixed = join(folder, 'mixed.m4a');
    // Silent but for one second, from 2 s on.
    const tone = 'sine=f=700:r=48000:d=8,volume=enable=not(between(t\\,2\\,3)):volume=0';
    execFileSync('ffmpeg', ['-y', '-v', 'error', '-f', 'lavfi', '-i', tone, mixed]);
    const output = join(folder, 'piece-mixed.mp4');
    await renderStretch({ ...job(path), sound: { mixed, from: s(1.5) }, output });
    const [before, within] = [loudness(output, 0, 0.45), loudness(output, 0.55, 0.9)];
    expect(before).toBeLessThan(-60);
    expect(within).toBeGreaterThan(-30);
  });
  /** Somebody in a plain room who goes from left to right and back in eight seconds: their place is known. */
  const walker = () => {
    const path = join(folder, 'walker.mp4');
    const x = '260+220*sin(2*PI*t/8)';
    if (!existsSync(path))
      execFileSync('ffmpeg', [
        ...['-y', '-v', 'error', '-f', 'lavfi', '-i', 'color=c=0x9fb0ac:s=640x360:r=30000/1001:d=24'],
        ...['-f', 'lavfi', '-i', 'color=c=0x202830:s=90x240:r=30000/1001:d=24'],
        ...['-filter_complex', `[0][1]overlay=x='${x}':y=90`, '-preset', 'ultrafast'],
        ...['-g', '15', '-pix_fmt', 'yuv420p', path],
      ]);
    return path;
  };
  it.each(['9:16', '1:1'] as const)('as %s follows who is filmed, calmly', async (shape) => {
    const path = walker();
    const output = join(folder, `follow-${shape.replace(':', '-')}.mp4`);
    const frames = 240;
    const long = { pictures: [piece(path, 0, frames)], sound: null, length: framesLength(frames, RATE) };
    await renderStretch({ ...job(path), ...long, shape, output });
    const [w, h] = shape === '1:1' ? [360, 360] : [360, 640];
    // A window that stood still would lose half of the way.
    const middles = darkSpans(output, 16, w);
    expect(middles).toHaveLength(frames / 16);
    const [first, last] = [0, w - 1];
    const inside = middles.filter((d) => d.from > first && d.to < last && d.to - d.from > 40);
    expect(inside.length / middles.length).toBeGreaterThanOrEqual(0.95);
    expect(sizeOf(output)).toBe(`${w}x${h}`);
  });
});

function hasSound(path: string): boolean {
  const args = ['-v', 'error', '-select_streams', 'a', '-show_entries', 'stream=index', '-of', 'csv=p=0', path];
  return execFileSync('ffprobe', args).toString().trim() !== '';
}

function loudness(path: string, from: number, to: number): number {
  const args = ['-v', 'info', '-ss', String(from), '-to', String(to), '-i', path, '-af', 'volumedetect', '-f', 'null'];
  const said = execFileSync('sh', ['-c', `ffmpeg "$@" - 2>&1`, 'ffmpeg', ...args]).toString();
  return Number(/mean_volume: (-?[\d.]+)/.exec(said)?.[1] ?? -91);
}

/** Where the dark figure begins and ends in the middle row of every so many frames. */
function darkSpans(path: string, every: number, width: number): { from: number; to: number }[] {
  const rows = `select=not(mod(n\\,${every})),crop=iw:2:0:ih/2,format=gray`;
  const out = ['-fps_mode', 'passthrough', '-f', 'rawvideo', '-'];
  const all = execFileSync('ffmpeg', ['-v', 'error', '-i', path, '-vf', rows, ...out]);
  return Array.from({ length: all.length / (2 * width) }, (_, n) => {
    const dark = Array.from({ length: width }, (_, x) => all[2 * n * width + x]! < 90);
    return { from: dark.indexOf(true), to: dark.lastIndexOf(true) };
  });
}

function sizeOf(path: string): string {
  const args = ['-v', 'error', '-select_streams', 'v:0', '-show_entries', 'stream=width,height', '-of', 'csv=s=x:p=0'];
  return execFileSync('ffprobe', [...args, path])
    .toString()
    .trim();
}
