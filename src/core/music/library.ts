import type { Key } from './key.ts';
import type { Micros } from '../time/micros.ts';
import type { PracticeBeat } from './practice.ts';
import { FELT_RATIO, type FeltToo, type TempoMap, meanMilliBpm } from './tempo-map.ts';
import type { Rights, Track, TrackSection } from './track.ts';

export const TRACK_STATES = ['waiting', 'hearing', 'heard', 'failed'] as const;

/** A track of the studio's library, from the moment it came in. What was heard is null until it was. */
export interface LibraryTrack {
  readonly id: string;
  /** Counts the changes that people made. */
  readonly revision: number;
  readonly title: string;
  readonly artist: string;
  readonly codec: string;
  readonly channels: number;
  readonly rateHz: number;
  readonly file: { readonly sha256: string; readonly extension: string; readonly bytes: number };
  /** How the program made it; null: it came from outside. */
  readonly made: PracticeBeat | null;
  readonly state: (typeof TRACK_STATES)[number];
  /** Of the hearing, 0 to 1. */
  readonly progress: number;
  readonly message: string | null;
  readonly duration: Micros;
  /** The tempo map in use, and the one that was heard; null where no beat was found. */
  readonly map: TempoMap | null;
  readonly heardMap: TempoMap | null;
  readonly beatClarity: number | null;
  readonly barClarity: number | null;
  /** The heard beat is felt half or twice as fast as well; null: it is not. */
  readonly feltToo: FeltToo | null;
  readonly sections: readonly TrackSection[];
  readonly key: Key | null;
  readonly lufs: number | null;
  readonly rangeLu: number | null;
  readonly truePeakDb: number | null;
  readonly clippedRuns: number | null;
  readonly silenceBeforeUs: number | null;
  readonly silenceAfterUs: number | null;
  readonly rights: Rights;
}

/**
 * Another tempo that listeners may count a track at, thousandths of a beat a minute: of the two levels it is felt at
 * the one that is not in use. null: there is none.
 */
export function otherTempo({ map, heardMap, feltToo }: Pick<LibraryTrack, 'map' | 'heardMap' | 'feltToo'>) {
  if (map === null || heardMap === null || feltToo === null) return null;
  const [now, heard] = [meanMilliBpm(map), meanMilliBpm(heardMap)];
  return [heard * FELT_RATIO[feltToo], heard].find((tempo) => Math.abs(Math.log2(tempo / now)) > 0.5) ?? null;
}

/** A library with one track new or changed, by title. */
export function withTrack(library: readonly LibraryTrack[], track: LibraryTrack): LibraryTrack[] {
  return [...library.filter((t) => t.id !== track.id), track].sort((a, b) => a.title.localeCompare(b.title));
}

/** The tracks that can be laid under a class: those whose beat is known. */
export function usableTracks(library: readonly LibraryTrack[]): Track[] {
  return library.flatMap(({ id, title, artist, duration, map, sections, lufs, key, rights }) =>
    map === null ? [] : [{ id, title, artist, duration, map, sections, lufs, key, rights }],
  );
}
