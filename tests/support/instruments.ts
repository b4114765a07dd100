import { seeded } from './synthetic-take.ts';

export const PIECE_RATE_HZ = 44_100;
const R = PIECE_RATE_HZ;

/** A mono canvas that sounds are laid on. `at` is in seconds and need not fall on a sample. */
export interface Canvas {
  readonly samples: Float32Array;
  readonly random: () => number;
}

export function canvas(seconds: number, seed: number): Canvas {
  return { samples: new Float32Array(Math.ceil(seconds * R)), random: seeded(seed) };
}

/** Lays `length` seconds of `wave(t)` from `at` on; t is exact, so a beat between two samples stays between them. */
function lay(c: Canvas, at: number, length: number, wave: (t: number) => number): void {
  const from = Math.max(0, Math.ceil(at * R));
  const to = Math.min(c.samples.length, Math.ceil((at + length) * R));
  for (let i = from; i < to; i++) c.samples[i] = (c.samples[i] as number) + wave(i / R - at);
}

const TAU = 2 * Math.PI;

export function kick(c: Canvas, at: number, gain = 1, tone = 52): void {
  lay(
    c,
    at,
    0.28,
    (t) =>
      gain * 0.75 * Math.sin(TAU * (tone * t - (90 / 35) * (Math.exp(-35 * t) - 1))) * Math.exp(-t * 14) +
      gain * 0.15 * Math.exp(-t * 400) * (c.random() * 2 - 1),
  );
}

export function snare(c: Canvas, at: number, gain = 1): void {
  let last = 0;
  lay(c, at, 0.22, (t) => {
    const white = c.random() * 2 - 1;
    const bright = white - 0.6 * last;
    last = white;
    return gain * (0.35 * bright * Math.exp(-t * 18) + 0.25 * Math.sin(TAU * 190 * t) * Math.exp(-t * 25));
  });
}

export function clap(c: Canvas, at: number, gain = 1): void {
  lay(
    c,
    at,
    0.2,
    (t) =>
      gain *
      0.3 *
      (c.random() * 2 - 1) *
      (Math.exp(-((t * 1000) % 9) / 3) * (t < 0.027 ? 1 : 0) + (t >= 0.027 ? Math.exp(-(t - 0.027) * 25) : 0)),
  );
}

export function hat(c: Canvas, at: number, gain = 1, open = false): void {
  let [a, b] = [0, 0];
  lay(c, at, open ? 0.2 : 0.05, (t) => {
    const white = c.random() * 2 - 1;
    const high = white - 2 * a + b;
    [b, a] = [a, white];
    return gain * 0.08 * high * Math.exp(-t * (open ? 14 : 80));
  });
}

export function cowbell(c: Canvas, at: number, gain = 1): void {
  lay(
    c,
    at,
    0.15,
    (t) => gain * 0.12 * (Math.sign(Math.sin(TAU * 562 * t)) + Math.sign(Math.sin(TAU * 845 * t))) * Math.exp(-t * 22),
  );
}

export function bass(c: Canvas, at: number, length: number, hz: number, gain = 1): void {
  lay(
    c,
    at,
    length,
    (t) =>
      gain *
      0.3 *
      (Math.sin(TAU * hz * t) + 0.4 * Math.sin(TAU * 2 * hz * t) + 0.2 * Math.sin(TAU * 3 * hz * t)) *
      Math.min(1, t / 0.008) *
      Math.min(1, (length - t) / 0.01) *
      Math.exp(-t * 2),
  );
}

/** A held chord with slow ends: harmony without an attack. */
export function pad(c: Canvas, at: number, length: number, hzs: readonly number[], gain = 1): void {
  lay(
    c,
    at,
    length,
    (t) =>
      gain *
      0.06 *
      Math.min(1, t / 0.06) *
      Math.min(1, (length - t) / 0.06) *
      hzs.reduce((sum, hz) => sum + Math.sin(TAU * hz * t) + 0.3 * Math.sin(TAU * 2 * hz * t), 0),
  );
}

/** A bowed tone: it stands only after `rise` seconds, and trembles a little. */
export function bow(c: Canvas, at: number, length: number, hz: number, gain = 1, rise = 0.14): void {
  lay(c, at, length, (t) => {
    const edge = Math.min(1, t / rise, (length - t) / 0.1);
    const turn = TAU * (hz * t + 0.4 * Math.sin(TAU * 5.5 * t));
    let sum = 0;
    for (let h = 1; h <= 6; h++) sum += Math.sin(h * turn) / h;
    return gain * 0.09 * Math.sin((Math.PI / 2) * edge) ** 2 * sum;
  });
}

export function pluck(c: Canvas, at: number, hz: number, gain = 1, decay = 9): void {
  lay(
    c,
    at,
    0.5,
    (t) =>
      gain *
      0.16 *
      Math.exp(-t * decay) *
      (Math.sin(TAU * hz * t) + 0.5 * Math.sin(TAU * 2 * hz * t) + 0.25 * Math.sin(TAU * 3 * hz * t)) *
      Math.min(1, t / 0.002),
  );
}

export const midi = (note: number): number => 440 * 2 ** ((note - 69) / 12);
/** Four triads in a usual turn, as notes above the key. */
export const TURN: readonly (readonly number[])[] = [
  [0, 4, 7],
  [9, 12, 16],
  [5, 9, 12],
  [7, 11, 14],
];
