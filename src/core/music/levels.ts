import { type Micros, micros } from '../time/micros.ts';
import type { Span } from '../time/span.ts';
import type { LaidMusic, LaidTrack } from './arrangement.ts';
import { heardTracks } from './heard-music.ts';
import type { BedLevels } from './music.ts';

/** A point of the gain that the music is played with, in decibels; between two points it runs in a straight line. */
export interface GainPoint {
  readonly at: Micros;
  readonly db: number;
}

/** By how much the music gives way under speech, dB, 0 or below: what is missing to the wanted distance. */
export function duckDb(levels: BedLevels): number {
  return Math.min(0, (levels.voiceDeciLufs - levels.distanceDeciLu - levels.musicDeciLufs) / 10);
}

/**
 * The ducking of the music under spans of speech: down before a line begins, up after it ends, and it stays down where
 * the next line comes before it would be up again. `loudest` gives the music's loudness in a span, LUFS, null for
 * silence; without it every track has its whole loudness everywhere. Points are in order; before the first and after
 * the last the gain is 0 dB.
 */
export function duckCurve(
  speech: readonly Span[],
  levels: BedLevels,
  loudest: (span: Span) => number | null = () => levels.musicDeciLufs / 10,
): GainPoint[] {
  const joined: { start: number; end: number }[] = [];
  for (const { start, end } of [...speech].sort((a, b) => a.start - b.start)) {
    const last = joined.at(-1);
    if (last !== undefined && start - levels.attackUs <= last.end + levels.releaseUs)
      last.end = Math.max(last.end, end);
    else joined.push({ start, end });
  }
  return joined.flatMap(({ start, end }) => {
    // As deep as the music itself is loud there: a track is not equally loud from end to end.
    const music = loudest({ start: micros(start), end: micros(end) });
    const deep = music === null ? 0 : Math.min(0, (levels.voiceDeciLufs - levels.distanceDeciLu) / 10 - music);
    return deep === 0
      ? []
      : [
          { at: micros(Math.max(0, start - levels.attackUs)), db: 0 },
          { at: micros(start), db: deep },
          { at: micros(end), db: deep },
          { at: micros(end + levels.releaseUs), db: 0 },
        ];
  });
}

/** The gain at a time, dB. */
export function gainAt(curve: readonly GainPoint[], at: number): number {
  let [low, high] = [0, curve.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (curve[middle]!.at <= at) low = middle + 1;
    else high = middle;
  }
  const [a, b] = [curve[low - 1], curve[low]];
  if (a === undefined || b === undefined) return 0;
  return b.at === a.at ? b.db : a.db + ((b.db - a.db) * (at - a.at)) / (b.at - a.at);
}

/**
 * Loudness of a stretch of a track: its energies a tenth of a second each, as they were heard; null where they are not
 * known.
 */
export type EnergyOf = (trackId: string) => ArrayLike<number> | null;

/** Loudness of voice and music at a moment, LUFS; null where there is none. */
export interface LevelPoint<T extends Micros = Micros> {
  readonly at: T;
  readonly voice: number | null;
  readonly music: number | null;
}

const STEP_US = 1e6;

/** How loud the bed is set, and how loud music and voice really are. */
interface LevelSources {
  readonly levels: BedLevels;
  readonly energyOf: EnergyOf;
  readonly voiceAt?: (at: Micros) => number | null;
}

/**
 * Loudness of voice and music along the class, a second each. `voiceAt` gives the voice of a second where a take was
 * measured; elsewhere it is the loudness that the levels take it to have.
 */
export function levelCurve<T extends Micros>(
  music: LaidMusic<T>,
  speech: readonly Span<T>[],
  length: T,
  { levels, energyOf, voiceAt = () => null }: LevelSources,
): LevelPoint<T>[] {
  const curve = duckCurve(speech, levels, loudestIn(music.laid, levels, energyOf));
  const points: LevelPoint<T>[] = [];
  let next = 0;
  const sorted = [...speech].sort((a, b) => a.start - b.start);
  for (let at = 0; at < length; at += STEP_US) {
    while (next < sorted.length && sorted[next]!.end <= at) next++;
    const line = sorted[next];
    const speaking = line !== undefined && line.start < at + STEP_US;
    // Where somebody speaks, the music is measured under the speech.
    const moment = speaking ? Math.max(at, line.start) : at + STEP_US / 2;
    points.push({
      at: micros(at) as T,
      voice: speaking ? (voiceAt(micros(at)) ?? levels.voiceDeciLufs / 10) : null,
      music: musicAt(music.laid, moment, { levels, energyOf, gainDb: gainAt(curve, moment) }),
    });
  }
  return points;
}

/** The largest loudness of the music in a span, looked at four times a second: what the ducking goes by. */
export function loudestIn(
  laid: readonly LaidTrack[],
  levels: BedLevels,
  energyOf: EnergyOf,
): (span: Span) => number | null {
  return ({ start, end }) => {
    let most: number | null = null;
    for (let at: number = start; at <= end; at += 0.25e6) {
      const here = musicAt(laid, at, { levels, energyOf, gainDb: 0 });
      if (here !== null && (most === null || here > most)) most = here;
    }
    return most;
  };
}

/** Loudness of the music around a moment of the class, with its gain. */
export function musicAt(
  laid: readonly LaidTrack[],
  moment: number,
  { levels, energyOf, gainDb }: { readonly levels: BedLevels; readonly energyOf: EnergyOf; readonly gainDb: number },
): number | null {
  let energy = 0;
  for (const { laid: l, at, amplitude } of heardTracks(laid, moment, levels)) {
    const own = energyOf(l.track.id);
    energy += amplitude ** 2 * (own === null ? 10 ** ((l.track.lufs ?? -70) / 10 + 0.0691) : meanAround(own, at / 1e5));
  }
  if (energy <= 1e-9) return null;
  return -0.691 + 10 * Math.log10(energy) + gainDb;
}

/** Mean of the three seconds around an index: short-term loudness, as EBU Tech 3341 takes it. */
function meanAround(energies: ArrayLike<number>, at: number): number {
  let [sum, count] = [0, 0];
  for (let i = Math.max(0, Math.floor(at) - 15); i < Math.min(energies.length, Math.floor(at) + 15); i++) {
    sum += energies[i]!;
    count++;
  }
  return count === 0 ? 0 : sum / count;
}
