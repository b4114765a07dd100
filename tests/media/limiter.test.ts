import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { LIMIT_DB, Limiter } from '../../src/core/sound/limiter.ts';
import { filtersOf } from '../../src/media/level.ts';

/** The page's limiter against the file's own (ffmpeg's `alimiter`, as `filtersOf` asks for it), on a voice too loud. */
const RATE = 48_000;
const WINDOW = RATE / 10;
const folder = mkdtempSync(join(tmpdir(), 'euphon-limiter-'));
const voice = join(folder, 'voice.wav');
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** Two channels of a file after filters, one after the other. */
function decoded(filters: string): [Float32Array, Float32Array] {
  const args = ['-v', 'error', '-i', voice, '-af', `aresample=${RATE},aformat=channel_layouts=stereo,${filters}`];
  const raw = execFileSync('ffmpeg', [...args, '-f', 'f32le', '-'], { maxBuffer: 1 << 28 });
  const both = new Float32Array(raw.buffer, raw.byteOffset, raw.byteLength >> 2);
  const channel = (c: number) => Float32Array.from({ length: both.length >> 1 }, (_, i) => both[2 * i + c]!);
  return [channel(0), channel(1)];
}
const db = (x: Float32Array, from: number) =>
  10 * Math.log10(x.subarray(from, from + WINDOW).reduce((sum, v) => sum + v * v, 1e-12) / WINDOW);

describe('the limiter that the page plays by', () => {
  it.each([3, 9, 15])('is the file’s, in each tenth of a second, with %d dB too much', (gainDb) => {
    execFileSync('espeak-ng', [
      '-v',
      'en-gb',
      '-a',
      '180',
      '-w',
      voice,
      'Squat down, heels on the floor. And up! Two more.',
    ]);
    const [left, right] = decoded(`volume=${gainDb}dB`);
    const [wanted] = decoded(filtersOf({ gainDb, limitDb: LIMIT_DB }));
    const before = left.slice();
    new Limiter(RATE, 10 ** (LIMIT_DB / 20)).hold(left, right);
    let [windows, held] = [0, 0];
    for (let from = 0; from + WINDOW <= wanted.length; from += WINDOW) {
      if (db(wanted, from) < -50) continue;
      windows++;
      if (db(before, from) - db(left, from) > 0.5) held++;
      expect(Math.abs(db(left, from) - db(wanted, from))).toBeLessThan(0.2);
    }
    expect(windows).toBeGreaterThan(20);
    // Something was held back at all.
    expect(held).toBeGreaterThan(0);
  });
});
