import { Limiter } from '../core/sound/limiter.ts';
import { KnownClicks } from '../core/sound/known-clicks.ts';
import { NOTHING_TAKEN, VoiceFilter } from '../core/sound/voice-filter.ts';
import { HOP } from '../core/sound/voice-frames.ts';
import type { VoiceTold } from './played-mix.ts';

/** What the sound card's own thread knows; the compiler does not. */
declare class AudioWorkletProcessor {
  readonly port: MessagePort;
}
declare const sampleRate: number;
declare function registerProcessor(
  name: string,
  processor: new () => AudioWorkletProcessor & {
    process(inputs: readonly Float32Array[][], outputs: readonly Float32Array[][]): boolean;
  },
): void;

/**
 * Takes clicks, noise and pops out of what is played, two hops and the clicks' own time late; messages tell it of which
 * recording, and where in it the voice is.
 */
class VoiceWorklet extends AudioWorkletProcessor {
  private readonly filter = new VoiceFilter(NOTHING_TAKEN);
  private readonly clicks = new KnownClicks();
  private readonly heard = [new Float32Array(HOP), new Float32Array(HOP)] as const;
  private readonly given = [new Float32Array(HOP), new Float32Array(HOP)] as const;
  private filled = 0;

  constructor() {
    super();
    this.port.onmessage = ({ data: { of, place } }: MessageEvent<VoiceTold>) => {
      if (of !== undefined) {
        this.filter.takeDown(of.taken);
        this.clicks.know(of.clicks);
      }
      if (place !== undefined) this.clicks.place(place.rate === 1 ? place.ms : null);
    };
  }

  process([input]: readonly Float32Array[][], [output]: readonly Float32Array[][]): boolean {
    const size = output?.[0]?.length ?? 0;
    for (let c = 0; c < 2; c++) {
      const from = input?.[c] ?? input?.[0];
      if (from === undefined) this.heard[c]!.fill(0, this.filled, this.filled + size);
      else this.heard[c]!.set(from, this.filled);
      output?.[c]?.set(this.given[c]!.subarray(this.filled, this.filled + size));
    }
    this.filled += size;
    if (this.filled < HOP) return true;
    this.filled = 0;
    for (let c = 0; c < 2; c++) this.given[c]!.set(this.heard[c]!);
    this.clicks.filter(...this.given);
    this.filter.filter(...this.given);
    return true;
  }
}

registerProcessor('voice', VoiceWorklet);

/** Holds the peaks of the whole; it is told of its limit, an amplitude, by a message. */
class LimiterWorklet extends AudioWorkletProcessor {
  private readonly limiter = new Limiter(sampleRate, Infinity);

  constructor() {
    super();
    this.port.onmessage = ({ data }: MessageEvent<number>) => {
      this.limiter.limitTo(data);
    };
  }

  process([input]: readonly Float32Array[][], [output]: readonly Float32Array[][]): boolean {
    const [left, right] = [output?.[0], output?.[1]];
    if (left === undefined || right === undefined) return true;
    const from = input?.[0];
    if (from === undefined) for (const channel of [left, right]) channel.fill(0);
    else {
      left.set(from);
      right.set(input?.[1] ?? from);
    }
    this.limiter.hold(left, right);
    return true;
  }
}

registerProcessor('limiter', LimiterWorklet);
