import { scratchRow } from './buffer-reuse.ts';

/** Times the rate that peaks are looked for at (ITU-R BS.1770-4, annex 2). */
const OVERSAMPLING = 4;
/** Samples either side that a value between two samples is made from. */
const REACH = 8;
/** Only next to samples above this share of the largest peak so far can a larger one stand between two. */
const NEAR = 0.7;

/** Weights of the samples around for each place between two, a quarter of a sample apart: a windowed sinc. */
const PHASES = Array.from({ length: OVERSAMPLING - 1 }, (_, p) => {
  const share = (p + 1) / OVERSAMPLING;
  const taps = Float64Array.from({ length: 2 * REACH }, (_, k) => {
    const x = k - (REACH - 1) - share;
    const taper = 0.5 + 0.5 * Math.cos((Math.PI * x) / (REACH + 0.5));
    return (Math.sin(Math.PI * x) / (Math.PI * x)) * taper;
  });
  const sum = taps.reduce((a, b) => a + b, 0);
  return taps.map((t) => t / sum);
});

export interface Peaks {
  /** dBTP; -Infinity in silence. */
  readonly truePeakDb: number;
  /** dBFS of the largest sample. */
  readonly samplePeakDb: number;
  /** Stretches of three samples or more at full scale in one channel. */
  readonly clippedRuns: number;
}

/** At or above this a sample counts as full scale: the largest value of 16 bits is 0.99997. */
const FULL_SCALE = 0.9995;
const CLIPPED_RUN = 3;

/** The largest of `best` and the values between sample `i` of a line and the next. */
function largestAfter(line: Float32Array, i: number, best: number): number {
  for (let p = 0; p < PHASES.length; p++) {
    const taps = PHASES[p] as Float64Array;
    let sum = 0;
    for (let k = 0; k < 2 * REACH; k++) sum += taps[k]! * line[i - REACH + 1 + k]!;
    if (sum < 0) sum = -sum;
    if (sum > best) best = sum;
  }
  return best;
}

/**
 * The largest value between two samples of a line, or `start` where none is larger. The first `count` entries of
 * `large` say where samples are that may stand next to it, in order.
 */
function scan(line: Float32Array, large: Int32Array, count: number, start: number): number {
  let best = start;
  let next = REACH - 1;
  for (let n = 0; n < count; n++) {
    const at = large[n]!;
    if (Math.abs(line[at]!) < NEAR * best) continue;
    const end = Math.min(at, line.length - REACH - 1);
    for (let i = Math.max(next, at - 1); i <= end; i++) best = largestAfter(line, i, best);
    next = Math.max(next, at + 1);
  }
  return best;
}

/** A peak meter for interleaved sound at 48 kHz in pieces of any length. */
export function peakMeter(channels: number): { push(interleaved: Float32Array): void; end(): Peaks } {
  // The last samples of each channel, which those to come are looked at together with.
  const ends = Array.from({ length: channels }, () => new Float32Array(2 * REACH));
  const row = scratchRow();
  let large = new Int32Array(0);
  const full = new Int32Array(channels);
  let [most, between, runs] = [0, 0, 0];
  const add = (interleaved: Float32Array): void => {
    const frames = Math.floor(interleaved.length / channels);
    for (let c = 0; c < channels; c++) {
      const line = row(2 * REACH + frames);
      line.set(ends[c] as Float32Array);
      if (large.length < line.length) large = new Int32Array(line.length);
      let count = 0;
      let run = full[c]!;
      let top = most;
      for (let i = REACH - 1; i < 2 * REACH; i++) large[count++] = i;
      for (let i = 0, at = c; i < frames; i++, at += channels) {
        const x = interleaved[at]!;
        line[2 * REACH + i] = x;
        const size = x < 0 ? -x : x;
        if (size > top) top = size;
        if (size > NEAR * top) large[count++] = 2 * REACH + i;
        if (size >= FULL_SCALE) {
          if (++run === CLIPPED_RUN) runs++;
        } else run = 0;
      }
      most = top;
      full[c] = run;
      // What lies below the largest sample cannot be the peak, so the search may begin from there.
      between = scan(line, large, count, Math.max(between, most));
      (ends[c] as Float32Array).set(line.subarray(frames));
    }
  };
  return {
    push: add,
    end() {
      add(new Float32Array(REACH * channels));
      const db = (v: number) => (v <= 0 ? -Infinity : 20 * Math.log10(v));
      return { truePeakDb: db(Math.max(most, between)), samplePeakDb: db(most), clippedRuns: runs };
    },
  };
}
