import { GROUPS, type Bands, type Group, type Triangle, addRises, bandsOf, weigh } from './bands.ts';
import { growingRow, overlapping } from './buffer-reuse.ts';
import { spectrumOf } from './fft.ts';
import { type Swells, SWELLS_A_SECOND, listenForPitches } from './pitches.ts';

/** Samples a second that onsets are listened for at; sound is brought to this rate before. */
export const ONSET_RATE_HZ = 24_000;
/** Frames a second of everything the listener writes down: one each 10 ms. */
export const FRAMES_A_SECOND = 100;
const HOP = ONSET_RATE_HZ / FRAMES_A_SECOND;
const FRAME = 1024;
/** Slow features (harmony, levels) are written once in this many frames. */
export const SLOW_FRAMES = 10;

/** A rise is measured against this many frames before, so that sharp edges show although the window is long. */
const LAG = 2;

/** Attack strength of each group in each frame, and what changes slowly. Frame i is centred on i / 100 s. */
export interface Onsets {
  readonly frames: number;
  readonly attacks: Readonly<Record<Group, Float32Array>>;
  /** Where tones swell that have no sharp attack. */
  readonly swells: Swells;
  /** Twelve values a slow frame: how strong each pitch class is, C first, each frame's sum is 1 or 0. */
  readonly chroma: Float32Array;
  /** Twelve values a slow frame: how loud each pitch class is in the bass. */
  readonly bass: Float32Array;
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

/** What was heard from one frame to another; views, not copies. `from` is the first of a slow frame. */
export function onsetsBetween(onsets: Onsets, from: number, to: number): Onsets {
  const each = (rows: Readonly<Record<Group, Float32Array>>, share: number) =>
    Object.fromEntries(
      GROUPS.map((g) => [g, rows[g].subarray(Math.floor(from * share), Math.ceil(to * share))]),
    ) as Record<Group, Float32Array>;
  const [a, b] = [Math.floor(from / SLOW_FRAMES), Math.ceil(to / SLOW_FRAMES)];
  return {
    frames: Math.min(onsets.frames, to) - from,
    attacks: each(onsets.attacks, 1),
    swells: each(onsets.swells, SWELLS_A_SECOND / FRAMES_A_SECOND),
    chroma: onsets.chroma.subarray(a * 12, b * 12),
    bass: onsets.bass.subarray(a * 12, b * 12),
    level: onsets.level.subarray(a, b),
    lowLevel: onsets.lowLevel.subarray(a, b),
  };
}

/**
 * Takes mono sound at ONSET_RATE_HZ in pieces of any length and writes its onsets down as it goes: memory grows by 7 KB
 * a second.
 */
export function listenForOnsets(): { push(samples: Float32Array): void; end(): Onsets } {
  const spectrum = spectrumOf(FRAME);
  const power = new Float32Array(spectrum.bins);
  const bands = melBands(spectrum.bins);
  const pitches = listenForPitches();
  // The last LAG + 1 frames of compressed bands, in turn.
  const count = bands.group.length;
  const energies = new Float64Array(count);
  const past = Array.from({ length: LAG + 1 }, () => new Float32Array(count));
  const sums = new Float64Array(GROUPS.length);
  let frames = 0;
  const attacks = { low: growingRow(), lowMid: growingRow(), mid: growingRow(), high: growingRow() };
  const [level, lowLevel] = [growingRow(), growingRow()];
  let [slow, slowLow] = [0, 0];

  const cut = overlapping(FRAME, HOP, (frame) => {
    spectrum.power(frame, power);
    const now = past[frames % past.length] as Float32Array;
    const before = past[(frames + 1) % past.length] as Float32Array;
    sums.fill(0);
    weigh(power, bands, energies);
    // The fourth root of the energy is the square root of the magnitude.
    for (let b = 0; b < count; b++) now[b] = Math.sqrt(Math.sqrt(energies[b]!));
    addRises(now, before, bands, sums);
    for (let g = 0; g < GROUPS.length; g++) attacks[GROUPS[g]!].push(frames < LAG ? 0 : sums[g]!);
    let [all, low] = [0, 0];
    for (let k = 1; k < power.length; k++) {
      all += power[k]!;
      if (k <= 6) low += power[k]!;
    }
    slow += all;
    slowLow += low;
    if (frames % SLOW_FRAMES === SLOW_FRAMES - 1) {
      // Parseval, with the window's mean power of 3/8.
      const scale = 2 / (SLOW_FRAMES * FRAME * FRAME * 0.375);
      level.push(Math.sqrt(slow * scale));
      lowLevel.push(Math.sqrt(slowLow * scale));
      [slow, slowLow] = [0, 0];
    }
    frames++;
  });
  return {
    push(samples) {
      pitches.push(samples);
      cut.push(samples);
    },
    end() {
      const rest = cut.waiting();
      if (rest > FRAME / 2) cut.push(new Float32Array(FRAME - rest));
      const done = Object.fromEntries(GROUPS.map((g) => [g, attacks[g].values()])) as Record<Group, Float32Array>;
      const levels = level.values();
      const { chroma, bass, swells } = pitches.end();
      const classes = levels.length * 12;
      return {
        ...{ frames, attacks: done, swells, chroma: chroma.slice(0, classes), bass: bass.slice(0, classes) },
        ...{ level: levels, lowLevel: lowLevel.values() },
      };
    },
  };
}

/** Triangles a third of an octave wide, but never narrower than two bins, from 30 Hz to 11 kHz. */
function melBands(bins: number): Bands {
  const hz = ONSET_RATE_HZ / FRAME;
  const triangles: Triangle[] = [];
  const step = 2 ** (1 / 4);
  for (let centreHz = 2 * hz; centreHz < 11_000;) {
    const highHz = Math.max(centreHz + hz, centreHz * step);
    triangles.push({
      lowHz: Math.max(0, centreHz - Math.max(hz, centreHz * (1 - 1 / step))),
      centreHz,
      highHz,
    });
    centreHz = highHz;
  }
  return bandsOf(triangles, hz, bins);
}
