import jsonpatch, { type Operation } from 'fast-json-patch';
import { type Merged, mergeDocuments } from '../../../core/merge/merge-documents.ts';
import { ALWAYS_MINE } from '../../../core/merge/merge-fields.ts';
import { withIds } from '../../../core/merge/own-ids.ts';
import type { WorkoutDocument } from '../../../core/workout/document.ts';
import { ApiError, api, sendJson } from '../../shared/api.ts';
import { renamedSteps } from '../undo.ts';
import type { WorkbenchGet, WorkbenchSet } from '../store.ts';
import { clashInWords } from './clash-words.ts';
import { type Conflict, newId } from './conflict.ts';
import type { Drafts } from './drafts.ts';

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
}

/** Browsers send so much for a page that is being left, in bytes of all requests together. */
const LEAVING_BYTES = 60_000;
const NAME = 'document';

/** Saves the document of a workbench by JSON Patch on the revision that this page knows. */
export function createDocumentSaver(get: WorkbenchGet, set: WorkbenchSet, drafts: Drafts) {
  let sent: Sent | null = null;

  async function send(leaving: boolean): Promise<void> {
    for (;;) {
      const { document, saved, revision, id } = get();
      if (sent === null) {
        const patch = jsonpatch.compare(saved, document);
        if (patch.length === 0) break;
        sent = { id: newId(), revision, patch, document };
      }
      try {
        const request = sendJson('PATCH', sent.patch, { 'If-Match': `"${sent.revision}"`, 'Change-Id': sent.id });
        const keepalive = leaving && new TextEncoder().encode(JSON.stringify(sent.patch)).length < LEAVING_BYTES;
        const done = await api<{ revision: number }>(`/api/workouts/${id}`, { ...request, keepalive });
        set({ saved: sent.document, revision: done.revision });
        sent = null;
      } catch (error) {
        if (!(error instanceof ApiError)) throw error;
        if (error.status === 0 || error.status >= 500 || error.status === 429) {
          keepDraft();
          throw error;
        }
        sent = null;
        if (error.status === 412) merge(error.detail as { document: WorkoutDocument; revision: number });
        else if (error.status !== 422 || !putBack(error)) {
          keepDraft();
          throw error;
        }
      }
    }
    drafts.drop(NAME);
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
  function putBack({ detail, message }: ApiError): boolean {
    const path = (detail as { path?: readonly (string | number)[] } | null)?.path;
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

  function keepDraft(): void {
    const { saved, document, revision } = get();
    const patch = jsonpatch.compare(saved, document);
    if (patch.length > 0) drafts.keep(NAME, { revision, patch } satisfies Draft);
  }

  return {
    name: NAME,
    send,
    keepDraft,
    /** Brings back what an earlier page could not send. */
    async restore(value: unknown): Promise<void> {
      const { revision, patch } = value as Draft;
      const { id, revision: current, saved } = get();
      const base = revision === current ? saved : await api<WorkoutDocument>(`/api/workouts/${id}/history/${revision}`);
      const mine = patched(base, patch);
      const theirs = get().document;
      const merged = mergeDocuments(base, mine, theirs);
      get().change('What was not yet saved when the page was left', () => merged.document);
      ask(merged, base, mine, theirs);
    },
  };
}

function patched(document: WorkoutDocument, patch: readonly Operation[]): WorkoutDocument {
  return jsonpatch.applyPatch(structuredClone(document), structuredClone(patch) as Operation[], true).newDocument;
}
