import jsonpatch, { type Operation } from 'fast-json-patch';
import { create } from 'zustand';
import { type ExerciseBook, bookWith } from '../../core/exercise/library.ts';
import type { WorkoutDocument } from '../../core/workout/document.ts';
import { type Studio, USUAL_STUDIO } from '../../core/workout/studio.ts';
import type { Track } from '../../core/music/track.ts';
import { type LibraryTrack, usableTracks } from '../../core/music/library.ts';
import { type TakeWithTranscript, sameWhereEqual } from './take.ts';
import { ApiError, api, sendJson } from '../shared/api.ts';

/** One step of undo: how to go back and how to go forward again. */
interface Step {
  readonly label: string;
  readonly back: Operation[];
  readonly forth: Operation[];
  readonly at: number;
}

export interface Conflict {
  readonly document: WorkoutDocument;
  readonly revision: number;
  /** JSON Pointer paths that were changed elsewhere. */
  readonly changed: readonly string[];
}

export type SaveState =
  { readonly kind: 'saved' } | { readonly kind: 'saving' } | { readonly kind: 'waiting'; readonly message: string };

interface WorkbenchState {
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
  readonly conflict: Conflict | null;
  readonly change: (label: string, next: (document: WorkoutDocument) => WorkoutDocument) => void;
  readonly undoStep: () => void;
  readonly redoStep: () => void;
  readonly takeTheirs: () => void;
  readonly keepMine: () => void;
  readonly setTakes: (takes: readonly TakeWithTranscript[]) => void;
  readonly setStudio: (studio: Studio) => void;
  readonly setTracks: (tracks: readonly LibraryTrack[]) => void;
}

const SAVE_AFTER_MS = 350;
const RETRY_AFTER_MS = 3_000;
const SMALL_BODY = 60_000;
/** Keystrokes in one field within this time are one step of undo. */
const SAME_STEP_MS = 1_200;
const MOST_STEPS = 500;

export type Workbench = ReturnType<typeof createWorkbench>;

/** The state of one open workout: the document, undo, and saving by JSON Patch on the revision this page knows. */
export function createWorkbench(first: {
  id: string;
  document: WorkoutDocument;
  revision: number;
  takes: readonly TakeWithTranscript[];
  studio?: Studio;
  tracks?: readonly LibraryTrack[];
}) {
  let timer: ReturnType<typeof setTimeout> | null = null;
  let sending = false;

  const store = create<WorkbenchState>()((set, get) => ({
    studio: USUAL_STUDIO,
    tracks: [],
    usable: usableTracks(first.tracks ?? []),
    book: bookWith(first.studio?.exercises ?? []),
    ...first,
    saved: first.document,
    undo: [],
    redo: [],
    save: { kind: 'saved' },
    conflict: null,
    change(label, next) {
      const { document, undo } = get();
      const changed = next(document);
      const forth = jsonpatch.compare(document, changed);
      if (forth.length === 0) return;
      const last = undo.at(-1);
      const step: Step = { label, back: jsonpatch.compare(changed, document), forth, at: Date.now() };
      const same =
        last !== undefined && last.label === label && step.at - last.at < SAME_STEP_MS && samePlace(last.forth, forth);
      const joined = same ? { ...step, back: [...step.back, ...last.back], forth: [...last.forth, ...forth] } : step;
      set({ document: changed, undo: [...(same ? undo.slice(0, -1) : undo), joined].slice(-MOST_STEPS), redo: [] });
      soon(SAVE_AFTER_MS);
    },
    undoStep() {
      const { document, undo, redo } = get();
      const step = undo.at(-1);
      if (step === undefined) return;
      set({ document: apply(document, step.back), undo: undo.slice(0, -1), redo: [...redo, step] });
      soon(SAVE_AFTER_MS);
    },
    redoStep() {
      const { document, undo, redo } = get();
      const step = redo.at(-1);
      if (step === undefined) return;
      set({ document: apply(document, step.forth), undo: [...undo, { ...step, at: 0 }], redo: redo.slice(0, -1) });
      soon(SAVE_AFTER_MS);
    },
    takeTheirs() {
      const { conflict, document, undo } = get();
      if (conflict === null) return;
      // Mine is not lost: undo brings it back.
      const step: Step = {
        label: 'Take the other version',
        back: jsonpatch.compare(conflict.document, document),
        forth: jsonpatch.compare(document, conflict.document),
        at: 0,
      };
      set({
        document: conflict.document,
        saved: conflict.document,
        revision: conflict.revision,
        undo: [...undo, step],
        redo: [],
        conflict: null,
        save: { kind: 'saved' },
      });
    },
    keepMine() {
      const { conflict, saved, document } = get();
      if (conflict === null) return;
      const mine = jsonpatch.compare(saved, document);
      let merged = document;
      try {
        merged = apply(conflict.document, mine);
      } catch {
        /* my changes do not fit on theirs: mine stands as it is, theirs stays in the history */
      }
      set({
        document: merged,
        saved: conflict.document,
        revision: conflict.revision,
        undo: [],
        redo: [],
        conflict: null,
      });
      soon(0);
    },
    setTakes: (takes) => set((state) => ({ takes: sameWhereEqual(state.takes, takes) })),
    setTracks: (tracks) => set({ tracks, usable: usableTracks(tracks) }),
    setStudio: (studio) => set({ studio, book: bookWith(studio.exercises) }),
  }));

  function soon(ms: number): void {
    if (timer !== null) clearTimeout(timer);
    timer = setTimeout(() => void sendChanges(), ms);
    if (store.getState().save.kind === 'saved') store.setState({ save: { kind: 'saving' } });
  }

  async function sendChanges(): Promise<void> {
    const { document, saved, revision, id, conflict } = store.getState();
    if (sending || conflict !== null) return;
    const patch = jsonpatch.compare(saved, document);
    if (patch.length === 0) return store.setState({ save: { kind: 'saved' } });
    sending = true;
    store.setState({ save: { kind: 'saving' } });
    try {
      const done = await api<{ revision: number }>(`/api/workouts/${id}`, {
        ...sendJson('PATCH', patch, { 'If-Match': `"${revision}"` }),
        // Outlives the page that is being left; browsers allow that for small bodies only.
        keepalive: JSON.stringify(patch).length < SMALL_BODY,
      });
      store.setState({ saved: document, revision: done.revision });
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      if (error.status === 412) {
        const { document: theirs, revision: theirRevision, changed } = error.detail as Conflict;
        store.setState({ conflict: { document: theirs, revision: theirRevision, changed } });
      }
      store.setState({ save: { kind: 'waiting', message: error.message } });
      if (error.status === 0 || error.status >= 500) soon(RETRY_AFTER_MS);
      return;
    } finally {
      sending = false;
    }
    if (store.getState().document !== document) soon(0);
    else store.setState({ save: { kind: 'saved' } });
  }

  /** Sends what is not yet sent, at once; for leaving the page and for jobs that need the newest state. */
  async function flush(): Promise<void> {
    if (timer !== null) clearTimeout(timer);
    while (sending) await new Promise((wait) => setTimeout(wait, 20));
    await sendChanges();
  }

  return Object.assign(store, { flush });
}

function apply(document: WorkoutDocument, patch: readonly Operation[]): WorkoutDocument {
  return jsonpatch.applyPatch(structuredClone(document), structuredClone(patch) as Operation[], true).newDocument;
}

function samePlace(a: readonly Operation[], b: readonly Operation[]): boolean {
  return a.length > 0 && b.length === 1 && a.at(-1)?.path === b[0]?.path && b[0]?.op === 'replace';
}
