import { BINS } from './voice-frames.ts';

/** Below this there is no voice, only what shakes the floor or the microphone's stand. */
export const RUMBLE_BELOW_HZ = 80;

/** How much of a band's power stays where rumble is taken out: two filters of the second order, one after the other. */
export function rumbleShare(band: number): number {
  const ratio = ((band * 24_000) / (BINS - 1) / RUMBLE_BELOW_HZ) ** 4;
  return (ratio / (1 + ratio)) ** 2;
}

/** Coefficients of a high pass of the second order at 48 kHz without a peak (Audio EQ Cookbook, W3C Note, 2021). */
const TURN = (2 * Math.PI * RUMBLE_BELOW_HZ) / 48_000;
const ALPHA = Math.sin(TURN) / Math.SQRT2;
const SCALE = 1 + ALPHA;
const B = (1 + Math.cos(TURN)) / 2 / SCALE;
const A1 = (-2 * Math.cos(TURN)) / SCALE;
const A2 = (1 - ALPHA) / SCALE;

/** Takes the rumble out of one channel, sample by sample, as the file and the page do: the same filter twice. */
export function rumbleFilter(): (sample: number) => number {
  const state = new Float64Array(4);
  return (sample) => {
    let x = sample;
    for (let i = 0; i < 4; i += 2) {
      // Transposed direct form II: two values are kept.
      const y = B * x + state[i]!;
      state[i] = -2 * B * x - A1 * y + state[i + 1]!;
      state[i + 1] = B * x - A2 * y;
      x = y;
    }
    return x;
  };
}
