import { ACTIVITY_RATE_HZ, type TakeSound, listenToTake } from '../core/signal/activity.ts';
import { decimator, lookAhead } from '../core/signal/decimate.ts';
import { ONSET_RATE_HZ, listenForOnsets } from '../core/signal/onsets.ts';
import { roomMusic } from '../core/signal/room-music.ts';
import { decodeSound, probeSound } from './sound.ts';

/** Longer than this is no take. */
const LONGEST_S = 12 * 3600;

/**
 * Hears a take: voice, beeps, claps, steps in loudness, music in the room. Throws NotSound with a sentence where
 * there is nothing to hear.
 */
export async function hearTake(
  path: string,
  onProgress: (share: number) => void = () => undefined,
  signal?: AbortSignal,
): Promise<TakeSound> {
  const { durationS } = await probeSound(path);
  if ((durationS ?? 0) > LONGEST_S)
    throw new RangeError(`This file lasts ${((durationS ?? 0) / 3600).toFixed(1)} hours; at most 12 are heard.`);
  const rateHz = ONSET_RATE_HZ * 2;
  const [forVoice, forMusic] = [decimator(rateHz / ACTIVITY_RATE_HZ), decimator(2)];
  const [voice, onsets] = [listenToTake(), listenForOnsets()];
  const push = (floats: Float32Array) => {
    voice.push(forVoice(floats));
    onsets.push(forMusic(floats));
  };
  await decodeSound(
    path,
    { channels: 1, rateHz, durationS, onProgress, ...(signal === undefined ? {} : { signal }) },
    push,
  );
  push(new Float32Array(lookAhead(rateHz / ACTIVITY_RATE_HZ)));
  return { ...voice.end(), music: roomMusic(onsets.end()) };
}
