import { ACTIVITY_RATE_HZ, type TakeSound, listenToTake } from '../core/signal/activity.ts';
import { decodeSound, probeSound } from './sound.ts';

/** Longer than this is no take. */
const LONGEST_S = 12 * 3600;

/**
 * Hears a take: voice, beeps, claps, steps in loudness. Throws NotSound with a sentence where there is nothing to hear.
 */
export async function hearTake(
  path: string,
  onProgress: (share: number) => void = () => undefined,
  signal?: AbortSignal,
): Promise<TakeSound> {
  const { durationS } = await probeSound(path);
  if ((durationS ?? 0) > LONGEST_S)
    throw new RangeError(`This file lasts ${((durationS ?? 0) / 3600).toFixed(1)} hours; at most 12 are heard.`);
  const listener = listenToTake();
  await decodeSound(
    path,
    { channels: 1, rateHz: ACTIVITY_RATE_HZ, durationS, onProgress, ...(signal === undefined ? {} : { signal }) },
    (floats) => listener.push(floats),
  );
  return listener.end();
}
