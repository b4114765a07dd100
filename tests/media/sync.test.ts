import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { syncFiles } from '../../src/media/sync.ts';

const folder = mkdtempSync(join(tmpdir(), 'euphon-sync-'));
const at = (name: string) => join(folder, name);
const ffmpeg = (...args: string[]) => execFileSync('ffmpeg', ['-v', 'error', '-y', ...args]);
/** The demo's first minutes: enough to compare, and no test should wait for all of it. */
const TAKE = at('take.flac');
const TAKE_S = 70;
beforeAll(() => ffmpeg('-i', 'demo/media/broomstick-strong-take-1.mp4', '-vn', '-t', String(TAKE_S), TAKE));
/** One frame at 60 frames a second. */
const FRAME_S = 1 / 60;
afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe('two recordings of the same class', () => {
  it.each([
    ['a recorder that started 12.345 s earlier', ['-af', 'adelay=12345:all=1'], 12.345, 0],
    ['one that started 7.2 s later, in a noisy corner', ['-ss', '7.2', '-af', 'lowpass=3000,volume=0.3'], -7.2, 0],
    [
      'one whose clock runs 83 parts per million fast',
      ['-af', 'adelay=3000:all=1,aresample=48000,asetrate=47996,aresample=48000'],
      3,
      (48_000 / 47_996 - 1) * 1e6,
    ],
  ] as const)('are laid over each other to less than a frame: %s', async (_, args, offset, ppm) => {
    ffmpeg('-i', TAKE, '-vn', ...args, '-ac', '1', at('second.flac'));
    ffmpeg(
      '-f',
      'lavfi',
      '-i',
      'anoisesrc=a=0.004:d=90',
      '-i',
      at('second.flac'),
      '-filter_complex',
      '[0][1]amix=duration=shortest:normalize=0',
      at('noisy.flac'),
    );
    const sync = await syncFiles(TAKE, at('noisy.flac'));
    // The whole second recording is stretched by its clock, its delay too.
    expect(Math.abs(sync.offsetS - offset * (1 + ppm * 1e-6))).toBeLessThan(FRAME_S);
    expect(Math.abs(sync.driftPpm - ppm)).toBeLessThan(10);
    expect(Math.abs(sync.offsetS + (TAKE_S * sync.driftPpm) / 1e6 - offset - (TAKE_S * ppm) / 1e6)).toBeLessThan(
      FRAME_S,
    );
    expect(sync.spreadS).toBeLessThan(0.005);
  });
  it('that have nothing in common are refused with a sentence', async () => {
    ffmpeg('-f', 'lavfi', '-i', 'anoisesrc=d=60:seed=3:a=0.2', at('noise.flac'));
    await expect(syncFiles(TAKE, at('noise.flac'))).rejects.toThrow(/too little sound in common/);
  });
});
