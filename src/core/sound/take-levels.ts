import type { VoiceCare } from '../edit/decisions.ts';
import { MOMENTARY_STEPS, momentaryOf } from '../signal/loudness.ts';
import type { Length } from '../time/micros.ts';
import type { Care } from './care-loudness.ts';
import type { Loudness } from './levelling.ts';
import type { VoiceMeasure } from './voice-measure.ts';

/** How loud a take was recorded, as it is kept: a byte for each tenth of a second, and where it was clipped. */
export interface TakeLevels {
  /** Momentary loudness (BS.1770-4) in half LU above -100.5 LUFS; 0: silence. */
  readonly halfLu: ArrayLike<number>;
  /** Whole milliseconds of the recording's clock, apart by at least half a second. */
  readonly clippedMs: readonly number[];
  /** Its noise and its pops; null: too little was heard, or it was listened to before they were measured. */
  readonly voice: VoiceMeasure | null;
  /** As `halfLu`, once its rumble is out and so much besides; null where `voice` is, or before this was measured. */
  readonly cared: Readonly<Record<Care, ArrayLike<number>>> | null;
}

const EVERY_US = 100_000 as Length;
const LEAST_LUFS = -100.5;

/** Loudness from weighted energies of a tenth of a second each, as bytes. */
export function halfLuOf(energies: ArrayLike<number>): Uint8Array {
  return Uint8Array.from(momentaryOf(energies), (lufs, i) =>
    // Before four tenths there is no momentary loudness.
    i < MOMENTARY_STEPS - 1 ? 0 : Math.max(0, Math.min(255, Math.round((lufs - LEAST_LUFS) * 2))),
  );
}

/** The same as loudness over time. */
export function loudnessFrom({ halfLu }: Pick<TakeLevels, 'halfLu'>): Loudness {
  const values = Array.from(halfLu, (v) => (v === 0 ? -Infinity : LEAST_LUFS + v / 2));
  return { everyUs: EVERY_US, values };
}

/**
 * How loud a recording is once its voice was cared for; as it was recorded where that was not measured. What is told of
 * noise and pops was measured without rumble: where that stays, its power is added again.
 */
export function caredLoudness(levels: Pick<TakeLevels, 'halfLu' | 'cared'>, care: VoiceCare): Loudness {
  const recorded = loudnessFrom(levels);
  const { rumble, noise, pops } = care;
  if (levels.cared === null || !(rumble || noise || pops)) return recorded;
  const rowOf = (own: Care) => loudnessFrom({ halfLu: levels.cared![own] }).values;
  const left = rowOf(noise ? (pops ? 'both' : 'noise') : pops ? 'pops' : 'neither');
  if (rumble) return { everyUs: EVERY_US, values: left };
  const still = rowOf('neither');
  const values = recorded.values.map((lufs, i) => {
    const power = Math.max(0, powerOf(lufs) - powerOf(still[i])) + powerOf(left[i]);
    return power === 0 ? -Infinity : 10 * Math.log10(power);
  });
  return { everyUs: EVERY_US, values };
}

const powerOf = (lufs = -Infinity) => 10 ** (lufs / 10);

/** A wave was clipped where it stays this near to full scale for this many samples. */
const FULL = 0.999;
const RUN = 3;
/** A clipped voice has many such waves: one or two come from the codec. */
const FEWEST = 3;
const APART_MS = 500;
/** More places than this tell nothing new. */
const MOST = 1_000;

/** Finds where sound was clipped, from interleaved pieces of any length. */
export function clippingOf(channels: number, rateHz: number): { push(sound: Float32Array): void; end(): number[] } {
  const runs = new Int32Array(channels);
  const found: number[] = [];
  /** Where the last cut off waves were, within half a second. */
  let lately: number[] = [];
  let frames = 0;
  return {
    push(sound) {
      for (let i = 0; i < sound.length; i++) {
        const c = i % channels;
        if (Math.abs(sound[i]!) < FULL) {
          runs[c] = 0;
          continue;
        }
        if (++runs[c]! !== RUN || found.length >= MOST) continue;
        const ms = Math.floor(((frames + Math.floor(i / channels)) * 1000) / rateHz);
        lately = [...lately.filter((t) => ms - t < APART_MS), ms];
        if (lately.length < FEWEST || ms - (found.at(-1) ?? -APART_MS) < APART_MS) continue;
        found.push(lately[0]!);
      }
      frames += Math.floor(sound.length / channels);
    },
    end: () => found,
  };
}
