import type { Transcript } from '../../../core/transcript/transcript.ts';
import { writeTime } from '../../../core/time/typed-time.ts';
import { mergeTranscripts } from '../../../formats/merge-transcripts.ts';
import { type TranscriptFormat, readTranscript } from '../../../formats/transcript-reader.ts';
import { type WordsText, rewritten } from '../../../formats/transcript-writer.ts';
import { same } from '../../../core/merge/same.ts';
import { ZERO } from '../../../core/time/micros.ts';
import { ApiError, isLater, outliving } from '../../shared/api.ts';
import { call } from '../../shared/call.ts';
import type { WorkbenchGet, WorkbenchSet } from '../state.ts';
import type { TakeWithTranscript } from '../../../contract/wire.ts';
import type { Drafts } from './drafts.ts';
import { newId } from './new-id.ts';

/** What the server has. */
interface Base extends WordsText {
  readonly revision: number;
}

interface Draft {
  readonly base: WordsText;
  readonly now: WordsText;
}

const nameOf = (takeId: string) => `words ${takeId}`;

/** Saves the words of takes, each on the revision that this page knows. */
export function createWordsSaver(get: WorkbenchGet, set: WorkbenchSet, drafts: Drafts) {
  /** By take, what the server has; only where something else is here. */
  const bases = new Map<string, Base>();

  const entryOf = (takeId: string) => get().takes.find((t) => t.take.id === takeId) ?? null;
  const put = (takeId: string, words: WordsText, revision?: number) =>
    set({
      takes: get().takes.map((entry) =>
        entry.take.id !== takeId
          ? entry
          : {
              ...entry,
              transcript: {
                hasPrevious: entry.transcript !== null,
                revision: entry.transcript?.revision ?? 0,
                ...words,
                ...(revision !== undefined && { revision, hasPrevious: true }),
              },
            },
      ),
    });

  async function send(takeId: string, leaving: boolean): Promise<void> {
    for (;;) {
      const base = bases.get(takeId);
      const now = entryOf(takeId)?.transcript ?? null;
      if (base === undefined || now === null) break;
      if (now.text === base.text) {
        bases.delete(takeId);
        break;
      }
      try {
        const done = await call(
          'setTranscript',
          { id: takeId },
          {
            body: now.text,
            headers: { 'If-Match': `"${base.revision}"` },
            ...outliving(leaving, now.text),
          },
        );
        bases.set(takeId, { format: now.format, text: now.text, revision: done.revision });
        const newest = entryOf(takeId)?.transcript ?? now;
        put(takeId, { format: newest.format, text: newest.text }, done.revision);
      } catch (error) {
        if (!(error instanceof ApiError)) throw error;
        if (error.status !== 412) {
          if (error.status === 404) bases.delete(takeId);
          else if (!isLater(error)) keepDraft(takeId);
          throw error;
        }
        merge(
          takeId,
          base,
          now,
          error.about as { revision: number; format: TranscriptFormat | null; text: string | null },
        );
      }
    }
    drafts.drop(nameOf(takeId));
  }

  function merge(
    takeId: string,
    base: WordsText,
    mine: WordsText,
    there: { readonly revision: number; readonly format: TranscriptFormat | null; readonly text: string | null },
  ): void {
    if (there.text === null || there.format === null) {
      bases.set(takeId, { ...base, text: '', revision: there.revision });
      return;
    }
    const theirs = { format: there.format, text: there.text };
    bases.set(takeId, { ...theirs, revision: there.revision });
    layOver(takeId, { base, mine, theirs, revision: there.revision });
    set({ notice: 'The words were changed in another window, too; both are here now.' });
  }

  /** The words that both began from, and what became of them here and there. */
  interface WordsVersions {
    readonly base: WordsText;
    readonly mine: WordsText;
    readonly theirs: WordsText;
    readonly revision?: number | undefined;
  }

  function layOver(takeId: string, { base, mine, theirs, revision }: WordsVersions): void {
    const [b, m, t] = [base, mine, theirs].map((w) => readTranscript(w.text).value) as [
      Transcript,
      Transcript,
      Transcript,
    ];
    const merged = mergeTranscripts(b, m, t);
    const duration = entryOf(takeId)?.take.duration ?? ZERO;
    put(takeId, same(merged.transcript, t) ? theirs : rewritten(theirs, merged.transcript, duration), revision);
    if (merged.clashes.length === 0) return;
    const name = entryOf(takeId)?.take.name ?? 'a take';
    set({
      conflicts: [
        ...get().conflicts,
        {
          id: newId(),
          what: `The words of ${name}`,
          clashes: merged.clashes.map((c) => ({
            key: c.key,
            place: writeTime(c.at, 1),
            mine: c.mine || 'removed',
            theirs: c.theirs || 'removed',
          })),
          choose(choices) {
            const chosen = mergeTranscripts(b, m, t, (key) => choices.get(key)).transcript;
            const now = entryOf(takeId)?.transcript ?? theirs;
            const over = mergeTranscripts(merged.transcript, chosen, readTranscript(now.text).value, () => 'mine');
            get().changeWords('Keep mine', takeId, rewritten(now, over.transcript, duration));
          },
        },
      ],
    });
  }

  function keepDraft(takeId: string): void {
    const [base, now] = [bases.get(takeId), entryOf(takeId)?.transcript];
    if (base === undefined || now === null || now === undefined || now.text === base.text) return;
    const draft: Draft = { base, now: { format: now.format, text: now.text } };
    drafts.keep(nameOf(takeId), draft);
  }

  return {
    nameOf,
    send,
    keepDrafts: () => [...bases.keys()].forEach(keepDraft),
    /** Sets the words that are shown; what the server has is remembered until they are sent. */
    change(takeId: string, words: WordsText): void {
      const now = entryOf(takeId)?.transcript ?? null;
      if (!bases.has(takeId)) bases.set(takeId, now ?? { format: 'paragraphs', text: '', revision: 0 });
      put(takeId, words);
    },
    /** A list from the server, with the words that are not sent yet as they are here. */
    overlay: (takes: readonly TakeWithTranscript[]): readonly TakeWithTranscript[] =>
      takes.map((entry) => {
        const here = bases.has(entry.take.id) ? entryOf(entry.take.id)?.transcript : undefined;
        return here === undefined ? entry : { ...entry, transcript: here };
      }),
    /** Brings back what an earlier page could not send; false where nothing of it was missing. */
    restore(takeId: string, value: unknown): boolean {
      const { base, now: mine } = value as Draft;
      const there = entryOf(takeId)?.transcript ?? null;
      // What the server has decides, not what is shown: that may have been changed here since, over what had arrived.
      const known = bases.get(takeId) ?? there;
      if (there === null || known?.text === mine.text) return false;
      if (!bases.has(takeId)) bases.set(takeId, there);
      layOver(takeId, { base, mine, theirs: { format: there.format, text: there.text } });
      return true;
    },
  };
}
