import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { TONE_RATE_HZ } from '../../src/core/sound/tone-shapes.ts';
import { anySeconds as s } from '../support/times.ts';

/** Tones and a cared-for voice, looked for in the file that comes out. */
export const SECONDS = 14;
export const folder = mkdtempSync(join(tmpdir(), 'euphon-tones-'));
export const at = (name: string) => join(folder, name);
export const ffmpeg = (...args: string[]) => execFileSync('ffmpeg', ['-y', '-v', 'error', ...args]);
export const LINE = 'Squat down slowly, keep your heels on the floor, and stand up tall. Breathe, and down again.';

export function decoded(path: string): Float32Array {
  const bytes = execFileSync(
    'ffmpeg',
    ['-v', 'error', '-i', path, '-ac', '1', '-ar', String(TONE_RATE_HZ), '-f', 'f32le', '-'],
    {
      maxBuffer: 1e9,
    },
  );
  return new Float32Array(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength));
}
export const piece = (name: string, from: number, length: number, at_ = 0) => ({
  source: { path: at(`${name}.wav`), fits: true, silent: false },
  from: s(from),
  at: s(at_),
  length: s(length),
});

/** The same voice near, far and over a floor that shakes, as files of a folder of their own. */
export function makeVoices(): void {
  // Test files that share a process share the folder: another one may have removed it.
  mkdirSync(folder, { recursive: true });
  execFileSync('espeak-ng', ['-v', 'en-gb', '-w', at('line.wav'), LINE]);
  // The same voice twice, the second time 9 dB softer; over a floor that shakes at 31 Hz.
  ffmpeg('-stream_loop', '-1', '-i', at('line.wav'), '-t', String(SECONDS), '-af', 'aresample=48000', at('near.wav'));
  ffmpeg('-i', at('near.wav'), '-af', 'volume=-9dB', at('far.wav'));
  ffmpeg(
    '-i',
    at('near.wav'),
    '-f',
    'lavfi',
    '-i',
    'sine=f=31:r=48000',
    '-filter_complex',
    '[1:a]volume=0.8[r];[0:a][r]amix=2:duration=first:normalize=0',
    at('shaking.wav'),
  );
}

export const removeVoices = () => rmSync(folder, { recursive: true, force: true });
