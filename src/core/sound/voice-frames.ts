import { type Fourier, fourierOf } from '../signal/fft.ts';

/** A voice is measured and filtered in frames of so many samples: 21 ms. */
export const FRAME = 1024;
/** From one frame to the next; frames overlap by half. */
export const HOP = FRAME / 2;
export const BINS = FRAME / 2 + 1;

/** One channel is laid on both at the same power, as the file and the page do: by this amplitude. */
export const shareOf = (channels: number): number => (channels === 1 ? Math.SQRT1_2 : 1);

/** The window before and after a transform: squared, those of frames that overlap add up to 1. */
export const WINDOW = Float64Array.from({ length: FRAME }, (_, i) => Math.sin((Math.PI * (i + 0.5)) / FRAME));
export const FOURIER: Fourier = fourierOf(FRAME);

/** The power of both channels together in each band, of one windowed frame as re + i·im = left + i·right. */
export function bandPower(re: Float64Array, im: Float64Array, out: Float64Array): void {
  for (let k = 0; k < BINS; k++) {
    const m = (FRAME - k) & (FRAME - 1);
    const a = re[k]!;
    const b = im[k]!;
    const c = re[m]!;
    const d = im[m]!;
    out[k] = (a * a + b * b + c * c + d * d) / 2;
  }
}
