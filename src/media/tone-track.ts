import { open } from 'node:fs/promises';
import type { ToneFamily } from '../core/edit/decisions.ts';
import { TONE_RATE_HZ, toneSamples } from '../core/sound/tone-shapes.ts';
import type { Tone } from '../core/sound/tones.ts';
import type { Length } from '../core/time/micros.ts';
import { wavHead } from './wav.ts';

const HEAD_BYTES = 44;
const FULL = 32_767;

/**
 * The timer tones of a programme as one sound, each from its very sample on, their peaks at full scale; 48 kHz, one
 * channel, as long as the programme. What lies between them is never written: the file takes hardly any room.
 */
export async function writeTones(
  path: string,
  tones: readonly Tone[],
  family: ToneFamily,
  length: Length,
): Promise<void> {
  const samples = Math.ceil((length / 1e6) * TONE_RATE_HZ);
  const shapes = new Map<string, Float32Array>();
  const file = await open(path, 'w');
  try {
    await file.write(wavHead(samples, TONE_RATE_HZ));
    await file.truncate(HEAD_BYTES + samples * 2);
    for (const [i, { at, kind, tonic }] of tones.entries()) {
      const name = `${kind} ${tonic ?? ''}`;
      const shape = shapes.get(name) ?? toneSamples(family, kind, tonic);
      shapes.set(name, shape);
      const from = Math.round((at / 1e6) * TONE_RATE_HZ);
      // A tone ends where the next begins, or where the programme does.
      const next = tones[i + 1];
      const until = next === undefined ? samples : Math.round((next.at / 1e6) * TONE_RATE_HZ);
      const values = Int16Array.from(shape.subarray(0, Math.max(0, until - from)), (x) => Math.round(x * FULL));
      if (values.length > 0)
        await file.write(new Uint8Array(values.buffer), 0, values.byteLength, HEAD_BYTES + from * 2);
    }
  } finally {
    await file.close();
  }
}
