import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { decoderOf } from '../../src/media/decoders.ts';
import { decodeSound } from '../../src/media/sound.ts';

let folder: string;
let spoken: string;
/** Thumps and tones out of silence, as a telephone sends speech. */
const SOUND =
  "aevalsrc='0.05*sin(2*PI*90*t)*exp(-30*mod(t,0.476))*lt(mod(t,4),2)" +
  "+0.2*sin(2*PI*220*t)*between(mod(t,4),2.5,3.5)':s=48000:d=12";
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'euphon-decoders-'));
  spoken = join(folder, 'spoken.ogg');
  const opus = ['-c:a', 'libopus', '-b:a', '28k', '-application', 'voip'];
  execFileSync('ffmpeg', ['-y', '-v', 'error', '-f', 'lavfi', '-i', SOUND, ...opus, spoken]);
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** The sound of each 20 ms as one of ffmpeg's decoders gives it, dB. */
function decodedBy(decoder: string): number[] {
  const args = ['-v', 'error', '-c:a', decoder, '-i', spoken, '-ac', '1', '-ar', '48000', '-f', 'f32le', '-'];
  const raw = execFileSync('ffmpeg', args, { maxBuffer: 1 << 28 });
  return levelsOf(new Float32Array(raw.buffer.slice(raw.byteOffset, raw.byteOffset + raw.byteLength)));
}

function levelsOf(sound: Float32Array): number[] {
  return Array.from({ length: Math.floor(sound.length / 960) }, (_, i) => {
    const power = sound.subarray(i * 960, (i + 1) * 960).reduce((sum, v) => sum + v * v, 0) / 960;
    return 10 * Math.log10(power + 1e-12);
  });
}

/** The most that two differ where anything is heard, dB. */
const apart = (a: readonly number[], b: readonly number[]) =>
  Math.max(...a.map((level, i) => (level < -60 ? 0 : Math.abs(level - b[i]!))));

describe('a sound in Opus', () => {
  it('is decoded as by the codec’s reference (libopus, RFC 6716), which browsers play by', async () => {
    const pieces: Float32Array[] = [];
    await decodeSound(spoken, { channels: 1 }, (floats) => pieces.push(floats.slice()));
    const sound = new Float32Array(pieces.reduce((sum, p) => sum + p.length, 0));
    let at = 0;
    for (const piece of pieces) {
      sound.set(piece, at);
      at += piece.length;
    }
    const reference = decodedBy('libopus');
    expect(apart(reference, levelsOf(sound))).toBeLessThan(0.01);
    // Why it matters: the other decoder is off by more than is heard as louder.
    expect(apart(reference, decodedBy('opus'))).toBeGreaterThan(1);
  });
  it('alone has a decoder named for it', async () => {
    expect(await decoderOf('opus')).toEqual(['-c:a', 'libopus']);
    expect(await decoderOf('aac')).toEqual([]);
  });
});
