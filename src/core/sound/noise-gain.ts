import { BINS } from './voice-frames.ts';

/**
 * By how much each band of a frame is taken down for the steady noise in it (a fan, a hum, a hiss). The noise is
 * measured by quantiles over time, without knowing where nobody speaks (Stahl, Fischer and Bippus, ICASSP 2000), the
 * gain is Wiener's with the decision-directed estimate of Ephraim and Malah (IEEE Trans. ASSP 32, 1984), which leaves
 * no tinkling behind.
 */

/** The share of the last frame's estimate that is kept in the next: high, so that the gain does not flutter. */
const KEPT = 0.94;
/** The most that noise is taken down, so that the room can still be heard. */
const DEEPEST = 10 ** (-16 / 20);
/** The noise is assumed to be this much louder than it was measured. */
const SURE = 1.2;

/** Goes along a sound frame by frame. */
export class NoiseGain {
  /** The last frame's gain squared times its power over the noise. */
  private readonly before = new Float64Array(BINS);
  private readonly floor = new Float64Array(BINS);

  /** From here on this noise, its power in each band, is taken down: another recording is heard. */
  takeDown(noise: Float64Array): void {
    for (let k = 0; k < BINS; k++) this.floor[k] = Math.max(1e-12, noise[k]! * SURE);
  }

  /** Writes what each band of the next frame, of such a power, is to be multiplied by. */
  write(power: Float64Array, gain: Float64Array): void {
    const { before, floor } = this;
    for (let k = 0; k < BINS; k++) {
      const over = power[k]! / floor[k]!;
      const speech = KEPT * before[k]! + (1 - KEPT) * Math.max(0, over - 1);
      const g = Math.max(DEEPEST, speech / (1 + speech));
      gain[k] = g;
      before[k] = g * g * over;
    }
  }
}
