import type { PracticeBeat } from '../../core/music/practice.ts';
import type { TempoMap } from '../../core/music/tempo-map.ts';
import type { Rights, Track, TrackSection } from '../../core/music/track.ts';
import type { Micros } from '../../core/time/micros.ts';

/** A track of the library as the server gives it to the page. */
export interface TrackOfPage {
  readonly id: string;
  readonly title: string;
  readonly artist: string;
  readonly codec: string;
  readonly channels: number;
  readonly rateHz: number;
  readonly file: { readonly sha256: string; readonly extension: string; readonly bytes: number };
  readonly made: PracticeBeat | null;
  readonly state: 'waiting' | 'hearing' | 'heard' | 'failed';
  readonly progress: number;
  readonly message: string | null;
  readonly duration: Micros;
  readonly map: TempoMap | null;
  readonly heardMap: TempoMap | null;
  readonly beatClarity: number | null;
  readonly barClarity: number | null;
  readonly sections: readonly TrackSection[];
  readonly lufs: number | null;
  readonly rangeLu: number | null;
  readonly truePeakDb: number | null;
  readonly clippedRuns: number | null;
  readonly silenceBeforeUs: number | null;
  readonly silenceAfterUs: number | null;
  readonly rights: Rights;
}

/** The tracks that can be laid: those whose beat is known. */
export function usableTracks(tracks: readonly TrackOfPage[]): Track[] {
  return tracks.flatMap((t) => (t.map === null ? [] : [{ id: t.id, title: t.title, artist: t.artist, duration: t.duration, map: t.map, sections: t.sections, lufs: t.lufs, truePeakDb: t.truePeakDb ?? -99, rights: t.rights }]));
}

export function trackUrl(track: TrackOfPage): string {
  return `/media/${track.file.sha256}.${track.file.extension}`;
}
