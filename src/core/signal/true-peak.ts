/** Times the rate that peaks are looked for at (ITU-R BS.1770-4, annex 2). */
const OVERSAMPLING = 4;
/** Samples either side that a value between two samples is made from. */
const REACH = 12;
/** Only next to samples above this share of the largest peak so far can a larger one stand between two. */
const NEAR = 0.5;

/** Weights of the samples around for each place between two, a quarter of a sample apart: a windowed sinc. */
const PHASES = Array.from({ length: OVERSAMPLING - 1 }, (_, p) => {
  const share = (p + 1) / OVERSAMPLING;
  const taps = Float64Array.from({ length: 2 * REACH }, (_, k) => {
    const x = k - (REACH - 1) - share;
    const window = 0.5 + 0.5 * Math.cos((Math.PI * x) / (REACH + 0.5));
    return (Math.sin(Math.PI * x) / (Math.PI * x)) * window;
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

/** A peak meter for interleaved sound at 48 kHz in pieces of any length. */
export function peakMeter(channels: number): { push(interleaved: Float32Array): void; end(): Peaks } {
  // The last 2 × REACH samples of each channel, then the new ones.
  let lines = Array.from({ length: channels }, () => new Float32Array(2 * REACH));
  let [most, between, runs] = [0, 0, 0];
  const full = new Int32Array(channels);
  const scan = (line: Float32Array, to: number): void => {
    for (let i = REACH - 1; i < to; i++) {
      const here = Math.max(Math.abs(line[i] as number), Math.abs(line[i + 1] as number));
      if (here <= NEAR * Math.max(between, most)) continue;
      for (let p = 0; p < PHASES.length; p++) {
        const taps = PHASES[p] as Float64Array;
        let sum = 0;
        for (let k = 0; k < taps.length; k++) sum += (taps[k] as number) * (line[i - REACH + 1 + k] as number);
        if (sum < 0) sum = -sum;
        if (sum > between) between = sum;
      }
    }
  };
  const add = (interleaved: Float32Array): void => {
    const frames = Math.floor(interleaved.length / channels);
    lines = lines.map((old, c) => {
      const kept = old.length - 2 * REACH;
      const line = new Float32Array(2 * REACH + frames);
      line.set(old.subarray(kept), 0);
      let run = full[c] as number;
      for (let i = 0; i < frames; i++) {
        const x = interleaved[i * channels + c] as number;
        line[2 * REACH + i] = x;
        const size = x < 0 ? -x : x;
        if (size > most) most = size;
        if (size >= FULL_SCALE) {
          if (++run === CLIPPED_RUN) runs++;
        } else run = 0;
      }
      full[c] = run;
      scan(line, line.length - REACH);
      return line;
    });
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
