/**
 * Sound is measured at this rate; the filters below are those of ITU-R BS.1770-4 for it (coefficients from memory,
 * checked against a reference program).
 */
export const LOUDNESS_RATE_HZ = 48_000;
const STAGE_1 = {
  b: [1.53512485958697, -2.6916961894064, 1.19839281085285],
  a: [-1.69065929318241, 0.73248077421585],
} as const;
const STAGE_2 = { b: [1, -2, 1], a: [-1.99004745483398, 0.99007225036621] } as const;
const OFFSET_DB = -0.691;
/** Energies are kept for each tenth of a second: blocks of 0.4 s and of 3 s are sums of them. */
const LOUDNESS_STEPS_A_SECOND = 10;
const STEP = LOUDNESS_RATE_HZ / LOUDNESS_STEPS_A_SECOND;
export const MOMENTARY_STEPS = 4;
const SHORT_STEPS = 30;
const ABSOLUTE_GATE = -70;
const RELATIVE_GATE = -10;
/**
 * EBU Tech 3342: the range is measured of short-term loudness above a gate 20 LU down, from its 10th to its 95th
 * hundredth.
 */
const RANGE_GATE = -20;
const RANGE_FROM = 0.1;
const RANGE_TO = 0.95;

export interface Loudness {
  /** LUFS; null where everything lies below the absolute gate. */
  readonly integratedLufs: number | null;
  /** Loudness range in LU, EBU Tech 3342; 0 for less than three seconds. */
  readonly rangeLu: number;
  /** Largest momentary and short-term loudness, LUFS; null in silence. */
  readonly momentaryMaxLufs: number | null;
  readonly shortMaxLufs: number | null;
  /** Weighted mean square of each tenth of a second: what the loudness of any stretch is made from. */
  readonly energies: Float32Array;
}

/**
 * Weights of channels in the order front left, front right, centre, low frequency effects, surrounds (BS.1770-4, table
 * 4): the fourth of six is not counted, surrounds count 1.41 times.
 */
export function channelWeights(channels: number): readonly number[] {
  if (channels <= 3) return Array.from({ length: channels }, () => 1);
  if (channels <= 5) return [1, 1, ...(channels === 5 ? [1] : []), ...Array.from({ length: 2 }, () => 1.41)];
  return [1, 1, 1, 0, ...Array.from({ length: channels - 4 }, () => 1.41)];
}

/** By how much the power of a frequency, Hz, counts in loudness: the filters of BS.1770-4 at 48 kHz. */
export function loudnessWeight(hz: number): number {
  const turn = (2 * Math.PI * hz) / LOUDNESS_RATE_HZ;
  const power = ([c0, c1, c2]: readonly [number, number, number]) =>
    (c0 + c1 * Math.cos(turn) + c2 * Math.cos(2 * turn)) ** 2 + (c1 * Math.sin(turn) + c2 * Math.sin(2 * turn)) ** 2;
  const share = ({ b, a }: typeof STAGE_1 | typeof STAGE_2) => power(b) / power([1, a[0], a[1]]);
  return share(STAGE_1) * share(STAGE_2);
}

/** A meter that takes interleaved sound of `channels` channels at 48 kHz in pieces of any length. */
export function loudnessMeter(channels: number): { push(interleaved: Float32Array): void; end(): Loudness } {
  const weights = channelWeights(channels);
  const state = new Float64Array(channels * 4);
  const sums = new Float64Array(channels);
  const pairs = Array.from({ length: Math.ceil(channels / 2) }, (_, i): ChannelPair => {
    return { channels, left: 2 * i, right: Math.min(2 * i + 1, channels - 1), state, sums };
  });
  const energies: number[] = [];
  let filled = 0;
  return {
    push(interleaved) {
      const frames = Math.floor(interleaved.length / channels);
      for (let from = 0; from < frames;) {
        const to = Math.min(frames, from + STEP - filled);
        // Two channels side by side: each step of a filter waits for the one before, and the other channel fills the
        // wait.
        for (const pair of pairs) filterTwo(interleaved, from, to, pair);
        filled += to - from;
        from = to;
        if (filled === STEP) {
          energies.push(sums.reduce((all, sum, c) => all + weights[c]! * (sum / STEP), 0));
          sums.fill(0);
          filled = 0;
        }
      }
    },
    end() {
      const values = Float32Array.from(energies);
      const momentary = blocks(energies, MOMENTARY_STEPS);
      const short = blocks(energies, SHORT_STEPS);
      return {
        integratedLufs: gated(momentary),
        rangeLu: rangeOf(short),
        momentaryMaxLufs: loudest(momentary),
        shortMaxLufs: loudest(short),
        energies: values,
      };
    },
  };
}

const [B0, B1, B2] = STAGE_1.b;
const [A1, A2] = STAGE_1.a;
const [C1, C2] = STAGE_2.a;

/** Takes numbers very near to 0 for 0: they make processors slow. */
const alive = (v: number): number => (v < 1e-20 && v > -1e-20 ? 0 : v);

/** Two of so many channels, what their filters keep, and the sums of squares; written into. */
interface ChannelPair {
  readonly channels: number;
  readonly left: number;
  readonly right: number;
  readonly state: Float64Array;
  readonly sums: Float64Array;
}

/**
 * K-weights the frames from `from` to `to` of two channels and adds their squares up. The last of an odd number of
 * channels stands beside itself and counts once.
 */
function filterTwo(
  x: Float32Array,
  from: number,
  to: number,
  { channels, left, right, state, sums }: ChannelPair,
): void {
  const s = left * 4;
  const r = right * 4;
  let p1 = state[s]!;
  let p2 = state[s + 1]!;
  let q1 = state[s + 2]!;
  let q2 = state[s + 3]!;
  let u1 = state[r]!;
  let u2 = state[r + 1]!;
  let v1 = state[r + 2]!;
  let v2 = state[r + 3]!;
  let [sum, other] = [0, 0];
  for (let i = from * channels, end = to * channels; i < end; i += channels) {
    const p0 = x[i + left]! - A1 * p1 - A2 * p2;
    const u0 = x[i + right]! - A1 * u1 - A2 * u2;
    const q0 = B0 * p0 + B1 * p1 + B2 * p2 - C1 * q1 - C2 * q2;
    const v0 = B0 * u0 + B1 * u1 + B2 * u2 - C1 * v1 - C2 * v2;
    const y = q0 - 2 * q1 + q2;
    const z = v0 - 2 * v1 + v2;
    p2 = p1;
    p1 = p0;
    q2 = q1;
    q1 = q0;
    u2 = u1;
    u1 = u0;
    v2 = v1;
    v1 = v0;
    sum += y * y;
    other += z * z;
  }
  sums[left] = sums[left]! + sum;
  if (right !== left) sums[right] = sums[right]! + other;
  state.set([p1, p2, q1, q2].map(alive), s);
  state.set([u1, u2, v1, v2].map(alive), r);
}

/**
 * Momentary loudness at the end of each tenth of a second, LUFS: that of the last four, or of as many as there are;
 * -Infinity where nothing is.
 */
export function momentaryOf(energies: ArrayLike<number>): number[] {
  return Array.from({ length: energies.length }, (_, i) => {
    let sum = 0;
    for (let k = Math.max(0, i - MOMENTARY_STEPS + 1); k <= i; k++) sum += energies[k]!;
    return sum <= 0 ? -Infinity : OFFSET_DB + 10 * Math.log10(sum / MOMENTARY_STEPS);
  });
}

/** LUFS of a weighted mean square. */
function lufs(energy: number): number {
  return OFFSET_DB + 10 * Math.log10(Math.max(energy, 1e-20));
}

/**
 * Integrated loudness of a stretch of energies (tenths of a second), gated as the standard says; null where it is
 * silent.
 */
export function integratedOf(energies: ArrayLike<number>, from = 0, to = energies.length): number | null {
  return gated(blocks(Array.prototype.slice.call(energies, from, to) as number[], MOMENTARY_STEPS));
}

/** Mean energies of all windows of so many steps, a step apart. */
function blocks(energies: readonly number[], steps: number): number[] {
  const out: number[] = [];
  for (let i = 0; i + steps <= energies.length; i++) {
    // Summed anew each time: a running sum would carry the rounding of loud parts into silent ones.
    let sum = 0;
    for (let k = 0; k < steps; k++) sum += energies[i + k]!;
    out.push(sum / steps);
  }
  return out;
}

const mean = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0) / values.length;

function gated(momentary: readonly number[]): number | null {
  const heard = momentary.filter((e) => lufs(e) > ABSOLUTE_GATE);
  if (heard.length === 0) return null;
  const gate = lufs(mean(heard)) + RELATIVE_GATE;
  const counted = heard.filter((e) => lufs(e) > gate);
  return counted.length === 0 ? null : lufs(mean(counted));
}

function rangeOf(short: readonly number[]): number {
  const heard = short.filter((e) => lufs(e) > ABSOLUTE_GATE);
  if (heard.length === 0) return 0;
  const gate = lufs(mean(heard)) + RANGE_GATE;
  const sorted = heard
    .map(lufs)
    .filter((l) => l > gate)
    .sort((a, b) => a - b);
  const at = (share: number) => sorted[Math.round((sorted.length - 1) * share)] ?? 0;
  return at(RANGE_TO) - at(RANGE_FROM);
}

function loudest(values: readonly number[]): number | null {
  const most = values.reduce((a, b) => Math.max(a, b), 0);
  return most <= 0 || lufs(most) <= ABSOLUTE_GATE ? null : lufs(most);
}
