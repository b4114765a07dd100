import { type GainPoint, gainAt } from '../music/levels.ts';
import { MOMENTARY_STEPS } from '../signal/loudness.ts';
import { type Micros, micros } from '../time/micros.ts';
import { HALF_FADE_US } from './cuts.ts';
import { type Loudness, speechLoudness } from './levelling.ts';

/** So far on each side of a cut the tone of the room is looked for, and no further than the next cut. */
const BESIDE_US = 4e6;
/** The room is as loud as the softest tenth of what is heard there; fewer values tell nothing. */
const SHARE = 0.1;
const FEWEST = 4;
/** What is not so far below the voice may be the voice. */
const BELOW_VOICE_LU = 12;
/** Rooms that differ by less go over without help; more than so much is never made up for. */
const ALIKE_LU = 1.5;
const MOST_LU = 12;
/** A room goes up and down no faster than 3 dB in so long, both sides of a cut together. */
const THREE_DB_US = 100_000;

/**
 * Lets one room go over into another at cuts: the softer comes up to the cut and the louder goes on from there, each by
 * half of what they differ by, slowly enough that no step is heard. `gain` is that of the voice, which it is added to;
 * `loudness` is measured before it. In order of time.
 */
export function withRoomRamps(
  gain: readonly GainPoint[],
  cuts: readonly Micros[],
  loudness: Loudness,
): readonly GainPoint[] {
  const voice = speechLoudness(loudness);
  const ramps = cuts.flatMap((cut, i) => {
    const room = (from: number, to: number) =>
      roomBetween({ gain, loudness }, Math.max(cut - BESIDE_US, from), Math.min(cut + BESIDE_US, to));
    const before = room(cuts[i - 1] ?? 0, cut);
    const after = room(cut, cuts[i + 1] ?? Infinity);
    if (before === null || after === null) return [];
    if (voice !== null && Math.max(before, after) > voice + gainAt(gain, cut) - BELOW_VOICE_LU) return [];
    const differ = Math.max(-MOST_LU, Math.min(MOST_LU, after - before));
    if (Math.abs(differ) < ALIKE_LU) return [];
    const half = differ / 2;
    const lasts = HALF_FADE_US + (Math.abs(half) / 3) * THREE_DB_US;
    // Ramps never meet: what is told of a room takes longer than two of them last.
    return [
      { at: micros(cut - lasts), db: 0 },
      { at: micros(cut - HALF_FADE_US), db: half },
      { at: micros(cut + HALF_FADE_US), db: -half },
      { at: micros(cut + lasts), db: 0 },
    ];
  });
  if (ramps.length === 0) return gain;
  const times = [...new Set([0, ...gain.map((p) => p.at), ...ramps.map((p) => p.at)])].sort((a, b) => a - b);
  const points = times.map((at) => ({ at: micros(at), db: gainAt(gain, at) + gainAt(ramps, at) }));
  // The last point of a curve is where it ends: there it has no gain to be asked for.
  const end = { at: micros(Number.MAX_SAFE_INTEGER), db: gain.at(-1)?.db ?? 0 };
  return [...points.filter((p) => p.at < end.at), end];
}

/** How loud the room is between two times, after the gain, LUFS; null: that cannot be told. */
function roomBetween(
  { gain, loudness }: { readonly gain: readonly GainPoint[]; readonly loudness: Loudness },
  from: number,
  to: number,
): number | null {
  const { everyUs, values } = loudness;
  const heard: number[] = [];
  for (let i = Math.ceil(from / everyUs) + MOMENTARY_STEPS - 1; (i + 1) * everyUs <= to && i < values.length; i++)
    if (values[i]! > -Infinity) heard.push(values[i]! + gainAt(gain, i * everyUs));
  return heard.length < FEWEST ? null : heard.sort((a, b) => a - b)[Math.floor(heard.length * SHARE)]!;
}
