import { type Heard, listen } from '../core/signal/listen.ts';
import { type SoundFacts, decodeSound, probeSound } from './sound.ts';

/** Longer than this is no track and no take. */
const LONGEST_S = 12 * 3600;

/** Hears a whole file. Throws NotSound with a sentence where that is not possible. */
export async function listenTo(
  path: string,
  onProgress: (share: number) => void = () => undefined,
  signal?: AbortSignal,
): Promise<{ readonly facts: SoundFacts; readonly heard: Heard }> {
  const facts = await probeSound(path);
  if ((facts.durationS ?? 0) > LONGEST_S)
    throw new RangeError(`This file lasts ${((facts.durationS ?? 0) / 3600).toFixed(1)} hours; at most 12 are heard.`);
  const listener = listen(facts.channels);
  await decodeSound(
    path,
    { channels: facts.channels, durationS: facts.durationS, onProgress, ...(signal === undefined ? {} : { signal }) },
    (floats) => listener.push(floats),
  );
  return { facts, heard: listener.end() };
}
