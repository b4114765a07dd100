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

/**
 * Writes down where samples are that a peak may stand next to: above most of the largest so far, or at full scale.
 * Gives how many. Most samples are passed over here, so there is nothing else in this loop.
 */
function findLarge(sound: Float32Array, length: number, largest: number, into: Int32Array): number {
  let count = 0;
  let limit = Math.min(NEAR * largest, NEAR * FULL_SCALE);
  for (let i = 0; i < length; i++) {
    const x = sound[i]!;
    if (x < limit && x > -limit) continue;
    into[count++] = i;
    // Not by Math.max: one sample that is no number would let all others in.
    const next = NEAR * Math.abs(x);
    if (next > limit) limit = Math.min(next, NEAR * FULL_SCALE);
  }
  return count;
}

/** The largest of `best` and the values between a sample and its channel's next; their reach begins at `first`. */
function largestBetween(sound: Float32Array, first: number, step: number, best: number): number {
  for (let p = 0; p < PHASES.length; p++) {
    const taps = PHASES[p] as Float64Array;
    let sum = 0;
    for (let k = 0, at = first; k < 2 * REACH; k++, at += step) sum += taps[k]! * sound[at]!;
    if (sum < 0) sum = -sum;
    if (sum > best) best = sum;
  }
  return best;
}

/** A peak meter for interleaved sound at 48 kHz in pieces of any length. */
export function peakMeter(channels: number): { push(interleaved: Float32Array): void; end(): Peaks } {
  // The last samples of each channel, and the first of the next piece behind them.
  const joints = Array.from({ length: channels }, () => new Float32Array(4 * REACH));
  let large = new Int32Array(0);
  // By channel: how many samples in a row were at full scale, and which was the last; the next frame to look behind.
  const [run, fullAt, next] = [new Int32Array(channels), new Float64Array(channels).fill(-2), new Int32Array(channels)];
  let [before, most, between, runs] = [0, 0, 0, 0];

  /** What stands between the last samples and the first new ones. */
  const joinTo = (interleaved: Float32Array, frames: number): void => {
    const fresh = Math.min(frames, 2 * REACH);
    for (const [c, joint] of joints.entries()) {
      for (let i = 0; i < fresh; i++) joint[2 * REACH + i] = interleaved[i * channels + c]!;
      for (let i = REACH - 1; i < REACH + fresh && i < 3 * REACH - 1; i++)
        if (Math.max(Math.abs(joint[i]!), Math.abs(joint[i + 1]!)) >= NEAR * between)
          between = largestBetween(joint, i - REACH + 1, 1, between);
      if (fresh < 2 * REACH) joint.copyWithin(0, fresh, 2 * REACH + fresh);
      else for (let i = 0; i < 2 * REACH; i++) joint[i] = interleaved[(frames - 2 * REACH + i) * channels + c]!;
    }
  };

  const add = (interleaved: Float32Array): void => {
    const frames = Math.floor(interleaved.length / channels);
    if (large.length < interleaved.length) large = new Int32Array(interleaved.length);
    const count = findLarge(interleaved, frames * channels, most, large);
    for (let n = 0; n < count; n++) {
      const c = large[n]! % channels;
      const frame = before + (large[n]! - c) / channels;
      const size = Math.abs(interleaved[large[n]!]!);
      if (size > most) most = size;
      if (size < FULL_SCALE) continue;
      run[c] = fullAt[c] === frame - 1 ? run[c]! + 1 : 1;
      fullAt[c] = frame;
      if (run[c] === CLIPPED_RUN) runs++;
    }
    // What lies below the largest sample cannot be the peak, so the search may begin from there.
    between = Math.max(between, most);
    joinTo(interleaved, frames);
    next.fill(REACH - 1);
    for (let n = 0; n < count; n++) {
      if (Math.abs(interleaved[large[n]!]!) < NEAR * between) continue;
      const c = large[n]! % channels;
      const frame = (large[n]! - c) / channels;
      const end = Math.min(frame, frames - REACH - 1);
      for (let i = Math.max(next[c]!, frame - 1); i <= end; i++)
        between = largestBetween(interleaved, (i - REACH + 1) * channels + c, channels, between);
      next[c] = Math.max(next[c]!, frame + 1);
    }
    before += frames;
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
