import { loudnessMeter, momentaryOf } from '../core/signal/loudness.ts';
import { peakMeter } from '../core/signal/true-peak.ts';
import type { Loudness } from '../core/sound/levelling.ts';
import { EVERY_US } from '../core/sound/recorded-along.ts';
import { decodeSound, probeSound } from './sound.ts';

/** What was measured on a file (ITU-R BS.1770-4, EBU Tech 3342). */
export interface Measured {
  readonly lufs: number;
  readonly truePeakDb: number;
  readonly rangeLu: number;
}

/**
 * Measures a file from end to end, decoded as it will be heard; null where there is nothing but silence.
 * Tests hold the meters against ffmpeg's.
 */
export async function measure(path: string, signal?: AbortSignal): Promise<Measured | null> {
  const { channels } = await probeSound(path);
  const [loudness, peaks] = [loudnessMeter(channels), peakMeter(channels)];
  await decoded(path, channels, signal, (sound) => {
    loudness.push(sound);
    peaks.push(sound);
  });
  const { integratedLufs, rangeLu } = loudness.end();
  return integratedLufs === null ? null : { lufs: integratedLufs, truePeakDb: peaks.end().truePeakDb, rangeLu };
}

/** The loudness of a file over time. */
export async function momentary(path: string, signal?: AbortSignal): Promise<Loudness> {
  const { channels } = await probeSound(path);
  const meter = loudnessMeter(channels);
  await decoded(path, channels, signal, (sound) => meter.push(sound));
  return { everyUs: EVERY_US, values: momentaryOf(meter.end().energies) };
}

async function decoded(
  path: string,
  channels: number,
  signal: AbortSignal | undefined,
  take: (interleaved: Float32Array) => void,
): Promise<void> {
  await decodeSound(path, { channels, ...(signal === undefined ? {} : { signal }) }, take);
}
