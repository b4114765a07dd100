import type { TakeOfPage, TakeWithTranscript } from '../../contract/wire.ts';

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
