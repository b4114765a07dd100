import { expose } from 'comlink';
import { type HeardMusic, hearMusic, listen } from '../core/signal/listen.ts';

/** A second of sound is handed on at a time, as it comes in the worker process. */
const PIECE = 48_000;

/** A thin shell round the core's ear: the same code that the worker process runs. Sound is interleaved, at 48 kHz. */
const api = {
  hear(interleaved: Float32Array, channels: number, hintBpm: number | null): HeardMusic | null {
    const listener = listen(channels);
    for (let at = 0; at < interleaved.length; at += PIECE * channels)
      listener.push(interleaved.subarray(at, at + PIECE * channels));
    return hearMusic(listener.end().onsets, hintBpm);
  },
};
export type ListenWorker = typeof api;

expose(api);
