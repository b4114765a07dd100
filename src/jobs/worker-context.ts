import type pg from 'pg';
import type { WorkoutDocument } from '../core/workout/document.ts';
import type { Brand } from '../core/looks/look.ts';
import type { HeardMusic } from '../core/signal/listen.ts';
import type { Onsets } from '../core/signal/onsets.ts';
import type { RoomMusic } from '../core/signal/room-music.ts';
import type { Produced } from '../core/workout/pipeline.ts';
import type { BedJob } from '../media/bed.ts';
import type { Take } from '../db/takes-sql.ts';
import type { FileStore } from '../media/file-store.ts';
import type { PartLengths } from '../media/render-parts.ts';

/** A programme with the recordings it is made from; the first take gives size and rate. */
interface WorkerProgramme {
  readonly takes: readonly { readonly take: Take }[];
  readonly media: ReadonlyMap<string, Take>;
  readonly produced: Produced;
}

/** The part of hearing that cannot be done piece by piece. */
export interface Ear {
  readonly hearMusic: (onsets: Onsets) => Promise<HeardMusic | null>;
  readonly roomMusic: (onsets: Onsets) => Promise<RoomMusic[]>;
}

/** What a job is handed. */
export interface WorkerContext {
  /** Names this worker in the leases that it holds. */
  readonly owner: string;
  /** How long its leases last without a sign of life; left out: as usual. */
  readonly leaseS?: number;
  readonly pool: pg.Pool;
  readonly store: FileStore;
  readonly fontsFolder: string;
  /** Where script and style of the page for viewers lie. */
  readonly viewerFolder: string;
  /** Where the demo lies, for the stand-in service. */
  readonly demoFolder: string;
  /** Aborted when the worker is asked to end. */
  readonly stopping: AbortSignal;
  /** How long the parts of a video are; left out: as usual. */
  readonly partLengths?: PartLengths;
  /** Finds beats in what was heard: beside the worker's own thread, whose leases would lapse meanwhile. */
  readonly ear: Ear;
  /** Tells other workers that parts of a video wait. */
  readonly askForParts: (renderId: string, parts: readonly number[]) => Promise<void>;
  /** The music bed of a workout at a revision; null where no music is laid. */
  readonly bedAt: (workoutId: string, revision: number) => Promise<Omit<BedJob, 'output' | 'format'> | null>;
  /** Files of a workout at a revision that are made without a job, as text, by their names. */
  readonly textsAt: (workoutId: string, revision: number, names: readonly string[]) => Promise<readonly string[]>;
  /** The programme of a workout at a revision; null where nothing was filmed. */
  readonly programmeAt: (
    workoutId: string,
    revision: number,
  ) => Promise<{ document: WorkoutDocument; made: WorkerProgramme | null; brand: Brand }>;
}
