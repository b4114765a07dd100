import type { ExerciseBook } from '../../core/exercise/library.ts';
import type { WorkoutDocument } from '../../core/workout/document.ts';
import type { Studio } from '../../core/workout/studio.ts';
import type { Side } from '../../core/merge/merge-fields.ts';
import type { Track } from '../../core/music/track.ts';
import type { LibraryTrack } from '../../core/music/library.ts';
import type { WordsText } from '../../formats/transcript-writer.ts';
import type { Conflict } from './saving/conflict.ts';
import type { SaveState } from './saving/save-queue.ts';
import type { TrackChange } from '../../contract/wire.ts';
import type { TakeWithTranscript } from '../../contract/wire.ts';
import type { Asked, Step } from './undo.ts';

/** An open workout, as the page knows it, and all that can be done to it. */
export interface WorkbenchState {
  readonly id: string;
  readonly document: WorkoutDocument;
  /** What the server has, as far as this page knows. */
  readonly saved: WorkoutDocument;
  readonly revision: number;
  readonly takes: readonly TakeWithTranscript[];
  readonly studio: Studio;
  /** The library of tracks, and those of them that can be laid. */
  readonly tracks: readonly LibraryTrack[];
  readonly usable: readonly Track[];
  /** The shipped exercises with the studio's own. */
  readonly book: ExerciseBook;
  readonly undo: readonly Step[];
  readonly redo: readonly Step[];
  readonly save: SaveState;
  /** What was changed here and elsewhere, to be chosen; everything else is saved meanwhile. */
  readonly conflicts: readonly Conflict[];
  /** Something the person should know, until they put it away. */
  readonly notice: string | null;
  readonly change: (label: string, next: (document: WorkoutDocument) => WorkoutDocument) => void;
  readonly changeWords: (label: string, takeId: string, words: WordsText) => void;
  readonly changeTrack: (label: string, trackId: string, change: TrackChange) => void;
  /** Asks something of the server that can be taken back; with it the document may change. One step of undo. */
  readonly ask: (
    label: string,
    asked: { readonly after: Asked; readonly before: Asked },
    next?: (document: WorkoutDocument) => WorkoutDocument,
  ) => void;
  /** The same for what was done already, where a dialog waited for the answer. */
  readonly asked: (label: string, asked: { readonly after: Asked; readonly before: Asked }) => void;
  readonly undoStep: () => void;
  readonly redoStep: () => void;
  readonly choose: (conflict: Conflict, choices: ReadonlyMap<string, Side>) => void;
  readonly putAwayNotice: () => void;
  readonly setTakes: (takes: readonly TakeWithTranscript[]) => void;
  readonly setStudio: (studio: Studio) => void;
  readonly setTracks: (tracks: readonly LibraryTrack[]) => void;
}

export type WorkbenchGet = () => WorkbenchState;

export type WorkbenchSet = (part: Partial<WorkbenchState>) => void;
