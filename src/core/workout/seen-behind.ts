import type { ProgrammeSegment } from '../edit/assemble.ts';
import type { Piece } from '../edit/views.ts';
import { type SeenBehind, type SeenPictures, seenWithin } from '../sync/seen-pictures.ts';

/** What is seen of the recordings in each segment of a programme, by the segment's key. */
export function behindOf(
  segments: readonly Pick<ProgrammeSegment, 'key' | 'start' | 'end'>[],
  pictures: readonly Piece[],
  seen: ReadonlyMap<string, SeenPictures>,
): ReadonlyMap<string, SeenBehind> {
  const behind = new Map<string, SeenBehind>();
  if (seen.size === 0) return behind;
  // Segments and pieces are both in order of time: a piece that ended before this segment is not needed for later ones.
  let first = 0;
  for (const { key, start, end } of segments) {
    while (first < pictures.length && pictures[first]!.at + pictures[first]!.length <= start) first++;
    let last = first;
    while (last < pictures.length && pictures[last]!.at < end) last++;
    const parts = pictures.slice(first, last).flatMap((piece): SeenBehind[] => {
      const of = piece.mediaId === null ? undefined : seen.get(piece.mediaId);
      const [from, to] = [Math.max(start, piece.at), Math.min(end, piece.at + piece.length)];
      if (of === undefined || to <= from) return [];
      const begins = piece.from + (piece.held === true ? 0 : from - piece.at);
      return [seenWithin(of, begins, piece.held === true ? begins + 1 : begins + to - from)];
    });
    if (parts.length > 0)
      behind.set(key, { people: parts.flatMap((p) => p.people), lights: parts.flatMap((p) => p.lights) });
  }
  return behind;
}
