import type { Micros } from '../time/micros.ts';
import type { Key } from './key.ts';
import type { TempoMap } from './tempo-map.ts';

/** A stretch of a track of one character, from phrase to phrase. */
export interface TrackSection {
  readonly fromBeat: number;
  readonly toBeat: number;
  /** How much is going on, 0 (nothing) to 1 (the most this track has). */
  readonly energy: number;
}

/** What is known of a track, as the core needs it. */
export interface Track {
  readonly id: string;
  readonly title: string;
  readonly artist: string;
  readonly duration: Micros;
  readonly map: TempoMap;
  readonly sections: readonly TrackSection[];
  /** LUFS of the whole; null in silence. */
  readonly lufs: number | null;
  /** null, or left out: none is plain. */
  readonly key?: Key | null;
  readonly rights: Rights;
}

/**
 * What may be done with a track. Nothing here is legal advice: local law and the licence's text decide (common
 * practice).
 */
export interface Rights {
  /** Who wrote it and who owns the recording. */
  readonly composition: string;
  readonly recording: string;
  /**
   * A synchronisation licence for the composition, a master-use licence for the recording. `own`: nobody need be asked.
   */
  readonly sync: LicenceState;
  readonly master: LicenceState;
  /** Countries, or `world`; empty: not known. */
  readonly territory: string;
  /** Where it may be shown, in the studio's own words. */
  readonly platforms: readonly string[];
  /** The last day, as YYYY-MM-DD; null: without end. */
  readonly until: string | null;
  /** The file that proves it, as it is kept; null: none. */
  readonly proof: { readonly sha256: string; readonly extension: string; readonly name: string } | null;
  /** How the owners want to be named. */
  readonly credit: string;
}

export const LICENCE_STATES = ['none', 'licensed', 'own', 'free'] as const;
export type LicenceState = (typeof LICENCE_STATES)[number];

export const NO_RIGHTS: Rights = {
  composition: '',
  recording: '',
  sync: 'none',
  master: 'none',
  territory: '',
  platforms: [],
  until: null,
  proof: null,
  credit: '',
};
/** The rights in a beat that the program made: it is the studio's own, and nobody need be asked. */
export const OWN_RIGHTS: Rights = {
  composition: 'the studio',
  recording: 'the studio',
  sync: 'own',
  master: 'own',
  territory: 'world',
  platforms: [],
  until: null,
  proof: null,
  credit: '',
};
