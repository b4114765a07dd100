import { loudnessMeter, momentaryOf } from '../core/signal/loudness.ts';
import type { Loudness } from '../core/sound/levelling.ts';
import { EVERY_US } from '../core/sound/recorded-along.ts';
import { RawSound } from './raw-sound.ts';

/** The loudness of a raw sound over time. */
export async function rawLoudness(path: string, signal?: AbortSignal): Promise<Loudness> {
  const meter = loudnessMeter(2);
  await RawSound.with(path, (sound) => sound.readAll((both) => meter.push(both), signal));
  return { everyUs: EVERY_US, values: momentaryOf(meter.end().energies) };
}
