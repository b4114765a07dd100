import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { wordShares } from '../src/core/speech/line-time.ts';
import type { SpokenLine } from './performance.ts';

export const VOICE_RATE_HZ = 22_050;

/** A line as it was really said: its place on the take, and each word's. */
export interface SaidLine {
  readonly text: string;
  readonly start_s: number;
  readonly end_s: number;
  readonly words: readonly { readonly text: string; readonly start_s: number; readonly end_s: number }[];
}

/** Speaks every line with espeak-ng. A line waits until the one before has ended. */
export function speakAll(
  lines: readonly SpokenLine[],
  durationUs: number,
): { samples: Float32Array; said: SaidLine[] } {
  const folder = mkdtempSync(join(tmpdir(), 'euphon-voice-'));
  const samples = new Float32Array(Math.ceil((durationUs / 1e6) * VOICE_RATE_HZ));
  const said: SaidLine[] = [];
  let free = 0;
  for (const [i, line] of lines.entries()) {
    const file = join(folder, `${i}.wav`);
    execFileSync('espeak-ng', ['-v', 'en-gb', '-s', '172', '-p', '58', '-g', '1', '-w', file, line.text]);
    const voice = trimmed(readWav(file));
    const start = Math.max(line.startUs / 1e6, free);
    samples.set(
      voice.subarray(0, Math.max(0, samples.length - Math.round(start * VOICE_RATE_HZ))),
      Math.round(start * VOICE_RATE_HZ),
    );
    const length = voice.length / VOICE_RATE_HZ;
    free = start + length + 0.12;
    const words = line.text.split(/\s+/);
    let at = start;
    const timed = wordShares(words).map((share, w) => {
      const word = { text: words[w] as string, start_s: at, end_s: at + share * length };
      at = word.end_s;
      return word;
    });
    said.push({ text: line.text, start_s: start, end_s: start + length, words: timed });
  }
  rmSync(folder, { recursive: true });
  return { samples, said };
}

/** 16-bit mono PCM of a WAV file as espeak-ng writes it. */
function readWav(file: string): Float32Array {
  const bytes = readFileSync(file);
  const data = bytes.indexOf('data') + 8;
  const pcm = new Int16Array(
    bytes.buffer.slice(bytes.byteOffset + data, bytes.byteOffset + data + Math.floor((bytes.length - data) / 2) * 2),
  );
  return Float32Array.from(pcm, (v) => v / 32768);
}

/** Without the silence at both ends, so that a line's length is the speech's own. */
function trimmed(voice: Float32Array): Float32Array {
  const loud = (v: number) => Math.abs(v) > 0.01;
  const first = Math.max(0, voice.findIndex(loud));
  return voice.subarray(first, voice.findLastIndex(loud) + 1);
}

/** A soft four-to-the-bar beat at a steady tempo from time 0: a low drum on every count, a noise tick between. */
export function beatTrack(durationUs: number, bpm: number): Float32Array {
  const samples = new Float32Array(Math.ceil((durationUs / 1e6) * VOICE_RATE_HZ));
  let seed = 12345;
  const noise = () => (seed = (seed * 1103515245 + 12345) & 0x7fffffff) / 0x3fffffff - 1;
  const beats = Math.floor((durationUs / 60e6) * bpm);
  for (let beat = 0; beat < beats * 2; beat++) {
    const from = Math.round((beat * 30 * VOICE_RATE_HZ) / bpm);
    const onBeat = beat % 2 === 0;
    const length = Math.round((onBeat ? 0.12 : 0.03) * VOICE_RATE_HZ);
    for (let i = 0; i < length && from + i < samples.length; i++) {
      const t = i / VOICE_RATE_HZ;
      const decay = Math.exp(-t * (onBeat ? 30 : 120));
      samples[from + i] =
        (onBeat
          ? Math.sin(2 * Math.PI * (58 + 60 * Math.exp(-t * 40)) * t) * 0.22 * (beat % 8 === 0 ? 1.3 : 1)
          : noise() * 0.035) * decay;
    }
  }
  return samples;
}

/** 16-bit little-endian PCM of voice over beat. */
export function mixToPcm(voice: Float32Array, beat: Float32Array): Buffer {
  const out = Buffer.alloc(voice.length * 2);
  for (let i = 0; i < voice.length; i++) {
    const value = Math.max(-1, Math.min(1, (voice[i] as number) * 0.8 + (beat[i] ?? 0)));
    out.writeInt16LE(Math.round(value * 32767), i * 2);
  }
  return out;
}
