import type { ProgrammeSegment } from '../edit/assemble.ts';
import { isActive, isBreak } from '../plan/segment.ts';
import { type Length, type ProgrammeTime, asLength, fromSeconds, moved, movedBack } from '../time/micros.ts';
import { type LaneRules, type Override, overrideOf } from './rules.ts';
import { USUAL_WORDING, type Wording, sideHeading } from './wording.ts';

/** A move caption on programme time: a heading in small type above the text. */
export interface CaptionEvent {
  readonly segmentKey: string;
  readonly kind: ProgrammeSegment['kind'];
  readonly start: ProgrammeTime;
  readonly end: ProgrammeTime;
  readonly heading: string;
  readonly text: string;
}

export interface DroppedCaption {
  readonly segmentKey: string;
  readonly reason: 'too-short';
  readonly shownUs: Length;
}

/** A caption is shown at least 5/6 s (common practice). */
export const SHORTEST_CAPTION = fromSeconds(5 / 6);

/** Captions by the rules and overrides; one too short to be read comes back as dropped. */
export function captionEvents(
  segments: readonly ProgrammeSegment[],
  rules: LaneRules,
  overrides: readonly Override[],
  wording: Wording = USUAL_WORDING,
): { readonly captions: readonly CaptionEvent[]; readonly dropped: readonly DroppedCaption[] } {
  const captions: CaptionEvent[] = [];
  const dropped: DroppedCaption[] = [];
  for (const [i, segment] of segments.entries()) {
    const words = wordsFor(segment, segments.slice(i + 1).find(isActive) ?? null, wording);
    const text = overrideOf(overrides, segment.key, 'caption', 'text');
    const byRule = rules.caption.on && words !== null && (isActive(segment) || rules.caption.nextInBreaks);
    const shown = overrideOf(overrides, segment.key, 'caption', 'show') ?? (byRule || text !== undefined);
    if (!shown || (words === null && text === undefined)) continue;
    const start = moved(
      segment.start,
      overrideOf(overrides, segment.key, 'caption', 'inAfterUs') ?? rules.caption.inAfterUs,
    );
    const end = movedBack(
      segment.end,
      overrideOf(overrides, segment.key, 'caption', 'outBeforeUs') ?? rules.caption.outBeforeUs,
    );
    if (end - start < SHORTEST_CAPTION) {
      dropped.push({ segmentKey: segment.key, reason: 'too-short', shownUs: asLength(Math.max(0, end - start)) });
      continue;
    }
    captions.push({
      segmentKey: segment.key,
      kind: segment.kind,
      start,
      end,
      heading: words?.heading ?? '',
      text: text ?? words?.text ?? '',
    });
  }
  return { captions, dropped };
}

function wordsFor(
  segment: ProgrammeSegment,
  next: ProgrammeSegment | null,
  wording: Wording,
): { heading: string; text: string } | null {
  if (isActive(segment)) return { heading: sideHeading(segment.side, wording), text: segment.label };
  if (!isBreak(segment)) return null;
  const waits =
    segment.kind === 'water'
      ? wording.waterHeading
      : segment.kind === 'change-over'
        ? segment.label
        : wording.restHeading;
  if (next === null) return { heading: '', text: waits };
  const side = sideHeading(next.side, wording);
  return {
    heading: `${waits} · ${wording.next.toLowerCase()}`,
    text: side === '' ? next.label : `${next.label}, ${side.toLowerCase()}`,
  };
}
