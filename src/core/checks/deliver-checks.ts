import { SHORTEST_CAPTION } from '../lanes/caption.ts';
import type { Lanes } from '../lanes/lanes.ts';
import { SHORTEST_CHAPTER } from '../lanes/chapter.ts';
import { ZERO } from '../time/micros.ts';
import { type Finding, finding } from '../findings/finding.ts';

/** Fewer chapters than this are not shown by players (common practice). */
const FEWEST_CHAPTERS = 3;

/** What the lanes cannot deliver as the rules want it. */
export function laneFindings(lanes: Lanes): Finding[] {
  const clock = 'programme';
  const findings: Finding[] = lanes.droppedChapters.map(({ segmentKey, title, lengthUs }) =>
    finding('chapter-too-short', { title, lengthUs, leastUs: SHORTEST_CHAPTER }, { clock, at: ZERO, segmentKey }),
  );
  for (const { segmentKey, shownUs } of lanes.droppedCaptions) {
    const at = lanes.boards.find((b) => b.segmentKey === segmentKey)?.start ?? ZERO;
    findings.push(finding('caption-too-short', { shownUs, leastUs: SHORTEST_CAPTION }, { clock, at, segmentKey }));
  }
  const chapters = lanes.chapters.length;
  if (chapters > 0 && chapters < FEWEST_CHAPTERS)
    findings.push(finding('few-chapters', { chapters, fewest: FEWEST_CHAPTERS }, { clock, at: ZERO }));
  return findings;
}
