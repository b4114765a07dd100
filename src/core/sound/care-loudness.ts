import { LOUDNESS_RATE_HZ, loudnessWeight } from '../signal/loudness.ts';
import { popGain } from './breath-pops.ts';
import { NoiseGain } from './noise-gain.ts';
import { BINS, FOURIER, FRAME, HOP, WINDOW, bandPower, shareOf } from './voice-frames.ts';
import { type VoiceMeasure, takenDown } from './voice-measure.ts';

/** What can be taken out of a voice besides its rumble. */
export const CARES = ['neither', 'noise', 'pops', 'both'] as const;
export type Care = (typeof CARES)[number];

/** Something for each of them. */
export function eachCare<T>(of: (care: Care) => T): Record<Care, T> {
  return { neither: of('neither'), noise: of('noise'), pops: of('pops'), both: of('both') };
}

const STEP = LOUDNESS_RATE_HZ / 10;
/** What the power of each band, on both halves of the spectrum, is worth in the loudness of a tenth of a second. */
const WEIGHTS = Float64Array.from({ length: BINS }, (_, k) => {
  const halves = k === 0 || k === BINS - 1 ? 1 : 2;
  return (halves * loudnessWeight((k * LOUDNESS_RATE_HZ) / FRAME)) / FRAME / STEP;
});

/**
 * How loud a voice is once it was cared for: weighted energies of each tenth of a second (BS.1770-4), summed up from
 * its spectra, so that nothing is transformed back. Takes sound of one or two channels at 48 kHz whose rumble is out,
 * in pieces of any length. `measure`: what was measured of its noise and its pops.
 */
export function careLoudness(
  channels: number,
  measure: VoiceMeasure,
): { push(interleaved: Float32Array): void; end(): Record<Care, Float64Array> } {
  const { noise, popsFrom } = takenDown(measure, { rumble: true, level: false, noise: true, pops: true });
  const taken = new NoiseGain();
  taken.takeDown(noise ?? new Float64Array(BINS));
  /** The last hop and this one. */
  const [left, right] = [new Float64Array(FRAME), new Float64Array(FRAME)];
  const [re, im] = [new Float64Array(FRAME), new Float64Array(FRAME)];
  const [power, gain] = [new Float64Array(BINS), new Float64Array(BINS)];
  const sums = eachCare((): number[] => []);
  const share = shareOf(channels);
  let [filled, heard] = [HOP, 0];

  /** Adds what a frame is worth to the tenths of a second that its middle half lies in. */
  const add = (care: Care, energy: number): void => {
    const [from, to] = [Math.max(0, heard - HOP / 2), heard + HOP / 2];
    const row = sums[care];
    for (let step = Math.floor(from / STEP); step * STEP < to; step++) {
      const part = Math.min(to, (step + 1) * STEP) - Math.max(from, step * STEP);
      row[step] = (row[step] ?? 0) + (energy * part) / HOP;
    }
  };
  const frame = (): void => {
    for (let i = 0; i < FRAME; i++) {
      re[i] = left[i]! * WINDOW[i]!;
      im[i] = right[i]! * WINDOW[i]!;
    }
    FOURIER.forward(re, im);
    bandPower(re, im, power);
    taken.write(power, gain);
    const pops = popGain(power, popsFrom ?? Infinity);
    let [plain, still, soft, both] = [0, 0, 0, 0];
    for (let k = 0; k < BINS; k++) {
      const energy = power[k]! * WEIGHTS[k]!;
      const less = k < pops.bins ? pops.gain * pops.gain : 1;
      const quiet = energy * gain[k]! * gain[k]!;
      plain += energy;
      still += quiet;
      soft += energy * less;
      both += quiet * less;
    }
    add('neither', plain);
    add('noise', still);
    add('pops', soft);
    add('both', both);
    heard += HOP;
    left.copyWithin(0, HOP);
    right.copyWithin(0, HOP);
    filled = HOP;
  };
  return {
    push(interleaved) {
      for (let i = 0; i + channels <= interleaved.length; i += channels) {
        left[filled] = interleaved[i]! * share;
        right[filled] = interleaved[i + channels - 1]! * share;
        if (++filled === FRAME) frame();
      }
    },
    end() {
      // As the meter does: what is less than a tenth of a second at the end is not told.
      const whole = Math.floor(heard / STEP);
      return eachCare((care) => Float64Array.from({ length: whole }, (_, i) => sums[care][i] ?? 0));
    },
  };
}
