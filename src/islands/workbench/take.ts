import type { TakeSound } from '../../core/signal/take-sound.ts';
import type { Lie } from '../../core/sync/clock-map.ts';
import type { MediaFacts, TakeRole, ThumbSheet } from '../../core/sync/media-facts.ts';
import type { TranscriptFormat } from '../../formats/transcript-reader.ts';

/** A take as the server gives it to the page. */
export interface TakeOfPage extends MediaFacts {
  readonly id: string;
  readonly name: string;
  readonly file: KeptFile;
  readonly role: TakeRole;
  readonly ofTake: string | null;
  /** The line that it is a recording of, where it is a pick-up. */
  readonly pickUp: string | null;
  readonly lie: Lie | null;
  readonly sound: TakeSound | null;
  /** A light copy where browsers would not play the file. */
  readonly proxy: KeptFile | null;
  readonly thumbs: (ThumbSheet & { readonly file: KeptFile }) | null;
}

interface KeptFile {
  readonly sha256: string;
  readonly extension: string;
  readonly bytes: number;
}

/** Long work on a take. */
export interface TakeWork {
  readonly kind: 'listen' | 'picture' | 'sync' | 'words';
  readonly state: 'queued' | 'running' | 'done' | 'failed' | 'stopped';
  readonly progress: number;
  readonly message: string | null;
}

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

/** What the page plays of a take. */
export function playedUrl(take: TakeOfPage): string {
  return mediaUrl({ file: take.proxy ?? take.file });
}

/** Where a kept file is fetched from. */
export function mediaUrl({ file }: { readonly file: { readonly sha256: string; readonly extension: string } }): string {
  return `/media/${file.sha256}.${file.extension}`;
}

/**
 * The new list with what did not change from the old: what is computed from a take is not computed anew because some
 * work went on.
 */
export function sameWhereEqual(
  old: readonly TakeWithTranscript[],
  now: readonly TakeWithTranscript[],
): readonly TakeWithTranscript[] {
  const equal = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);
  const made = now.map((entry) => {
    const before = old.find((o) => o.take.id === entry.take.id);
    if (before === undefined) return entry;
    const kept = {
      take: equal(before.take, entry.take) ? before.take : entry.take,
      transcript: equal(before.transcript, entry.transcript) ? before.transcript : entry.transcript,
      work: equal(before.work, entry.work) ? before.work : entry.work,
    };
    return kept.take === before.take && kept.transcript === before.transcript && kept.work === before.work
      ? before
      : kept;
  });
  return made.length === old.length && made.every((entry, i) => entry === old[i]) ? old : made;
}
