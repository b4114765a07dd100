import { popGain } from './breath-pops.ts';
import { NoiseGain } from './noise-gain.ts';
import { BINS, FOURIER, FRAME, HOP, WINDOW, bandPower } from './voice-frames.ts';

/**
 * Breath pops are taken down (`breath-pops.ts`), and steady noise (`noise-gain.ts`), never speech: in frames of 21 ms
 * each band is brought down by how much of it is noise.
 */

/** The window, and the scale of the inverse transform. */
const WINDOW_BACK = WINDOW.map((w) => w / FRAME);
const ORDER = FOURIER.order;

/** What a filter takes down: steady noise, by its power in each band, and pops, from a power on; null: neither. */
export interface TakenDown {
  readonly noise: Float64Array | null;
  readonly popsFrom: number | null;
}

export const NOTHING_TAKEN: TakenDown = { noise: null, popsFrom: null };

/**
 * Takes steady noise and breath pops out of a stream of two channels. Blocks are whole hops long; what comes out is as
 * long as what went in, and one hop late.
 */
export class VoiceFilter {
  private readonly re = new Float64Array(FRAME);
  private readonly im = new Float64Array(FRAME);
  private readonly reBack = new Float64Array(FRAME);
  private readonly imBack = new Float64Array(FRAME);
  private readonly power = new Float64Array(BINS);
  private readonly powerSecond = new Float64Array(BINS);
  private readonly gain = new Float64Array(BINS);
  private readonly gainFirst = new Float64Array(BINS);
  /** Both channels are one, and so is what is kept of them. */
  private mono = true;
  private readonly last: readonly [Float64Array, Float64Array] = [new Float64Array(HOP), new Float64Array(HOP)];
  private readonly tail: readonly [Float64Array, Float64Array] = [new Float64Array(HOP), new Float64Array(HOP)];
  private noise: NoiseGain | null = null;
  private popsFrom: number | null = null;

  constructor(taken: TakenDown) {
    this.takeDown(taken);
  }

  /** From here on something else is taken down: another recording is heard. */
  takeDown({ noise, popsFrom }: TakenDown): void {
    if (noise === null) this.noise = null;
    else (this.noise ??= new NoiseGain()).takeDown(noise);
    this.popsFrom = popsFrom;
  }

  /** Filters in place. Throws where the block is not whole hops long. */
  filter(left: Float32Array, right: Float32Array): void {
    if (left.length % HOP !== 0 || left.length !== right.length)
      throw new RangeError(`a block of two channels is whole hops of ${HOP}, got ${left.length} and ${right.length}`);
    const same = left.every((value, i) => value === right[i]);
    const mono = same && this.mono;
    // A hop alone still ends in what came before it.
    this.mono = same && (mono || left.length > HOP);
    let at = 0;
    if (mono) at = this.inPairs(left, right);
    for (; at < left.length; at += HOP) this.hop(left, right, at);
  }

  /** Filters two channels that are one, two frames with each transform. Gives where the last pair ends. */
  private inPairs(left: Float32Array, right: Float32Array): number {
    let at = 0;
    for (; at + HOP < left.length; at += 2 * HOP) this.twoHops(left, at);
    right.set(left.subarray(0, at));
    for (const [one, other] of [this.last, this.tail]) other.set(one);
    return at;
  }

  // No pairs in the loops below, and samples go where the transform wants them: these run a hundred million times an
  // hour.
  private hop(left: Float32Array, right: Float32Array, at: number): void {
    const [lastLeft, lastRight] = this.last;
    this.frame(this.re, lastLeft, left, at);
    this.frame(this.im, lastRight, right, at);
    lastLeft.set(left.subarray(at, at + HOP));
    lastRight.set(right.subarray(at, at + HOP));
    FOURIER.forwardOrdered(this.re, this.im);
    bandPower(this.re, this.im, this.power);
    this.weigh();
    this.applyGain();
    // The inverse is the transform with its parts exchanged.
    FOURIER.forwardOrdered(this.imBack, this.reBack);
    this.overlap(this.reBack, this.tail[0], left, at);
    this.overlap(this.imBack, this.tail[1], right, at);
  }

  /** Two frames of one channel, one after the other, as re + i·im. */
  private twoHops(sound: Float32Array, at: number): void {
    const { re, im, reBack, imBack, gain, power, powerSecond, gainFirst } = this;
    const [last] = this.last;
    this.frame(re, last, sound, at);
    this.frame(im, sound.subarray(at, at + HOP), sound, at + HOP);
    last.set(sound.subarray(at + HOP, at + 2 * HOP));
    FOURIER.forwardOrdered(re, im);
    for (let k = 0; k < BINS; k++) {
      const m = (FRAME - k) & (FRAME - 1);
      const a = re[k]! + re[m]!;
      const b = im[k]! - im[m]!;
      const c = im[k]! + im[m]!;
      const d = re[m]! - re[k]!;
      // Both channels together have twice the power of one.
      power[k] = (a * a + b * b) / 2;
      powerSecond[k] = (c * c + d * d) / 2;
    }
    this.weigh();
    gainFirst.set(gain);
    power.set(powerSecond);
    this.weigh();
    for (let k = 0; k < BINS; k++) {
      const m = (FRAME - k) & (FRAME - 1);
      const first = gainFirst[k]! / 2;
      const second = gain[k]! / 2;
      const a = (re[k]! + re[m]!) * first;
      const b = (im[k]! - im[m]!) * first;
      const c = (im[k]! + im[m]!) * second;
      const d = (re[m]! - re[k]!) * second;
      const to = ORDER[k]!;
      const mirrored = ORDER[m]!;
      reBack[to] = a - d;
      imBack[to] = b + c;
      reBack[mirrored] = a + d;
      imBack[mirrored] = c - b;
    }
    FOURIER.forwardOrdered(imBack, reBack);
    this.overlap(reBack, this.tail[0], sound, at);
    this.overlap(imBack, this.tail[0], sound, at + HOP);
  }

  /** Lays a windowed frame down as the transform wants it: a hop that came before, and the one at `at`. */
  private frame(to: Float64Array, before: ArrayLike<number>, sound: Float32Array, at: number): void {
    for (let i = 0; i < HOP; i++) {
      to[ORDER[i]!] = before[i]! * WINDOW[i]!;
      to[ORDER[HOP + i]!] = sound[at + i]! * WINDOW[HOP + i]!;
    }
  }

  /** Leaves of each band what is to stay, in the order in which it is transformed back. */
  private applyGain(): void {
    const { re, im, reBack, imBack, gain } = this;
    for (let k = 0; k < FRAME; k++) {
      const g = gain[k < BINS ? k : FRAME - k]!;
      const to = ORDER[k]!;
      reBack[to] = re[k]! * g;
      imBack[to] = im[k]! * g;
    }
  }

  /** Adds a frame that was transformed back to the end of the one before. */
  private overlap(frame: Float64Array, tail: Float64Array, out: Float32Array, at: number): void {
    for (let i = 0; i < HOP; i++) {
      out[at + i] = tail[i]! + frame[i]! * WINDOW_BACK[i]!;
      tail[i] = frame[HOP + i]! * WINDOW_BACK[HOP + i]!;
    }
  }

  /** How much of each band is to stay. */
  private weigh(): void {
    if (this.noise === null) this.gain.fill(1);
    else this.noise.write(this.power, this.gain);
    if (this.popsFrom === null) return;
    const { gain, bins } = popGain(this.power, this.popsFrom);
    if (gain < 1) for (let k = 0; k < bins; k++) this.gain[k]! *= gain;
  }
}
