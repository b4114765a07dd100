import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { frameRate } from '../../src/core/time/frames.ts';
import { fromSeconds as s } from '../../src/core/time/micros.ts';
import { probe } from '../../src/media/probe.ts';
import { render } from '../../src/media/render.ts';

const folder = mkdtempSync(join(tmpdir(), 'euphon-turned-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const at = (name: string) => join(folder, name);
const ffmpeg = (...args: string[]) => execFileSync('ffmpeg', ['-y', '-v', 'error', ...args]);

/** A picture, black on the left and white on the right, with a note that it is to be turned by so much. */
function filmed(name: string, degrees: number): string {
  const halves = "nullsrc=s=320x180:r=25:d=2,format=gray,geq=lum='255*gt(X,W/2)',format=yuv420p";
  ffmpeg(
    '-f',
    'lavfi',
    '-i',
    halves,
    '-f',
    'lavfi',
    '-i',
    'sine=d=2',
    '-c:v',
    'libx264',
    '-c:a',
    'aac',
    '-shortest',
    at('flat.mp4'),
  );
  ffmpeg('-i', at('flat.mp4'), '-c', 'copy', '-metadata:s:v:0', `rotate=${degrees}`, at(name));
  return at(name);
}
/** How light the middle of each edge of a frame is: top, right, bottom, left. */
function edges(path: string, width: number, height: number): number[] {
  const frame = execFileSync('ffmpeg', [
    '-v',
    'error',
    '-i',
    path,
    '-frames:v',
    '1',
    '-pix_fmt',
    'gray',
    '-f',
    'rawvideo',
    '-',
  ]);
  expect(frame.length).toBe(width * height);
  const [x, y] = [width >> 1, height >> 1];
  return [
    frame[20 * width + x],
    frame[y * width + width - 20],
    frame[(height - 20) * width + x],
    frame[y * width + 20],
  ].map((v) => Math.round((v ?? 0) / 255));
}

describe('a take that a phone turned', () => {
  it.each([
    [90, 180, 320],
    [180, 320, 180],
    [270, 180, 320],
    [0, 320, 180],
  ])('by %i degrees is upright: in its size, and in the finished video', async (degrees, width, height) => {
    const path = filmed(`turned-${degrees}.mp4`, degrees);
    const found = await probe(path);
    expect(found.ok && [found.probe.width, found.probe.height]).toEqual([width, height]);
    const source = { path, fits: true, silent: false };
    const piece = (from: number, length: number, start: number) => ({
      source,
      from: s(from),
      length: s(length),
      at: s(start),
    });
    const output = at(`finished-${degrees}.mp4`);
    await render(
      {
        pictures: [piece(0, 0.8, 0), piece(1, 0.8, 0.8)],
        sounds: [piece(0, 0.8, 0), piece(1, 0.8, 0.8)],
        mixed: null,
        picture: null,
        whole: false,
        output,
        length: s(1.6),
        width,
        height,
        rate: frameRate(25, 1),
        audioCodec: 'aac',
        ass:
          `[Script Info]\nScriptType: v4.00+\nPlayResX: ${width}\nPlayResY: ${height}\n\n[V4+ Styles]\n\n[Events]\n` +
          'Format: Layer, Start, End, Style, Text\n',
        ffmetadata: ';FFMETADATA1\n',
        captionsSrt: '',
        fontsFolder: 'dist/fonts',
      },
      () => undefined,
    );
    // What a player shows of the file as it was filmed is what the reference program draws of it.
    ffmpeg('-i', path, '-frames:v', '1', at(`shown-${degrees}.png`));
    expect(edges(output, width, height)).toEqual(edges(at(`shown-${degrees}.png`), width, height));
  });
});

it('a recording that does not say its length is measured; a short line is taken, a shorter one is not', async () => {
  ffmpeg('-f', 'lavfi', '-i', 'sine=d=0.8', '-c:a', 'libopus', '-f', 'webm', '-live', '1', at('live.webm'));
  const live = await probe(at('live.webm'));
  expect(live.ok && live.probe.duration / 1e6).toBeCloseTo(0.8, 1);
  // As many packets as three quarters of an hour have: nothing of what is said about them gets lost.
  const packets = ['-c:a', 'libopus', '-compression_level', '0', '-application', 'lowdelay', '-frame_duration', '2.5'];
  ffmpeg('-f', 'lavfi', '-i', 'sine=d=320:r=8000', ...packets, '-f', 'webm', '-live', '1', at('long.webm'));
  const long = await probe(at('long.webm'));
  expect(long.ok && long.probe.duration / 1e6).toBeCloseTo(320, 0);
  ffmpeg('-f', 'lavfi', '-i', 'sine=d=0.1', at('blip.wav'));
  expect((await probe(at('blip.wav'))).ok).toBe(false);
});
