/** A discrete Fourier transform of one size. Tables are made once; no memory is taken a transform. */
export interface Fourier {
  /** Transforms `size` complex numbers in place: `re` and `im` hold their parts. */
  forward(re: Float64Array, im: Float64Array): void;
  /** Gives them back, scaled by 1 / size. */
  back(re: Float64Array, im: Float64Array): void;
}

/** A radix-2 transform of `n` complex numbers. Throws where `n` is no power of two from 4. */
export function fourierOf(n: number): Fourier {
  const bits = Math.log2(n);
  if (!Number.isInteger(bits) || n < 4) throw new RangeError(`a transform's size is a power of two from 4, got ${n}`);
  const reversed = Uint32Array.from({ length: n }, (_, i) => {
    let r = 0;
    for (let b = 0; b < bits; b++) if (i & (1 << b)) r |= 1 << (bits - 1 - b);
    return r;
  });
  const cos = Float64Array.from({ length: n / 2 }, (_, k) => Math.cos((-2 * Math.PI * k) / n));
  const sin = Float64Array.from({ length: n / 2 }, (_, k) => Math.sin((-2 * Math.PI * k) / n));
  const forward = (re: Float64Array, im: Float64Array): void => {
    for (let i = 0; i < n; i++) {
      const j = reversed[i]!;
      if (i >= j) continue;
      const r = re[i]!;
      const m = im[i]!;
      re[i] = re[j]!;
      im[i] = im[j]!;
      re[j] = r;
      im[j] = m;
    }
    // Plain variables and no pairs in these loops: they run a billion times in an hour of sound.
    // The first two stages turn by quarters only: no multiplication.
    for (let a = 0; a < n; a += 4) {
      const r0 = re[a]!;
      const i0 = im[a]!;
      const r1 = re[a + 1]!;
      const i1 = im[a + 1]!;
      const r2 = re[a + 2]!;
      const i2 = im[a + 2]!;
      const r3 = re[a + 3]!;
      const i3 = im[a + 3]!;
      const sr = r0 + r1;
      const si = i0 + i1;
      const dr = r0 - r1;
      const di = i0 - i1;
      const ur = r2 + r3;
      const ui = i2 + i3;
      const vr = r2 - r3;
      const vi = i2 - i3;
      re[a] = sr + ur;
      im[a] = si + ui;
      re[a + 2] = sr - ur;
      im[a + 2] = si - ui;
      re[a + 1] = dr + vi;
      im[a + 1] = di - vr;
      re[a + 3] = dr - vi;
      im[a + 3] = di + vr;
    }
    for (let span = 4; span < n; span *= 2) {
      const step = n / (2 * span);
      for (let k = 0; k < span; k++) {
        const wr = cos[k * step]!;
        const wi = sin[k * step]!;
        for (let a = k; a < n; a += 2 * span) {
          const b = a + span;
          const br = re[b]!;
          const bi = im[b]!;
          const tr = br * wr - bi * wi;
          const ti = br * wi + bi * wr;
          const ar = re[a]!;
          const ai = im[a]!;
          re[b] = ar - tr;
          im[b] = ai - ti;
          re[a] = ar + tr;
          im[a] = ai + ti;
        }
      }
    }
  };
  return {
    forward,
    back(re, im) {
      // The inverse is the transform with its parts exchanged.
      forward(im, re);
      for (let i = 0; i < n; i++) {
        re[i] = re[i]! / n;
        im[i] = im[i]! / n;
      }
    },
  };
}

/** Power spectra of windowed real frames of one size. */
interface Spectrum {
  /** Number of bins: half the frame's size, plus one. */
  readonly bins: number;
  /**
   * Writes the power of each bin of `frame` (windowed with Hann) into `out`. `frame` has the size, `out` the bins.
   */
  power(frame: Float32Array, out: Float32Array): void;
}

/**
 * Spectra of `size` real samples, worked as a transform of half the size. Throws where `size` is no power of two from
 * 8.
 */
export function spectrumOf(size: number): Spectrum {
  const half = size / 2;
  const fourier = fourierOf(half);
  const hann = Float32Array.from({ length: size }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / size));
  const cos = Float64Array.from({ length: half }, (_, k) => Math.cos((-2 * Math.PI * k) / size));
  const sin = Float64Array.from({ length: half }, (_, k) => Math.sin((-2 * Math.PI * k) / size));
  const [re, im] = [new Float64Array(half), new Float64Array(half)];
  return {
    bins: half + 1,
    power(frame, out) {
      for (let i = 0; i < half; i++) {
        re[i] = frame[2 * i]! * hann[2 * i]!;
        im[i] = frame[2 * i + 1]! * hann[2 * i + 1]!;
      }
      fourier.forward(re, im);
      // The even and the odd samples' transforms are taken apart and put together again.
      for (let k = 0; k <= half; k++) {
        const p = k & (half - 1);
        const q = (half - k) & (half - 1);
        const evenR = (re[p]! + re[q]!) / 2;
        const evenI = (im[p]! - im[q]!) / 2;
        const oddR = (im[p]! + im[q]!) / 2;
        const oddI = (re[q]! - re[p]!) / 2;
        const wr = k === half ? -1 : cos[k]!;
        const wi = k === half ? 0 : sin[k]!;
        const r = evenR + wr * oddR - wi * oddI;
        const i = evenI + wr * oddI + wi * oddR;
        out[k] = r * r + i * i;
      }
    },
  };
}
