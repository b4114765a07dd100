import { type WorkbenchState, type WorkbenchSet } from './state.ts';
import { create } from 'zustand';
import { bookWith } from '../../core/exercise/library.ts';
import type { WorkoutDocument } from '../../core/workout/document.ts';
import { type Studio, USUAL_STUDIO } from '../../core/workout/studio.ts';
import { same } from '../../core/merge/same.ts';
import { type LibraryTrack, usableTracks } from '../../core/music/library.ts';
import { keepable, keepableText } from '../../formats/keepable.ts';
import type { WordsText } from '../../formats/transcript-writer.ts';
import { ApiError, isLater } from '../shared/api.ts';
import { createAsker } from './saving/ask-server.ts';
import { type Drafts, type Left, openDrafts } from './saving/drafts.ts';
import { createDocumentSaver } from './saving/save-document.ts';
import { createSaveQueue } from './saving/save-queue.ts';
import { createTrackSaver } from './saving/save-tracks.ts';
import type { TrackChange } from '../../contract/wire.ts';
import { trackChangeBack } from './saving/track-change.ts';
import { createWordsSaver } from './saving/save-words.ts';
import type { TakeWithTranscript } from '../../contract/wire.ts';
import { sameWhereEqual } from './take.ts';
import { type Step, placeOf, withStep, withoutStep, wordsWithoutStep } from './undo.ts';

const SAVE_AFTER_MS = 350;
const ONLY_LOOK = 'You may look at this workout, but not change it. An owner of the studio can make you an editor.';

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
    /** False for somebody who may only look: what they try is said, and nothing changes. */
    mayChange?: boolean;
  },
  drafts: Drafts = openDrafts(first.id),
) {
  /** Whether something may be changed here; says so where it may not. */
  const allowed = (): boolean => {
    if (first.mayChange !== false) return true;
    set({ notice: ONLY_LOOK });
    return false;
  };
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
      if (!allowed()) return;
      const { document, undo } = get();
      const changed = keepable(next(document), document);
      if (same(document, changed)) return;
      const place = placeOf(document, changed);
      const step: Step = { kind: 'document', label, at: Date.now(), before: document, after: changed, place };
      set({ document: changed, undo: withStep(undo, step), redo: [] });
      saveDocument(SAVE_AFTER_MS);
    },
    changeWords(label, takeId, words) {
      if (!allowed()) return;
      const after = { ...words, text: keepableText(words.text) };
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
      if (!allowed()) return;
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
      if (!allowed()) return;
      const { document: was } = get();
      const now = next?.(was) ?? was;
      const changed = same(was, now) ? {} : { document: { before: was, after: now } };
      const step = { kind: 'asked', label, at: Date.now(), before, after, ...changed } as const;
      set({ undo: withStep(get().undo, step), redo: [] });
      askServer(step, 'after');
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
  const queue = createSaveQueue((save) => {
    if (save.kind === 'waiting') keepDrafts();
    if (!same(save, store.getState().save)) store.setState({ save });
  });
  let bringing: Promise<void> = Promise.resolve();
  const document = createDocumentSaver(store.getState, set, drafts);
  const words = createWordsSaver(store.getState, set, drafts);
  const tracks = createTrackSaver(store.getState, set, drafts);

  const saveDocument = (afterMs: number) => {
    queue.want(document.name, document.send, afterMs);
    if (store.getState().save.kind === 'waiting') document.keepDraft();
  };
  const saveWords = (takeId: string, text: WordsText) => {
    words.change(takeId, text);
    queue.want(words.nameOf(takeId), (leaving) => words.send(takeId, leaving), SAVE_AFTER_MS);
    if (store.getState().save.kind === 'waiting') words.keepDrafts();
  };
  const saveTrack = (id: string, change: TrackChange) => {
    tracks.change(id, change);
    queue.want(tracks.nameOf(id), (leaving) => tracks.send(id, leaving), SAVE_AFTER_MS);
    if (store.getState().save.kind === 'waiting') tracks.keepDrafts();
  };

  const askServer = createAsker(store.getState, set, queue, () => saveDocument(0));

  function keepDrafts(): void {
    document.keepDraft();
    words.keepDrafts();
    tracks.keepDrafts();
  }

  /** Undoes a step, or does it again. */
  function walk(step: Step, to: 'before' | 'after'): void {
    const from = to === 'before' ? 'after' : 'before';
    const now = store.getState();
    if (step.kind === 'document') {
      set({ document: withoutStep(now.document, step[from], step[to]) });
      saveDocument(SAVE_AFTER_MS);
    } else if (step.kind === 'words') {
      const entry = now.takes.find((t) => t.take.id === step.takeId);
      if (entry === undefined || entry.transcript === null) return;
      const words = wordsWithoutStep(entry.transcript, step[from], step[to], entry.take.duration);
      saveWords(step.takeId, words);
    } else if (step.kind === 'track') saveTrack(step.trackId, step[to]);
    else askServer(step, to);
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
    /** Sends what can be sent while the page goes, and keeps it all the same until the next page has looked. */
    leave(): void {
      leaveField();
      keepDrafts();
      drafts.hold();
      void queue.flush(true);
    },
    tryAgain: () => queue.again(),
    /** Brings back what an earlier page could not send before it was left, now and when a page that has some goes. */
    async restore(): Promise<void> {
      await drafts.onceFree(inTurn);
      await inTurn();
    },
  });

  function inTurn(gone?: string): Promise<void> {
    bringing = bringing.then(() => bringBack(gone));
    return bringing;
  }

  async function bringBack(gone?: string): Promise<void> {
    for (const left of await drafts.left(gone)) {
      try {
        await bring(left);
      } catch (error) {
        // It stays where it is, for as soon as the server answers or for the next time.
        if (!(error instanceof ApiError)) throw error;
        if (isLater(error)) queue.want(`left ${left.name}`, () => bring(left));
        set({ notice: `Something is left from an earlier visit. It is brought back when it can be: ${error.message}` });
      }
    }
  }

  async function bring({ name, value, forget }: Left): Promise<void> {
    const [kind, id = ''] = name.split(' ');
    let brought = false;
    if (kind === 'document') brought = await document.restore(value);
    else if (kind === 'words' && words.restore(id, value)) {
      brought = true;
      queue.want(name, (leaving) => words.send(id, leaving));
    } else if (kind === 'track' && tracks.restore(id, value)) {
      brought = true;
      queue.want(name, (leaving) => tracks.send(id, leaving));
    }
    keepDrafts();
    forget();
    if (brought) set({ notice: 'What was not yet saved when this page was left is here again, and is being saved.' });
  }
}

/** A field keeps what is typed until it is left; leaving it hands it over. */
function leaveField(): void {
  const field = globalThis.document?.activeElement as HTMLElement | null | undefined;
  if (/^(INPUT|TEXTAREA)$/.test(field?.tagName ?? '')) field?.blur();
}
