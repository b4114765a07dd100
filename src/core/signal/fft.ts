/** A discrete Fourier transform of one size. Tables are made once; no memory is taken a transform. */
export interface Fourier {
  /** Transforms `size` complex numbers in place: `re` and `im` hold their parts. */
  forward(re: Float64Array, im: Float64Array): void;
  /** The same, of numbers that were put down in this order: number i at place `order[i]`. */
  readonly order: Uint32Array;
  forwardOrdered(re: Float64Array, im: Float64Array): void;
  /** Gives them back, scaled by 1 / size. */
  back(re: Float64Array, im: Float64Array): void;
}

/** A transform of `n` complex numbers, joined four and four. Throws where `n` is no power of two from 4. */
export function fourierOf(n: number): Fourier {
  const bits = Math.log2(n);
  if (!Number.isInteger(bits) || n < 4) throw new RangeError(`a transform's size is a power of two from 4, got ${n}`);
  const order = Uint32Array.from({ length: n }, (_, i) => {
    let r = 0;
    for (let b = 0; b < bits; b++) if (i & (1 << b)) r |= 1 << (bits - 1 - b);
    return r;
  });
  // Two stages are worked as one; where their number is odd, the last stands alone.
  const passes: Float64Array[] = [];
  let done = 4;
  for (; done * 4 <= n; done *= 4) passes.push(turnsOf(done, [1 / (2 * done), 1 / (4 * done), 3 / (4 * done)]));
  const last = turnsOf(n / 2, [1 / n]);
  const forwardOrdered = (re: Float64Array, im: Float64Array): void => {
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
    let span = 4;
    for (const turns of passes) {
      fourWays(re, im, span, turns);
      span *= 4;
    }
    if (span < n) twoWays(re, im, last);
  };
  const forward = (re: Float64Array, im: Float64Array): void => {
    for (let i = 0; i < n; i++) {
      const j = order[i]!;
      if (i >= j) continue;
      const r = re[i]!;
      const m = im[i]!;
      re[i] = re[j]!;
      im[i] = im[j]!;
      re[j] = r;
      im[j] = m;
    }
    forwardOrdered(re, im);
  };
  return {
    forward,
    order,
    forwardOrdered,
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

/** Turns by `k` times each of some shares of a circle, one after the other for each k: cosine and sine. */
function turnsOf(count: number, shares: readonly number[]): Float64Array {
  const turns = new Float64Array(count * shares.length * 2);
  let at = 0;
  for (let k = 0; k < count; k++)
    for (const share of shares) {
      turns[at++] = Math.cos(-2 * Math.PI * k * share);
      turns[at++] = Math.sin(-2 * Math.PI * k * share);
    }
  return turns;
}

/** Joins each four transforms of `span` numbers to one. */
function fourWays(re: Float64Array, im: Float64Array, span: number, turns: Float64Array): void {
  const n = re.length;
  for (let from = 0; from < n; from += 4 * span) {
    for (let k = 0, t = 0; k < span; k++, t += 6) {
      const a = from + k;
      const b = a + span;
      const c = b + span;
      const d = c + span;
      const ar = re[a]!;
      const ai = im[a]!;
      const br = re[b]! * turns[t]! - im[b]! * turns[t + 1]!;
      const bi = re[b]! * turns[t + 1]! + im[b]! * turns[t]!;
      const cr = re[c]! * turns[t + 2]! - im[c]! * turns[t + 3]!;
      const ci = re[c]! * turns[t + 3]! + im[c]! * turns[t + 2]!;
      const dr = re[d]! * turns[t + 4]! - im[d]! * turns[t + 5]!;
      const di = re[d]! * turns[t + 5]! + im[d]! * turns[t + 4]!;
      const pr = ar + br;
      const pi = ai + bi;
      const qr = ar - br;
      const qi = ai - bi;
      const rr = cr + dr;
      const ri = ci + di;
      const sr = cr - dr;
      const si = ci - di;
      re[a] = pr + rr;
      im[a] = pi + ri;
      re[c] = pr - rr;
      im[c] = pi - ri;
      re[b] = qr + si;
      im[b] = qi - sr;
      re[d] = qr - si;
      im[d] = qi + sr;
    }
  }
}

/** Joins the two halves' transforms to one. */
function twoWays(re: Float64Array, im: Float64Array, turns: Float64Array): void {
  const half = re.length / 2;
  for (let a = 0, t = 0; a < half; a++, t += 2) {
    const b = a + half;
    const br = re[b]! * turns[t]! - im[b]! * turns[t + 1]!;
    const bi = re[b]! * turns[t + 1]! + im[b]! * turns[t]!;
    const ar = re[a]!;
    const ai = im[a]!;
    re[b] = ar - br;
    im[b] = ai - bi;
    re[a] = ar + br;
    im[a] = ai + bi;
  }
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
  const { order } = fourier;
  const hann = Float32Array.from({ length: size }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / size));
  const cos = Float64Array.from({ length: half }, (_, k) => Math.cos((-2 * Math.PI * k) / size));
  const sin = Float64Array.from({ length: half }, (_, k) => Math.sin((-2 * Math.PI * k) / size));
  const [re, im] = [new Float64Array(half), new Float64Array(half)];
  return {
    bins: half + 1,
    power(frame, out) {
      for (let i = 0; i < half; i++) {
        const to = order[i]!;
        re[to] = frame[2 * i]! * hann[2 * i]!;
        im[to] = frame[2 * i + 1]! * hann[2 * i + 1]!;
      }
      fourier.forwardOrdered(re, im);
      // The even and the odd samples' transforms are taken apart and put together again, two bins at a time.
      out[0] = (re[0]! + im[0]!) ** 2;
      out[half] = (re[0]! - im[0]!) ** 2;
      for (let p = 1, q = half - 1; p <= q; p++, q--) {
        const evenR = (re[p]! + re[q]!) / 2;
        const evenI = (im[p]! - im[q]!) / 2;
        const oddR = (im[p]! + im[q]!) / 2;
        const oddI = (re[q]! - re[p]!) / 2;
        const turnedR = cos[p]! * oddR - sin[p]! * oddI;
        const turnedI = cos[p]! * oddI + sin[p]! * oddR;
        const upR = evenR + turnedR;
        const upI = evenI + turnedI;
        const downR = evenR - turnedR;
        const downI = evenI - turnedI;
        out[p] = upR * upR + upI * upI;
        out[q] = downR * downR + downI * downI;
      }
    },
  };
}
