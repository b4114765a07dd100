/** Sound is measured at this rate; the filters below are those of ITU-R BS.1770-4 for it (coefficients from memory, checked against a reference program). */
export const LOUDNESS_RATE_HZ = 48_000;
const STAGE_1 = { b: [1.53512485958697, -2.6916961894064, 1.19839281085285], a: [-1.69065929318241, 0.73248077421585] } as const;
const STAGE_2 = { b: [1, -2, 1], a: [-1.99004745483398, 0.99007225036621] } as const;
const OFFSET_DB = -0.691;
/** Energies are kept for each tenth of a second: blocks of 0.4 s and of 3 s are sums of them. */
export const LOUDNESS_STEPS_A_SECOND = 10;
const STEP = LOUDNESS_RATE_HZ / LOUDNESS_STEPS_A_SECOND;
const MOMENTARY_STEPS = 4;
const SHORT_STEPS = 30;
const ABSOLUTE_GATE = -70;
const RELATIVE_GATE = -10;
/** EBU Tech 3342: the range is measured of short-term loudness above a gate 20 LU down, from its 10th to its 95th hundredth. */
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
 * Weights of channels in the order front left, front right, centre, low frequency effects, surrounds (BS.1770-4, table 4):
 * the fourth of six is not counted, surrounds count 1.41 times.
 */
export function channelWeights(channels: number): readonly number[] {
  if (channels <= 3) return Array.from({ length: channels }, () => 1);
  if (channels <= 5) return [1, 1, ...(channels === 5 ? [1] : []), ...Array.from({ length: 2 }, () => 1.41)];
  return [1, 1, 1, 0, ...Array.from({ length: channels - 4 }, () => 1.41)];
}

/** A meter that takes interleaved sound of `channels` channels at 48 kHz in pieces of any length. */
export function loudnessMeter(channels: number): { push(interleaved: Float32Array): void; end(): Loudness } {
  const weights = channelWeights(channels);
  const state = new Float64Array(channels * 4);
  const sums = new Float64Array(channels);
  const energies: number[] = [];
  let filled = 0;
  const [b0, b1, b2] = STAGE_1.b;
  const [a1, a2] = STAGE_1.a;
  const [c1, c2] = STAGE_2.a;
  return {
    push(interleaved) {
      const frames = Math.floor(interleaved.length / channels);
      for (let from = 0; from < frames;) {
        const to = Math.min(frames, from + STEP - filled);
        for (let c = 0; c < channels; c++) {
          if (weights[c] === 0) continue;
          const s = c * 4;
          let p1 = state[s] as number;
          let p2 = state[s + 1] as number;
          let q1 = state[s + 2] as number;
          let q2 = state[s + 3] as number;
          let sum = 0;
          for (let i = from; i < to; i++) {
            const x = interleaved[i * channels + c] as number;
            const p0 = x - a1 * p1 - a2 * p2;
            const y = b0 * p0 + b1 * p1 + b2 * p2;
            p2 = p1;
            p1 = p0;
            const q0 = y - c1 * q1 - c2 * q2;
            const z = q0 - 2 * q1 + q2;
            q2 = q1;
            q1 = q0;
            sum += z * z;
          }
          // Numbers near nothing make a processor slow; they are nothing.
          state[s] = Math.abs(p1) < 1e-20 ? 0 : p1;
          state[s + 1] = Math.abs(p2) < 1e-20 ? 0 : p2;
          state[s + 2] = Math.abs(q1) < 1e-20 ? 0 : q1;
          state[s + 3] = Math.abs(q2) < 1e-20 ? 0 : q2;
          sums[c] = (sums[c] as number) + sum;
        }
        filled += to - from;
        from = to;
        if (filled === STEP) {
          energies.push(sums.reduce((all, sum, c) => all + (weights[c] as number) * (sum / STEP), 0));
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
        integratedLufs: gated(momentary), rangeLu: rangeOf(short), momentaryMaxLufs: loudest(momentary), shortMaxLufs: loudest(short), energies: values,
      };
    },
  };
}

/** LUFS of a weighted mean square. */
export function lufs(energy: number): number {
  return OFFSET_DB + 10 * Math.log10(Math.max(energy, 1e-20));
}

/** Integrated loudness of a stretch of energies (tenths of a second), gated as the standard says; null where it is silent. */
export function integratedOf(energies: ArrayLike<number>, from = 0, to = energies.length): number | null {
  return gated(blocks(Array.prototype.slice.call(energies, from, to) as number[], MOMENTARY_STEPS));
}

/** Mean energies of all windows of so many steps, a step apart. */
function blocks(energies: readonly number[], steps: number): number[] {
  const out: number[] = [];
  for (let i = 0; i + steps <= energies.length; i++) {
    // Summed anew each time: a running sum would carry the rounding of loud parts into silent ones.
    let sum = 0;
    for (let k = 0; k < steps; k++) sum += energies[i + k] as number;
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
  const sorted = heard.map(lufs).filter((l) => l > gate).sort((a, b) => a - b);
  const at = (share: number) => sorted[Math.round((sorted.length - 1) * share)] ?? 0;
  return at(RANGE_TO) - at(RANGE_FROM);
}

function loudest(values: readonly number[]): number | null {
  const most = values.reduce((a, b) => Math.max(a, b), 0);
  return most <= 0 || lufs(most) <= ABSOLUTE_GATE ? null : lufs(most);
}
