import { open } from 'node:fs/promises';
import { type GainPoint, gainAt } from '../core/music/levels.ts';
import type { Length } from '../core/time/micros.ts';
import { wavHead } from './wav.ts';

/** Values a second of a curve as ffmpeg is handed it. */
const CURVE_HZ = 1_000;
const PIECE = 60 * CURVE_HZ;
const FULL = 32_767;

/**
 * A gain over time as a sound of its own, for sounds to be multiplied with. Full scale is `topDb`: what is multiplied
 * has to be brought up by that.
 */
export async function writeCurve(path: string, gain: readonly GainPoint[], length: Length, topDb = 0): Promise<void> {
  const samples = Math.ceil((length / 1e6) * CURVE_HZ) + CURVE_HZ;
  const file = await open(path, 'w');
  try {
    await file.write(wavHead(samples, CURVE_HZ));
    for (let from = 0; from < samples; from += PIECE) {
      const values = Int16Array.from({ length: Math.min(PIECE, samples - from) }, (_, i) =>
        Math.round(FULL * 10 ** ((gainAt(gain, ((from + i) * 1e6) / CURVE_HZ) - topDb) / 20)),
      );
      await file.write(new Uint8Array(values.buffer));
    }
  } finally {
    await file.close();
  }
}

/** The filters that multiply a stereo sound with a curve: `[sound][curve]` to `[out]`. */
export function multiplied(sound: string, curve: string, out: string, topDb = 0): string {
  // Panned by hand: bringing one channel to two would make the curve, and so the sound, 3 dB softer.
  const spread = `${curve}aresample=48000,aformat=sample_fmts=fltp,pan=stereo|c0=c0|c1=c0[curve]`;
  const up = topDb === 0 ? '' : `,volume=${topDb.toFixed(3)}dB`;
  return `${spread};${sound}[curve]amultiply${up}${out}`;
}
