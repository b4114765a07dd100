import { type Fourier, fourierOf } from '../signal/fft.ts';
import { popGain, popLimit } from './breath-pops.ts';
import { RUMBLE_BELOW_HZ } from './rumble.ts';

/**
 * Breath pops are taken down (`breath-pops.ts`), and steady noise (a fan, a hum, a hiss), never speech: in frames of
 * 21 ms each band is brought down by how much of it is noise. The noise is measured by quantiles over time, without
 * knowing where nobody speaks (Stahl, Fischer and Bippus, ICASSP 2000), the gain is Wiener's with the decision-directed
 * estimate of Ephraim and Malah (IEEE Trans. ASSP 32, 1984), which leaves no tinkling behind.
 */
export const FRAME = 1024;
/** From one frame to the next; frames overlap by half. */
export const HOP = FRAME / 2;
const BINS = FRAME / 2 + 1;

/** Below this share of the time a band is only noise, if anybody pauses at all. */
const QUANTILE = 0.25;
/** What that quantile is of the mean, where a band's power is that of noise (exponential). */
const QUANTILE_OF_MEAN = -Math.log(1 - QUANTILE);
/** Fewer do not. */
const LEAST = 40;

/** The share of the last frame's estimate that is kept in the next: high, so that the gain does not flutter. */
const KEPT = 0.94;
/** The most that noise is taken down, so that the room can still be heard. */
const DEEPEST = 10 ** (-16 / 20);
/** The noise is assumed to be this much louder than it was measured. */
const SURE = 1.2;

const WINDOW = Float64Array.from({ length: FRAME }, (_, i) => Math.sin((Math.PI * (i + 0.5)) / FRAME));
const FOURIER: Fourier = fourierOf(FRAME);

/** The power of both channels together in each band, of one windowed frame as re + i·im = left + i·right. */
function bandPower(re: Float64Array, im: Float64Array, out: Float64Array): void {
  for (let k = 0; k < BINS; k++) {
    const m = (FRAME - k) & (FRAME - 1);
    const [a, b, c, d] = [re[k]!, im[k]!, re[m]!, im[m]!];
    out[k] = (a * a + b * b + c * c + d * d) / 2;
  }
}

/** Measures what is steady in a sound and how loud its low end is, from frames spread over it: a few thousand do. */
export class VoiceGauge {
  private readonly frames: Float32Array[] = [];
  private readonly re = new Float64Array(FRAME);
  private readonly im = new Float64Array(FRAME);
  private readonly power = new Float64Array(BINS);

  /** Hears a frame of two channels that begins at `at`; digital silence tells nothing. */
  hear(left: Float32Array, right: Float32Array, at: number): void {
    let any = 0;
    for (let i = 0; i < FRAME; i++) {
      const w = WINDOW[i]!;
      this.re[i] = left[at + i]! * w;
      this.im[i] = right[at + i]! * w;
      any += Math.abs(this.re[i]!) + Math.abs(this.im[i]!);
    }
    if (any === 0) return;
    FOURIER.forward(this.re, this.im);
    bandPower(this.re, this.im, this.power);
    this.frames.push(Float32Array.from(this.power));
  }

  /** The mean power of the noise in each band; null where too little was heard. */
  noise(): Float64Array | null {
    const { frames } = this;
    if (frames.length < LEAST) return null;
    const place = Math.floor(frames.length * QUANTILE);
    const column = new Float32Array(frames.length);
    return Float64Array.from({ length: BINS }, (_, k) => {
      for (const [f, frame] of frames.entries()) column[f] = frame[k]!;
      return column.sort()[place]! / QUANTILE_OF_MEAN;
    });
  }

  /** From which power on the low end pops; null where too little was heard. */
  popsFrom(): number | null {
    return popLimit(this.frames);
  }

  /** The power in each band of every frame that was heard. */
  spectra(): readonly Float32Array[] {
    return this.frames;
  }
}

/** How much of a band's power stays where rumble is taken out: two filters of the second order, one after the other. */
export function rumbleShare(band: number): number {
  const ratio = ((band * 24_000) / (BINS - 1) / RUMBLE_BELOW_HZ) ** 4;
  return (ratio / (1 + ratio)) ** 2;
}

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
  private readonly power = new Float64Array(BINS);
  /** The last frame's gain squared times its power over the noise. */
  private readonly before = new Float64Array(BINS);
  private readonly gain = new Float64Array(BINS);
  private readonly last: readonly [Float64Array, Float64Array] = [new Float64Array(HOP), new Float64Array(HOP)];
  private readonly tail: readonly [Float64Array, Float64Array] = [new Float64Array(HOP), new Float64Array(HOP)];
  private floor: Float64Array | null = null;
  private popsFrom: number | null = null;

  constructor(taken: TakenDown) {
    this.takeDown(taken);
  }

  /** From here on something else is taken down: another recording is heard. */
  takeDown({ noise, popsFrom }: TakenDown): void {
    this.floor = noise === null ? null : noise.map((n) => Math.max(1e-12, n * SURE));
    this.popsFrom = popsFrom;
  }

  /** Filters in place. Throws where the block is not whole hops long. */
  filter(left: Float32Array, right: Float32Array): void {
    if (left.length % HOP !== 0 || left.length !== right.length)
      throw new RangeError(`a block of two channels is whole hops of ${HOP}, got ${left.length} and ${right.length}`);
    for (let at = 0; at < left.length; at += HOP) this.hop(left, right, at);
  }

  private hop(left: Float32Array, right: Float32Array, at: number): void {
    const { re, im } = this;
    const [lastLeft, lastRight] = this.last;
    const [tailLeft, tailRight] = this.tail;
    for (let i = 0; i < HOP; i++) {
      const [w, v] = [WINDOW[i]!, WINDOW[HOP + i]!];
      const [l, r] = [left[at + i]!, right[at + i]!];
      re[i] = lastLeft[i]! * w;
      im[i] = lastRight[i]! * w;
      re[HOP + i] = l * v;
      im[HOP + i] = r * v;
      lastLeft[i] = l;
      lastRight[i] = r;
    }
    FOURIER.forward(re, im);
    this.weigh();
    for (let k = 0; k < BINS; k++) {
      const g = this.gain[k]!;
      re[k] = re[k]! * g;
      im[k] = im[k]! * g;
      const m = FRAME - k;
      if (k === 0 || m === k) continue;
      re[m] = re[m]! * g;
      im[m] = im[m]! * g;
    }
    FOURIER.back(re, im);
    for (let i = 0; i < HOP; i++) {
      const [w, v] = [WINDOW[i]!, WINDOW[HOP + i]!];
      left[at + i] = tailLeft[i]! + re[i]! * w;
      right[at + i] = tailRight[i]! + im[i]! * w;
      tailLeft[i] = re[HOP + i]! * v;
      tailRight[i] = im[HOP + i]! * v;
    }
  }

  /** How much of each band is to stay. */
  private weigh(): void {
    bandPower(this.re, this.im, this.power);
    if (this.floor === null) this.gain.fill(1);
    else this.weighNoise(this.floor);
    if (this.popsFrom === null) return;
    const { gain, bins } = popGain(this.power, this.popsFrom);
    if (gain < 1) for (let k = 0; k < bins; k++) this.gain[k]! *= gain;
  }

  private weighNoise(floor: Float64Array): void {
    for (let k = 0; k < BINS; k++) {
      const over = this.power[k]! / floor[k]!;
      const speech = KEPT * this.before[k]! + (1 - KEPT) * Math.max(0, over - 1);
      const g = Math.max(DEEPEST, speech / (1 + speech));
      this.gain[k] = g;
      this.before[k] = g * g * over;
    }
  }
}
