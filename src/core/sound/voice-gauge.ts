import { popLimit } from './breath-pops.ts';
import { BINS, FOURIER, FRAME, WINDOW, bandPower } from './voice-frames.ts';

/** Below this share of the time a band is only noise, if anybody pauses at all. */
const QUANTILE = 0.25;
/** What that quantile is of the mean, where a band's power is that of noise (exponential). */
const QUANTILE_OF_MEAN = -Math.log(1 - QUANTILE);
/** No microphone is as still as this: −160 dB of full scale, left behind where nothing was recorded. */
const NOTHING = 1e-8;
/** Fewer frames tell nothing. */
const LEAST = 40;

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
    if (any < FRAME * NOTHING) return;
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
}
