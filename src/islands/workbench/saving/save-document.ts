import jsonpatch, { type Operation } from 'fast-json-patch';
import { type Merged, mergeDocuments } from '../../../core/merge/merge-documents.ts';
import { ALWAYS_MINE } from '../../../core/merge/merge-fields.ts';
import { withIds } from '../../../core/merge/own-ids.ts';
import type { WorkoutDocument } from '../../../core/workout/document.ts';
import { same } from '../../../core/merge/same.ts';
import { ApiError, isLater, outliving } from '../../shared/api.ts';
import { call } from '../../shared/call.ts';
import { renamedSteps } from '../undo.ts';
import type { WorkbenchGet, WorkbenchSet } from '../state.ts';
import { clashInWords } from './clash-words.ts';
import type { Conflict } from './conflict.ts';
import type { Drafts } from './drafts.ts';
import { newId } from './new-id.ts';

/** A change on its way. It is sent again as it is until it is answered, so that a lost answer is no second change. */
interface Sent {
  readonly id: string;
  readonly revision: number;
  readonly patch: Operation[];
  readonly document: WorkoutDocument;
}

interface Draft {
  readonly revision: number;
  readonly patch: Operation[];
  /** The part of it that was on its way: whether it was made is not known. */
  readonly sent: Pick<Sent, 'id' | 'revision' | 'patch'> | null;
}

const NAME = 'document';

/** Saves the document of a workbench by JSON Patch on the revision that this page knows. */
export function createDocumentSaver(get: WorkbenchGet, set: WorkbenchSet, drafts: Drafts) {
  let sent: Sent | null = null;

  async function send(leaving: boolean): Promise<void> {
    for (;;) {
      sent ??= nextToSend();
      if (sent === null) break;
      try {
        set({ saved: sent.document, revision: await sendPatch(get().id, sent, leaving) });
        sent = null;
      } catch (error) {
        if (!(error instanceof ApiError)) throw error;
        if (isLater(error)) throw error;
        sent = null;
        if (error.status === 412) merge(error.about as { document: WorkoutDocument; revision: number });
        else if (error.status !== 422 || !putBack(error)) {
          // Refused for good, and it is not known which part: it stays here and where it outlives the page.
          keep();
          throw error;
        }
      }
    }
    drafts.drop(NAME);
  }

  function nextToSend(): Sent | null {
    const { document, saved, revision } = get();
    const patch = jsonpatch.compare(saved, document);
    return patch.length === 0 ? null : { id: newId(), revision, patch, document };
  }

  /** Lays what was changed here and elsewhere together. */
  function merge(theirs: { readonly document: WorkoutDocument; readonly revision: number }): void {
    const { saved, document, undo, redo } = get();
    const merged = mergeDocuments(saved, document, theirs.document);
    set({
      document: merged.document,
      saved: theirs.document,
      revision: theirs.revision,
      undo: renamedSteps(undo, merged.renames),
      redo: renamedSteps(redo, merged.renames),
      notice: 'What was changed in another window is here now, beside what you changed.',
    });
    ask(merged, saved, document, theirs.document);
  }

  /** What both sides changed is theirs until a person chooses. */
  function ask(merged: Merged, base: WorkoutDocument, mine: WorkoutDocument, theirs: WorkoutDocument): void {
    if (merged.clashes.length === 0) return;
    const own = withIds(mine, merged.renames);
    const conflict: Conflict = {
      id: newId(),
      what: 'This workout',
      clashes: merged.clashes.map((clash) => clashInWords(clash, { base, mine: own, theirs })),
      choose(choices) {
        const chosen = mergeDocuments(base, own, theirs, choices).document;
        get().change('Keep mine', (now) => mergeDocuments(merged.document, chosen, now, ALWAYS_MINE).document);
      },
    };
    set({ conflicts: [...get().conflicts, conflict] });
  }

  /** Puts a field that the server will not keep back to what it was; false where it is not known which. */
  function putBack({ about, message }: ApiError): boolean {
    const path = (about as { path?: readonly (string | number)[] } | null)?.path;
    const { saved, document } = get();
    if (path === undefined || path.length === 0) return false;
    const pointer = `/${path.map((p) => String(p).replace(/~/g, '~0').replace(/\//g, '~1')).join('/')}`;
    const patch = jsonpatch.compare(saved, document);
    const touches = (op: Operation) =>
      `${pointer}/`.startsWith(`${op.path}/`) || `${op.path}/`.startsWith(`${pointer}/`);
    const kept = patch.filter((op) => !touches(op));
    if (kept.length === patch.length) return false;
    get().change('Put back what cannot be kept', () => patched(saved, kept));
    set({ notice: `${message} It is as it was before; undo shows what was typed.` });
    return true;
  }

  function keep(): void {
    const { saved, document, revision } = get();
    const patch = jsonpatch.compare(saved, document);
    if (patch.length === 0) return;
    const way = sent === null ? null : { id: sent.id, revision: sent.revision, patch: sent.patch };
    drafts.keep(NAME, { revision, patch, sent: way } satisfies Draft);
  }

  return {
    name: NAME,
    send,
    /**
     * Keeps what is unsent where it outlives the page. The change that goes out next has its id by now, so that the
     * next page knows it again when it was made after all, and does not do it a second time.
     */
    keepDraft(): void {
      sent ??= nextToSend();
      keep();
    },
    /** Brings back what an earlier page could not send; false where nothing of it was missing. */
    async restore(value: unknown): Promise<boolean> {
      const { revision, patch, sent: way } = value as Draft;
      const { id, revision: current, saved } = get();
      let base = revision === current ? saved : await call('documentAt', { id, revision });
      const mine = patched(base, patch);
      // What was on its way is sent again as it was: made once, whichever of the two arrived. Nobody waits for it where
      // nothing else was changed since.
      const first = way !== null && way.revision === current && sent === null ? way : null;
      if (way !== null && first === null && (await arrives(id, way))) {
        base = patched(base, way.patch);
        const now = await call('getWorkout', { id });
        const { document } = mergeDocuments(saved, get().document, now.document);
        set({ document, saved: now.document, revision: now.revision });
      }
      const theirs = get().document;
      const merged = mergeDocuments(base, mine, theirs);
      if (same(merged.document, theirs)) return false;
      if (first !== null) sent = { ...first, document: patched(saved, first.patch) };
      get().change('What was not yet saved when the page was left', () => merged.document);
      ask(merged, base, mine, theirs);
      return true;
    },
  };
}

async function sendPatch(id: string, sent: Omit<Sent, 'document'>, leaving: boolean): Promise<number> {
  const headers = { 'If-Match': `"${sent.revision}"`, 'Change-Id': sent.id };
  const fate = outliving(leaving, JSON.stringify(sent.patch));
  return (await call('patchWorkout', { id }, { body: sent.patch, headers, ...fate })).revision;
}

/** Whether a change that was on its way is made; false where it was not and is too old by now. */
async function arrives(id: string, sent: Omit<Sent, 'document'>): Promise<boolean> {
  try {
    await sendPatch(id, sent, false);
    return true;
  } catch (error) {
    if (error instanceof ApiError && error.status === 412) return false;
    throw error;
  }
}

function patched(document: WorkoutDocument, patch: readonly Operation[]): WorkoutDocument {
  return jsonpatch.applyPatch(structuredClone(document), structuredClone(patch) as Operation[], true).newDocument;
}
