import { SHORTEST_CAPTION } from '../lanes/caption.ts';
import type { Lanes } from '../lanes/lanes.ts';
import { SHORTEST_CHAPTER } from '../lanes/chapter.ts';
import { micros } from '../time/micros.ts';
import { writeSeconds } from '../time/typed-time.ts';
import { type Finding, TRADE } from '../findings/finding.ts';

/** Fewer chapters than this are not shown by players (common practice). */
const FEWEST_CHAPTERS = 3;

/** What the lanes cannot deliver as the rules want it. */
export function laneFindings(lanes: Lanes): Finding[] {
  const findings: Finding[] = lanes.droppedChapters.map((d) => ({
    rule: 'chapter-too-short',
    severity: 'note',
    segmentKey: d.segmentKey,
    clock: 'programme',
    at: micros(0),
    says: `The chapter “${d.title}” is too short and was joined to the one before.`,
    measured: `${writeSeconds(d.lengthUs)} s`,
    wanted: `${writeSeconds(SHORTEST_CHAPTER)} s or more`,
    source: TRADE,
    certainty: 1,
    mends: [],
  }));
  for (const { segmentKey, shownUs } of lanes.droppedCaptions) {
    const board = lanes.boards.find((b) => b.segmentKey === segmentKey);
    findings.push({
      ...{ rule: 'caption-too-short', severity: 'note', segmentKey, clock: 'programme', at: board?.start ?? micros(0) },
      says: 'The segment is too short for its caption: it is not shown.',
      measured: `${writeSeconds(shownUs)} s`,
      wanted: `${writeSeconds(SHORTEST_CAPTION)} s or more`,
      source: TRADE,
      certainty: 1,
      mends: [],
    });
  }
  if (lanes.chapters.length > 0 && lanes.chapters.length < FEWEST_CHAPTERS) {
    findings.push({
      rule: 'few-chapters',
      severity: 'note',
      segmentKey: null,
      clock: 'programme',
      at: micros(0),
      says: 'There are too few chapters for most players to show.',
      measured: String(lanes.chapters.length),
      wanted: `${FEWEST_CHAPTERS} or more`,
      source: TRADE,
      certainty: 1,
      mends: [],
    });
  }
  return findings;
}
