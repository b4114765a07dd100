import { GROUPS, type Group } from './bands.ts';
import { FRAMES_A_SECOND, type Onsets } from './onsets.ts';

/**
 * Attacks made comparable along a piece: what is quiet for a while counts like what is loud, and steady noise counts
 * nothing.
 */
export interface Pulse {
  readonly frames: number;
  /** Each group's attacks against what is usual around; 0 and above, a clear attack is about 2 to 4. */
  readonly groups: Readonly<Record<Group, Float32Array>>;
  /** All groups together, a little smoothed: what beats are looked for in. */
  readonly all: Float32Array;
}

/** How far an attack tells a beat: drums' bodies and snares carry it, hats also stand between. */
export const BEAT_WEIGHT: Readonly<Record<Group, number>> = { low: 1, lowMid: 0.5, mid: 0.8, high: 0.45 };

/** What is usual around: attacks of so many frames before and after. */
const USUAL_FRAMES = 4 * FRAMES_A_SECOND;
/** Below this share of the whole piece's usual attack nothing is lifted any further. */
const FLOOR_SHARE = 0.12;
/** Weaker attacks are none, however quiet everything is: even a steady tone has some grain. */
const LEAST_ATTACK = 0.05;
/** An attack counts at most so many times the usual one: one crash is not ten drums. */
const MOST = 4;
const SMOOTH = [0.06, 0.24, 0.4, 0.24, 0.06] as const;

export function pulseOf(onsets: Pick<Onsets, 'frames' | 'attacks'>): Pulse {
  const { frames } = onsets;
  const groups = Object.fromEntries(GROUPS.map((g) => [g, evened(onsets.attacks[g])])) as Record<Group, Float32Array>;
  const sum = new Float32Array(frames);
  for (const g of GROUPS) {
    const values = groups[g];
    for (let i = 0; i < frames; i++) sum[i] = sum[i]! + BEAT_WEIGHT[g] * values[i]!;
  }
  return { frames, groups, all: smoothed(sum) };
}

/** The strongest value within two frames of a place. */
export function strongestNear(values: Float32Array, at: number): number {
  const i = Math.round(at);
  return Math.max(values[i - 2] ?? 0, values[i - 1] ?? 0, values[i] ?? 0, values[i + 1] ?? 0, values[i + 2] ?? 0);
}

function evened(attacks: Float32Array): Float32Array {
  const n = attacks.length;
  const [squares, sums] = [new Float64Array(n + 1), new Float64Array(n + 1)];
  for (let i = 0; i < n; i++) {
    const value = attacks[i]!;
    squares[i + 1] = squares[i]! + value * value;
    sums[i + 1] = sums[i]! + value;
  }
  const whole = Math.sqrt(squares[n]! / Math.max(1, n));
  const out = new Float32Array(n);
  for (let i = 0; i < n; i++) {
    const [from, to] = [Math.max(0, i - USUAL_FRAMES), Math.min(n, i + USUAL_FRAMES)];
    const mean = (sums[to]! - sums[from]!) / (to - from);
    const usual = Math.sqrt((squares[to]! - squares[from]!) / (to - from));
    out[i] = Math.min(MOST, Math.max(0, attacks[i]! - mean) / Math.max(LEAST_ATTACK, usual, whole * FLOOR_SHARE));
  }
  return out;
}

function smoothed(values: Float32Array): Float32Array {
  return values.map((_, i) => {
    let sum = 0;
    for (let k = -2; k <= 2; k++) sum += SMOOTH[k + 2]! * (values[i + k] ?? 0);
    return sum;
  });
}
