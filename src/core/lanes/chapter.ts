import type { ProgrammeSegment } from '../edit/assemble.ts';
import { isActive } from '../plan/segment.ts';
import { type Length, type ProgrammeTime, ZERO, asLength, earlier, fromSeconds, later, moved } from '../time/micros.ts';
import { type LaneRules, type Override, overrideOf } from './rules.ts';

export interface Chapter {
  readonly segmentKey: string;
  readonly start: ProgrammeTime;
  readonly end: ProgrammeTime;
  readonly title: string;
}

export interface DroppedChapter {
  readonly segmentKey: string;
  readonly title: string;
  readonly lengthUs: Length;
  readonly reason: 'shorter-than-10-s';
}

/** Each chapter lasts at least 10 s and the first begins at 0:00 (common practice). */
export const SHORTEST_CHAPTER = fromSeconds(10);

/** Chapters by blocks (and rounds) or by moves. A chapter too short to stand is joined to the one before and named. */
export function chapters(
  segments: readonly ProgrammeSegment[],
  length: ProgrammeTime,
  rules: LaneRules,
  overrides: readonly Override[],
): { readonly chapters: readonly Chapter[]; readonly dropped: readonly DroppedChapter[] } {
  const marks: { segmentKey: string; start: ProgrammeTime; title: string }[] = [];
  let group = '';
  for (const segment of segments) {
    const own = rules.chapter.by === 'blocks' ? blockGroup(segment) : moveGroup(segment);
    const title = overrideOf(overrides, segment.key, 'chapter', 'title');
    const show = overrideOf(overrides, segment.key, 'chapter', 'show');
    const begins = own !== null && own.group !== group;
    if (own !== null) group = own.group;
    if (show === false || !(show === true || title !== undefined || begins)) continue;
    marks.push({
      segmentKey: segment.key,
      start: marks.length === 0 ? ZERO : beginsAt(segment, marks.at(-1)!.start, overrides),
      title: title ?? own?.title ?? segment.label,
    });
  }
  const kept: typeof marks = [];
  const dropped: DroppedChapter[] = [];
  for (const [i, mark] of marks.entries()) {
    const lengthUs = asLength((marks[i + 1]?.start ?? length) - mark.start);
    const previous = kept.at(-1);
    const tooShort =
      lengthUs < SHORTEST_CHAPTER || (previous !== undefined && mark.start - previous.start < SHORTEST_CHAPTER);
    if (tooShort && kept.length > 0)
      dropped.push({ segmentKey: mark.segmentKey, title: mark.title, lengthUs, reason: 'shorter-than-10-s' });
    else kept.push(mark);
  }
  return { chapters: kept.map((mark, i) => ({ ...mark, end: kept[i + 1]?.start ?? length })), dropped };
}

/** Where a chapter begins: with its segment, or moved by hand, yet in it and not before the chapter before. */
function beginsAt(segment: ProgrammeSegment, before: ProgrammeTime, overrides: readonly Override[]): ProgrammeTime {
  const shift = overrideOf(overrides, segment.key, 'chapter', 'shiftUs') ?? 0;
  return later(before, earlier(moved(segment.start, shift), later(segment.start, moved(segment.end, -1))));
}

function blockGroup({ segment, extra }: ProgrammeSegment): { group: string; title: string } | null {
  // What is made up later belongs to the chapter it is done in.
  if (segment === null || extra) return null;
  const round = segment.rounds > 1 ? ` · round ${segment.round}` : '';
  return { group: `${segment.blockId}/${segment.round}`, title: segment.blockName + round };
}

function moveGroup(segment: ProgrammeSegment): { group: string; title: string } | null {
  if (isActive(segment))
    return {
      group: `${segment.segment?.moveId ?? segment.label}/${segment.segment?.round ?? 0}`,
      title: segment.label,
    };
  return segment.kind === 'talk' || segment.kind === 'water' || segment.kind === 'set-up'
    ? { group: segment.key, title: segment.label }
    : null;
}
