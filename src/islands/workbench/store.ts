import { create } from 'zustand';
import { type ExerciseBook, bookWith } from '../../core/exercise/library.ts';
import type { WorkoutDocument } from '../../core/workout/document.ts';
import { type Studio, USUAL_STUDIO } from '../../core/workout/studio.ts';
import type { Side } from '../../core/merge/merge-fields.ts';
import { same } from '../../core/merge/same.ts';
import type { Track } from '../../core/music/track.ts';
import { type LibraryTrack, usableTracks } from '../../core/music/library.ts';
import { keepableText } from '../../formats/plan-json/plan-schema.ts';
import { ApiError, api, sendJson } from '../shared/api.ts';
import { type Conflict } from './saving/conflict.ts';
import { type Drafts, openDrafts } from './saving/drafts.ts';
import { createDocumentSaver } from './saving/save-document.ts';
import { type SaveState, createSaveQueue } from './saving/save-queue.ts';
import { type TrackChange, createTrackSaver, trackChangeBack } from './saving/save-tracks.ts';
import { type WordsText, createWordsSaver } from './saving/save-words.ts';
import { type TakeWithTranscript, sameWhereEqual } from './take.ts';
import { type Asked, type Step, placeOf, withStep, withoutStep, wordsWithoutStep } from './undo.ts';

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

const SAVE_AFTER_MS = 350;

export type Workbench = ReturnType<typeof createWorkbench>;

/** The state of one open workout: document, words and tracks, one undo for all of them, and one way to save them. */
export function createWorkbench(
  first: {
    id: string;
    document: WorkoutDocument;
    revision: number;
    takes: readonly TakeWithTranscript[];
    studio?: Studio;
    tracks?: readonly LibraryTrack[];
  },
  drafts: Drafts = openDrafts(first.id),
) {
  const store = create<WorkbenchState>()((_, get) => ({
    studio: USUAL_STUDIO,
    tracks: [],
    usable: usableTracks(first.tracks ?? []),
    book: bookWith(first.studio?.exercises ?? []),
    ...first,
    saved: first.document,
    undo: [],
    redo: [],
    save: { kind: 'saved' },
    conflicts: [],
    notice: null,
    change(label, next) {
      const { document, undo } = get();
      const changed = keepable(next(document), document);
      if (same(document, changed)) return;
      const place = placeOf(document, changed);
      const step: Step = { kind: 'document', label, at: Date.now(), before: document, after: changed, place };
      set({ document: changed, undo: withStep(undo, step), redo: [] });
      saveDocument(SAVE_AFTER_MS);
    },
    changeWords(label, takeId, after) {
      const before = get().takes.find((t) => t.take.id === takeId)?.transcript ?? null;
      if (before?.text === after.text) return;
      if (before !== null) {
        const was = { format: before.format, text: before.text };
        const step: Step = { kind: 'words', label, at: Date.now(), takeId, before: was, after };
        set({ undo: withStep(get().undo, step), redo: [] });
      }
      saveWords(takeId, after);
    },
    changeTrack(label, trackId, after) {
      const track = get().tracks.find((t) => t.id === trackId);
      if (track === undefined) return;
      const step: Step = {
        kind: 'track',
        label,
        at: Date.now(),
        trackId,
        before: trackChangeBack(track, after),
        after,
      };
      set({ undo: withStep(get().undo, step), redo: [] });
      saveTrack(trackId, after);
    },
    ask(label, { after, before }, next) {
      const { document: was } = get();
      const now = next?.(was) ?? was;
      const changed = same(was, now) ? {} : { document: { before: was, after: now } };
      const step: Step = { kind: 'asked', label, at: Date.now(), before, after, ...changed };
      set({ undo: withStep(get().undo, step), redo: [] });
      walk(step, 'after');
    },
    asked(label, { after, before }) {
      const step: Step = { kind: 'asked', label, at: Date.now(), before, after };
      set({ undo: withStep(get().undo, step), redo: [] });
    },
    undoStep() {
      const step = get().undo.at(-1);
      if (step === undefined) return;
      set({ undo: get().undo.slice(0, -1), redo: [...get().redo, step] });
      walk(step, 'before');
    },
    redoStep() {
      const step = get().redo.at(-1);
      if (step === undefined) return;
      set({ undo: [...get().undo, { ...step, at: 0 }], redo: get().redo.slice(0, -1) });
      walk(step, 'after');
    },
    choose(conflict, choices) {
      set({ conflicts: get().conflicts.filter((c) => c.id !== conflict.id) });
      if ([...choices.values()].includes('mine')) conflict.choose(choices);
    },
    putAwayNotice: () => set({ notice: null }),
    setTakes: (takes) => set({ takes: sameWhereEqual(get().takes, words.overlay(takes)) }),
    setTracks: (list) => set({ tracks: tracks.overlay(list) }),
    setStudio: (studio) => set({ studio, book: bookWith(studio.exercises) }),
  }));

  const set: WorkbenchSet = (part) =>
    store.setState(part.tracks === undefined ? part : { ...part, usable: usableTracks(part.tracks) });
  let requests = 0;
  const queue = createSaveQueue((save) => {
    if (save.kind === 'waiting') keepDrafts();
    if (!same(save, store.getState().save)) store.setState({ save });
  });
  const document = createDocumentSaver(store.getState, set, drafts);
  const words = createWordsSaver(store.getState, set, drafts);
  const tracks = createTrackSaver(store.getState, set, drafts);

  const saveDocument = (afterMs: number) => {
    queue.want(document.name, document.send, afterMs);
    if (store.getState().save.kind === 'waiting') document.keepDraft();
  };
  const saveWords = (takeId: string, text: WordsText) => {
    words.change(takeId, { ...text, text: keepableText(text.text) });
    queue.want(words.nameOf(takeId), (leaving) => words.send(takeId, leaving), SAVE_AFTER_MS);
    if (store.getState().save.kind === 'waiting') words.keepDrafts();
  };
  const saveTrack = (id: string, change: TrackChange) => {
    tracks.change(id, change);
    queue.want(tracks.nameOf(id), (leaving) => tracks.send(id, leaving), SAVE_AFTER_MS);
    if (store.getState().save.kind === 'waiting') tracks.keepDrafts();
  };

  function keepDrafts(): void {
    document.keepDraft();
    words.keepDrafts();
    tracks.keepDrafts();
  }

  /** Goes to one end of a step, back or forth. */
  function walk(step: Step, to: 'before' | 'after'): void {
    const from = to === 'before' ? 'after' : 'before';
    const now = store.getState();
    if (step.kind === 'document') {
      set({ document: withoutStep(now.document, step[from], step[to]) });
      saveDocument(SAVE_AFTER_MS);
    } else if (step.kind === 'words') {
      const here = now.takes.find((t) => t.take.id === step.takeId)?.transcript;
      if (here !== undefined && here !== null) saveWords(step.takeId, wordsWithoutStep(here, step[from], step[to]));
    } else if (step.kind === 'track') saveTrack(step.trackId, step[to]);
    else askServer(step, to);
  }

  /** What is deleted is let go of by the document first, and what comes back is there before it is referred to. */
  function askServer(step: Step & { readonly kind: 'asked' }, to: 'before' | 'after'): void {
    const from = to === 'before' ? 'after' : 'before';
    const { document: changed } = step;
    const lay = () => {
      if (changed === undefined) return;
      set({ document: withoutStep(store.getState().document, changed[from], changed[to]) });
      saveDocument(0);
    };
    if (to === 'after') lay();
    const { path, method, body } = step[to];
    // Each is sent, in its turn: one builds on the other.
    queue.want(`asked ${++requests}`, async () => {
      try {
        await api(path, body === undefined ? { method } : sendJson(method === 'PUT' ? 'PUT' : 'POST', body));
      } catch (error) {
        // Refused: nothing happened, and there is nothing to take back.
        if (error instanceof ApiError && error.status >= 400 && error.status < 500)
          set({ undo: store.getState().undo.filter((s) => s !== step), notice: error.message });
        else throw error;
      }
      if (to === 'before') lay();
      const { id } = store.getState();
      if (path.startsWith('/api/studio')) store.getState().setStudio(await api('/api/studio'));
      else if (path.startsWith('/api/takes')) store.getState().setTakes(await api(`/api/workouts/${id}/takes`));
      else store.getState().setTracks(await api('/api/tracks'));
    });
  }

  return Object.assign(store, {
    /**
     * Sends what is not yet sent, at once; for leaving the page and for jobs that need the newest state. What a person
     * still has under the hands is taken from the field first.
     */
    async flush(leaving = false): Promise<void> {
      leaveField();
      await queue.flush(leaving);
    },
    /** Puts what is unsent where it outlives the page. */
    keepDrafts,
    tryAgain: () => queue.again(),
    /** Brings back what an earlier page could not send before it was left. */
    async restore(): Promise<void> {
      const left = await drafts.pickUp();
      for (const { name, value } of left) {
        const [kind, id] = name.split(' ');
        if (kind === 'document') await document.restore(value);
        else if (kind === 'words' && id !== undefined) {
          words.restore(id, value);
          queue.want(name, (leaving) => words.send(id, leaving));
        } else if (kind === 'track' && id !== undefined && tracks.restore(id, value))
          queue.want(name, (leaving) => tracks.send(id, leaving));
      }
      if (left.length > 0)
        set({ notice: 'What was not yet saved when this page was left is here again, and is being saved.' });
    },
  });
}

/** A field keeps what is typed until it is left; leaving it hands it over. */
function leaveField(): void {
  const field = globalThis.document?.activeElement as HTMLElement | null | undefined;
  if (/^(INPUT|TEXTAREA)$/.test(field?.tagName ?? '')) field?.blur();
}

/** The document without characters that nothing can keep; parts that did not change are not looked at. */
function keepable<T>(next: T, before: unknown): T {
  if (Object.is(next, before)) return next;
  if (typeof next === 'string') {
    const kept = keepableText(next);
    return kept === next ? next : (kept as T);
  }
  if (typeof next !== 'object' || next === null) return next;
  const old = (typeof before === 'object' && before !== null ? before : {}) as Record<string, unknown>;
  let changed = false;
  const kept = Object.entries(next).map(([key, value]) => {
    const clean: unknown = keepable(value as unknown, old[key]);
    if (!Object.is(clean, value)) changed = true;
    return [key, clean] as const;
  });
  if (!changed) return next;
  return (Array.isArray(next) ? kept.map(([, value]) => value) : Object.fromEntries(kept)) as T;
}
