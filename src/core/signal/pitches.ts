import { GROUPS, type Group, type Triangle, addRises, bandsOf, weigh } from './bands.ts';
import { growingRow, overlapping } from './buffer-reuse.ts';
import { decimator, lookAhead } from './decimate.ts';
import { spectrumOf } from './fft.ts';
import { topBeside } from './statistics.ts';

/** Pitches are told from a sixth of a second of sound at a quarter of the listener's rate. */
const PITCH_RATE_HZ = 6_000;
const FRAME = 1024;
/** Frames a second in which pitches are looked at. */
export const SWELLS_A_SECOND = 50;
const HOP = PITCH_RATE_HZ / SWELLS_A_SECOND;
const BIN_HZ = PITCH_RATE_HZ / FRAME;
/** Harmony is written down of the second frame of every five, the bass of the fourth, when its tone stands. */
const FRAMES_A_CHROMA = 5;
const CHROMA_FRAME = 1;
const BASS_FRAME = 3;
/** A bow or a breath takes a tenth of a second and more until its tone stands: a rise is measured over 120 ms. */
const SWELL_FRAMES = 6;
const LOWEST_HZ = 65;
const HIGHEST_HZ = 2_100;
/** Basses play from here on; above `BASS_HZ` a tone counts the less, at `BASS_END_HZ` nothing. */
const LOWEST_BASS_HZ = 36;
const BASS_HZ = 150;
const BASS_END_HZ = 230;
/** Below this the pitches of a frame are rounding errors. */
const LEAST = 2.5e-4;

/** How strongly tones of each group begin to swell: SWELLS_A_SECOND values, the first at the first sample. */
export type Swells = Readonly<Record<Group, Float32Array>>;

interface Pitches {
  /** Twelve values each tenth of a second: how strong each pitch class is, C first, their sum is 1 or 0. */
  readonly chroma: Float32Array;
  /** Same of the bass alone, but as loud as it is. */
  readonly bass: Float32Array;
  readonly swells: Swells;
}

/**
 * Listens to what has a pitch: the harmony, and where tones swell that have no sharp attack. Takes mono sound at 24 kHz
 * in pieces of any length.
 */
export function listenForPitches(): { push(samples: Float32Array): void; end(): Pitches } {
  // Half of a half: halving is written out, and twice it costs less than lowering by four at once.
  const [half, quarter] = [decimator(2), decimator(2)];
  const lower = (samples: Float32Array) => quarter(half(samples));
  const spectrum = spectrumOf(FRAME);
  const power = new Float32Array(spectrum.bins);
  const bands = bandsOf(semitones(), BIN_HZ, spectrum.bins);
  const count = bands.group.length;
  const energies = new Float64Array(count);
  const past = Array.from({ length: SWELL_FRAMES + 1 }, () => new Float32Array(count));
  const sums = new Float64Array(GROUPS.length);
  const classes = pitchClasses(spectrum.bins);
  const pitches = new Float64Array(12);
  let frames = 0;
  const swells = { low: growingRow(), lowMid: growingRow(), mid: growingRow(), high: growingRow() };
  const [chroma, bass] = [growingRow(), growingRow()];

  const writeChroma = (): void => {
    pitches.fill(0);
    let sum = 0;
    for (let k = classes.from; k < classes.to; k++) {
      const p = power[k]!;
      // Only peaks of the spectrum are pitches: what leaks into the bins beside them is none.
      if (p <= power[k - 1]! || p < power[k + 1]!) continue;
      const c = classes.of[k]!;
      const strength = Math.sqrt(p);
      pitches[c] = pitches[c]! + strength;
      sum += strength;
    }
    for (let c = 0; c < 12; c++) chroma.push(sum > LEAST ? pitches[c]! / sum : 0);
  };
  const writeBass = (): void => {
    pitches.fill(0);
    for (let k = Math.ceil(LOWEST_BASS_HZ / BIN_HZ); k < BASS_END_HZ / BIN_HZ; k++) {
      const p = power[k]!;
      if (p <= power[k - 1]! || p < power[k + 1]!) continue;
      const hz = (k + toneBeside(power[k - 1]!, p, power[k + 1]!)) * BIN_HZ;
      const c = classAt(hz);
      const share = Math.min(1, (BASS_END_HZ - hz) / (BASS_END_HZ - BASS_HZ));
      pitches[c] = pitches[c]! + Math.max(0, share) * Math.sqrt(p);
    }
    for (let c = 0; c < 12; c++) bass.push(pitches[c]!);
  };
  const cut = overlapping(FRAME, HOP, (frame) => {
    spectrum.power(frame, power);
    weigh(power, bands, energies);
    const now = past[frames % past.length]!;
    for (let b = 0; b < count; b++) now[b] = Math.sqrt(Math.sqrt(energies[b]!));
    if (frames >= SWELL_FRAMES) {
      sums.fill(0);
      addRises(now, past[(frames + 1) % past.length]!, bands, sums);
      for (let g = 0; g < GROUPS.length; g++) swells[GROUPS[g]!].push(sums[g]!);
    }
    if (frames % FRAMES_A_CHROMA === CHROMA_FRAME) writeChroma();
    if (frames % FRAMES_A_CHROMA === BASS_FRAME) writeBass();
    frames++;
  });
  return {
    push: (samples) => cut.push(lower(samples)),
    end() {
      // What the second half looks ahead is twice as much of the first one's sound.
      cut.push(lower(new Float32Array(3 * lookAhead(2))));
      cut.push(new Float32Array(FRAME));
      const rows = Object.fromEntries(GROUPS.map((g) => [g, swells[g].values()]));
      return { chroma: chroma.values(), bass: bass.values(), swells: rows as Record<Group, Float32Array> };
    },
  };
}

/** A triangle at each semitone, reaching to its neighbours, but never narrower than two bins. */
function semitones(): Triangle[] {
  const step = 2 ** (1 / 12);
  const bands: Triangle[] = [];
  for (let centreHz = LOWEST_HZ; centreHz <= HIGHEST_HZ; centreHz *= step) {
    const reach = Math.max(1.2 * BIN_HZ, centreHz * (step - 1));
    bands.push({ lowHz: centreHz - reach, centreHz, highHz: centreHz + reach });
  }
  return bands;
}

/** The pitch class of each bin of a frame, for those that pitches are looked for in. */
function pitchClasses(bins: number): { readonly from: number; readonly to: number; readonly of: Uint8Array } {
  const of = Uint8Array.from({ length: bins }, (_, k) => classAt(Math.max(1, k) * BIN_HZ));
  return { from: Math.ceil(LOWEST_HZ / BIN_HZ), to: Math.floor(HIGHEST_HZ / BIN_HZ) + 1, of };
}

/** The pitch class of a frequency: 0 is C, A is at 440 Hz. */
function classAt(hz: number): number {
  return ((Math.round(69 + 12 * Math.log2(hz / 440)) % 12) + 12) % 12;
}

/** Where a tone lies beside the bin it is strongest in, in bins: low semitones are narrower than a bin. */
function toneBeside(before: number, at: number, after: number): number {
  return topBeside(Math.log(before + 1e-12), Math.log(at + 1e-12), Math.log(after + 1e-12));
}
