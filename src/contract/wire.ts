import type { Operation } from 'fast-json-patch';
import type { MadeKindName } from '../core/delivery/films.ts';
import type { MadeOptions } from '../core/delivery/stretch.ts';
import type { LogEntry } from '../core/logbook/logbook.ts';
import type { TempoMap } from '../core/music/tempo-map.ts';
import type { Rights } from '../core/music/track.ts';
import type { Certificate } from '../core/proof/certificate.ts';
import type { ChangeFigures } from '../core/script/change-over.ts';
import type { TakeSound } from '../core/signal/take-sound.ts';
import type { Lie } from '../core/sync/clock-map.ts';
import type { MediaFacts, TakeRole, ThumbSheet } from '../core/sync/media-facts.ts';
import type { WorkoutDocument } from '../core/workout/document.ts';
import type { WorkoutState } from '../core/workout/progress.ts';
import type { Studio } from '../core/workout/studio.ts';
import type { TranscriptFormat } from '../formats/transcript-reader.ts';

/** A change of something small: what it was when it was opened, and what it is to be. */
export interface SmallChange<T> {
  readonly before: T | null;
  readonly after: T;
}

/** A line of the list of workouts. */
export interface WorkoutSummary {
  readonly id: string;
  readonly title: string;
  readonly lengthUs: number;
  readonly state: WorkoutState;
  readonly next: { readonly station: string; readonly says: string };
  /** ISO 8601. */
  readonly updatedAt: string;
  readonly template: boolean;
}

/** A workout; its revision counts the changes of its document. */
export interface WorkoutOfPage {
  readonly id: string;
  readonly document: WorkoutDocument;
  readonly revision: number;
}

/** What a new workout is made of: an outline, another workout, or nothing. */
export interface NewWorkout {
  readonly title?: string;
  readonly outline?: string;
  readonly from?: string;
}

/** A change in a workout's history. */
export interface ChangeOfPage {
  readonly revision: number;
  readonly patch: readonly Operation[];
  readonly madeAt: string;
  readonly by: string | null;
}

/** Some of a list, and where it goes on: what is asked for as `after` of the next page; null: there is no more. */
export interface Page<T> {
  readonly items: readonly T[];
  readonly next: string | null;
}

/** A revision that somebody gave a name. */
export interface VersionOfPage {
  readonly id: string;
  readonly name: string;
  readonly revision: number;
  readonly madeAt: string;
  readonly by: string | null;
}

export interface KeptFile {
  readonly sha256: string;
  readonly extension: string;
  readonly bytes: number;
}

/** A recording: a take, a camera or recorder beside one, a pick-up, a picture. */
export interface TakeOfPage extends MediaFacts {
  readonly id: string;
  readonly workoutId: string;
  readonly name: string;
  readonly file: KeptFile;
  readonly role: TakeRole;
  /** Which take it is another camera or recorder of, and how it lies to it; null: not laid over it yet. */
  readonly ofTake: string | null;
  /** The line that it is a recording of, where it is a pick-up. */
  readonly pickUp: string | null;
  readonly lie: Lie | null;
  readonly sound: TakeSound | null;
  /** A light copy where browsers would not play the file. */
  readonly proxy: KeptFile | null;
  readonly thumbs: (ThumbSheet & { readonly file: KeptFile }) | null;
}

/** Long work on a take. */
export interface TakeWork {
  readonly kind: 'listen' | 'picture' | 'sync' | 'words';
  readonly state: 'queued' | 'running' | 'done' | 'failed' | 'stopped';
  /** 0 to 1. */
  readonly progress: number;
  readonly message: string | null;
}

/** A take with its words, where it has any, and what is being done to it. */
export interface TakeWithTranscript {
  readonly take: TakeOfPage;
  readonly transcript: {
    readonly format: TranscriptFormat;
    readonly text: string;
    readonly hasPrevious: boolean;
    readonly revision: number;
  } | null;
  readonly work: readonly TakeWork[];
}

/** A take's loudness for drawing: magnitudes from 0 to 255, so many a second. */
export interface Peaks {
  readonly peaksASecond: number;
  readonly peaks: readonly number[];
}

/** What a person may change of a track; a map of null puts back the one that was heard. */
export interface TrackChange {
  readonly title?: string;
  readonly artist?: string;
  readonly map?: TempoMap | null;
  readonly rights?: Partial<Omit<Rights, 'proof'>>;
}

/** A track's loudness for drawing, 0 to 255, and its energy second by second. */
export interface TrackSoundOfPage {
  readonly waveform: readonly number[];
  readonly energies: readonly number[];
}

/** A file that a job makes of the class. */
export interface RenderOfPage {
  readonly id: string;
  readonly workoutId: string;
  /** The take it shows first; null for what is not the finished film. */
  readonly takeId: string | null;
  readonly kind: MadeKindName;
  readonly revision: number;
  readonly state: 'queued' | 'running' | 'done' | 'failed' | 'cancelled';
  /** 0 to 1. */
  readonly progress: number;
  readonly message: string | null;
  readonly sha256: string | null;
  readonly bytes: number | null;
  readonly createdAt: string;
  /** What was read in the finished film; null: it was not read back. */
  readonly certificate: Certificate | null;
  readonly options: MadeOptions | null;
}

/** What the logbook keeps of a filmed class. */
export interface Logged {
  readonly workoutId: string;
  readonly title: string;
  readonly instructor: string;
  readonly entry: LogEntry;
}

export interface LoggedTake extends Logged {
  readonly takeId: string;
  readonly keptAt: string;
}

/** A change of the logbook, and of the figures of change-overs that came with it. */
export interface LogChange {
  readonly before: Logged | null;
  readonly after: Logged | null;
  readonly changes: { readonly before: ChangeFigures; readonly after: ChangeFigures } | null;
}

/** What something gives together with the studio as it is after it. */
export type WithStudio<T> = T & { readonly studio: Studio };

/** What somebody may do in a studio. */
export const ROLES = ['owner', 'editor', 'viewer'] as const;
export type Role = (typeof ROLES)[number];

/** Somebody of the studio. */
export interface Member {
  readonly personId: string;
  readonly name: string;
  readonly email: string;
  readonly role: Role;
}

/** Somebody who was given a link that was not used yet. */
export interface Invitation {
  readonly id: string;
  readonly email: string;
  readonly role: Role;
  readonly expiresAt: string;
}

export interface People {
  readonly members: readonly Member[];
  readonly invitations: readonly Invitation[];
}
