import { type Remote, transfer, wrap } from 'comlink';
import type { HeardMusic } from '../core/signal/listen.ts';
import type { ListenWorker } from './listen-worker.ts';

let remote: Remote<ListenWorker> | null = null;
const RATE_HZ = 48_000;

/**
 * Decodes a track in the page and hears its beat again in a worker, at the level nearest to a tempo. Throws where the
 * browser cannot decode it.
 */
export async function hearAgain(url: string, hintBpm: number): Promise<HeardMusic | null> {
  remote ??= wrap<ListenWorker>(new Worker(new URL('./listen-worker.ts', import.meta.url), { type: 'module' }));
  const bytes = await (await fetch(url)).arrayBuffer();
  const sound = await new OfflineAudioContext(1, 1, RATE_HZ).decodeAudioData(bytes);
  const channels = Math.min(2, sound.numberOfChannels);
  const lines = Array.from({ length: channels }, (_, c) => sound.getChannelData(c));
  const interleaved = new Float32Array(sound.length * channels);
  for (let i = 0; i < sound.length; i++)
    for (let c = 0; c < channels; c++) interleaved[i * channels + c] = (lines[c] as Float32Array)[i]!;
  return remote.hear(transfer(interleaved, [interleaved.buffer]), channels, hintBpm);
}
