import { spectrumOf } from './fft.ts';

/** Samples a second that onsets are listened for at; sound is brought to this rate before. */
export const ONSET_RATE_HZ = 24_000;
/** Frames a second of everything the listener writes down: one each 10 ms. */
export const FRAMES_A_SECOND = 100;
const HOP = ONSET_RATE_HZ / FRAMES_A_SECOND;
const FRAME = 1024;
/** Pitches are told from a frame this long. */
const LONG_FRAME = 4096;
/** Slow features (harmony, levels) are written once in this many frames. */
export const SLOW_FRAMES = 10;

/** Groups of bands that attacks are told apart in: drums' bodies, bass and toms, snares and voices, hats. */
export const GROUPS = ['low', 'lowMid', 'mid', 'high'] as const;
export type Group = (typeof GROUPS)[number];
const GROUP_TOP_HZ: Readonly<Record<Group, number>> = { low: 130, lowMid: 500, mid: 3_000, high: 12_000 };

/** A rise is measured against this many frames before, so that sharp edges show although the window is long. */
const LAG = 2;

/** Attack strength of each group in each frame, and what changes slowly. Frame i is centred on i / 100 s. */
export interface Onsets {
  readonly frames: number;
  readonly attacks: Readonly<Record<Group, Float32Array>>;
  /** Twelve values a slow frame: how strong each pitch class is, C first, each frame's sum is 1 or 0. */
  readonly chroma: Float32Array;
  /** Root mean square of the sound in each slow frame, 0 to 1. */
  readonly level: Float32Array;
  /** Same, of the lowest group only. */
  readonly lowLevel: Float32Array;
}

/** Mean level of a stretch, in frames. */
export function levelBetween(onsets: Onsets, from: number, to: number): number {
  const [a, b] = [
    Math.floor(from / SLOW_FRAMES),
    Math.max(Math.floor(from / SLOW_FRAMES) + 1, Math.floor(to / SLOW_FRAMES)),
  ];
  let sum = 0;
  for (let s = a; s < b; s++) sum += onsets.level[s] ?? 0;
  return sum / (b - a);
}

/**
 * Takes mono sound at ONSET_RATE_HZ in pieces of any length and writes its onsets down as it goes: memory grows by 4 KB
 * a second.
 */
export function listenForOnsets(): { push(samples: Float32Array): void; end(): Onsets } {
  const spectrum = spectrumOf(FRAME);
  const power = new Float32Array(spectrum.bins);
  const bands = melBands(spectrum.bins);
  const long = spectrumOf(LONG_FRAME);
  const longPower = new Float32Array(long.bins);
  // The last sixth of a second: pitches an octave below the voice lie too near for a short frame.
  const heard = new Float32Array(LONG_FRAME);
  const classes = pitchClasses(long.bins);
  // The last LAG + 1 frames of compressed bands, in turn.
  const count = bands.group.length;
  const energies = new Float64Array(count);
  const past = Array.from({ length: LAG + 1 }, () => new Float32Array(count));
  const sums = new Float64Array(GROUPS.length);
  // Half a frame of silence before the sound, so that frame 0 is centred on its first sample.
  const waiting = new Float32Array(FRAME);
  let filled = FRAME / 2;
  let frames = 0;
  const attacks = { low: growing(), lowMid: growing(), mid: growing(), high: growing() };
  const [chroma, level, lowLevel] = [growing(), growing(), growing()];
  const slow = new Float64Array(14);

  const work = (): void => {
    spectrum.power(waiting, power);
    const now = past[frames % past.length] as Float32Array;
    const before = past[(frames + 1) % past.length] as Float32Array;
    sums.fill(0);
    weigh(power, bands, energies);
    for (let b = 0; b < count; b++) {
      // The fourth root of the energy is the square root of the magnitude.
      const value = Math.sqrt(Math.sqrt(energies[b]!));
      now[b] = value;
      // The strongest of the neighbours a moment ago: a gliding tone is no attack.
      let then = before[b]!;
      if (b > 0 && before[b - 1]! > then) then = before[b - 1]!;
      if (b + 1 < count && before[b + 1]! > then) then = before[b + 1]!;
      if (value > then) sums[bands.group[b]!] = sums[bands.group[b]!]! + value - then;
    }
    for (let g = 0; g < GROUPS.length; g++) attacks[GROUPS[g]!].push(frames < LAG ? 0 : sums[g]!);
    let [all, low] = [0, 0];
    for (let k = 1; k < power.length; k++) {
      all += power[k]!;
      if (k <= 6) low += power[k]!;
    }
    slow[12] = slow[12]! + all;
    slow[13] = slow[13]! + low;
    if (frames % SLOW_FRAMES === SLOW_FRAMES - 1) {
      long.power(heard, longPower);
      for (let k = classes.from; k < classes.to; k++) {
        const p = longPower[k]!;
        // Only peaks of the spectrum are pitches: what leaks into the bins beside them is none.
        if (p <= longPower[k - 1]! || p < longPower[k + 1]!) continue;
        const c = classes.of[k]!;
        slow[c] = slow[c]! + Math.sqrt(p);
      }
      let sum = 0;
      for (let c = 0; c < 12; c++) sum += slow[c]!;
      for (let c = 0; c < 12; c++) chroma.push(sum > 1e-3 ? slow[c]! / sum : 0);
      // Parseval, with the window's mean power of 3/8.
      const scale = 2 / (SLOW_FRAMES * FRAME * FRAME * 0.375);
      level.push(Math.sqrt(slow[12] * scale));
      lowLevel.push(Math.sqrt(slow[13] * scale));
      slow.fill(0);
    }
    frames++;
    heard.copyWithin(0, HOP);
    heard.set(waiting.subarray(FRAME - HOP), LONG_FRAME - HOP);
    waiting.copyWithin(0, HOP);
    filled -= HOP;
  };
  return {
    push(samples) {
      for (let at = 0; at < samples.length;) {
        const take = Math.min(samples.length - at, FRAME - filled);
        waiting.set(samples.subarray(at, at + take), filled);
        filled += take;
        at += take;
        if (filled === FRAME) work();
      }
    },
    end() {
      const rest = filled;
      waiting.fill(0, filled);
      filled = FRAME;
      if (rest > FRAME / 2) work();
      const done = Object.fromEntries(GROUPS.map((g) => [g, attacks[g].values()])) as Record<Group, Float32Array>;
      return { frames, attacks: done, chroma: chroma.values(), level: level.values(), lowLevel: lowLevel.values() };
    },
  };
}

/**
 * Bands in flat tables, for they are gone through a hundred times a second: band b weighs the bins from `from[b]` on
 * with weights[first[b]] to weights[first[b + 1] - 1].
 */
interface Bands {
  readonly from: Int32Array;
  readonly first: Int32Array;
  readonly weights: Float32Array;
  /** Index into GROUPS. */
  readonly group: Uint8Array;
}

/** The energy of each band in a spectrum. A function of its own: it is the busiest loop of the listener. */
function weigh(power: Float32Array, { from, first, weights }: Bands, into: Float64Array): void {
  for (let b = 0; b < into.length; b++) {
    const end = first[b + 1]!;
    let at = first[b]!;
    let bin = from[b]!;
    let [one, other] = [0, 0];
    // Two sums side by side: each addition waits for the one before.
    for (; at + 1 < end; at += 2, bin += 2) {
      one += weights[at]! * power[bin]!;
      other += weights[at + 1]! * power[bin + 1]!;
    }
    if (at < end) one += weights[at]! * power[bin]!;
    into[b] = one + other;
  }
}

/** Triangles a third of an octave wide, but never narrower than two bins, from 30 Hz to 11 kHz. */
function melBands(bins: number): Bands {
  const hz = ONSET_RATE_HZ / FRAME;
  const bands: { from: number; weights: Float32Array; group: number }[] = [];
  const step = 2 ** (1 / 4);
  for (let centre = 2 * hz; centre < 11_000;) {
    const next = Math.max(centre + hz, centre * step);
    const [low, high] = [Math.max(0, centre - Math.max(hz, centre * (1 - 1 / step))), next];
    const from = Math.max(1, Math.ceil(low / hz));
    const to = Math.min(bins - 1, Math.floor(high / hz));
    const weights = Float32Array.from({ length: to - from + 1 }, (_, k) => {
      const f = (from + k) * hz;
      return Math.max(
        0,
        f <= centre ? (f - low) / Math.max(1e-9, centre - low) : (high - f) / Math.max(1e-9, high - centre),
      );
    });
    bands.push({ from, weights, group: GROUPS.findIndex((g) => centre <= GROUP_TOP_HZ[g]) });
    centre = next;
  }
  const first = new Int32Array(bands.length + 1);
  bands.forEach((band, b) => {
    first[b + 1] = first[b]! + band.weights.length;
  });
  const weights = new Float32Array(first[bands.length]!);
  bands.forEach((band, b) => weights.set(band.weights, first[b]));
  return { from: Int32Array.from(bands, (b) => b.from), first, weights, group: Uint8Array.from(bands, (b) => b.group) };
}

/** The pitch class of each bin of a long frame from 65 Hz to 2.1 kHz. */
function pitchClasses(bins: number): { readonly from: number; readonly to: number; readonly of: Uint8Array } {
  const hz = ONSET_RATE_HZ / LONG_FRAME;
  const of = Uint8Array.from(
    { length: bins },
    (_, k) => ((Math.round(69 + 12 * Math.log2((Math.max(1, k) * hz) / 440)) % 12) + 12) % 12,
  );
  return { from: Math.ceil(65 / hz), to: Math.floor(2_100 / hz) + 1, of };
}

/** A list of floats that grows without being copied at each push. */
function growing(): { push(value: number): void; values(): Float32Array } {
  let store = new Float32Array(1024);
  let length = 0;
  return {
    push(value) {
      if (length === store.length) {
        const larger = new Float32Array(store.length * 2);
        larger.set(store);
        store = larger;
      }
      store[length++] = value;
    },
    values: () => store.slice(0, length),
  };
}
