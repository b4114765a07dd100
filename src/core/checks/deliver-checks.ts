import type { Lanes } from '../lanes/lanes.ts';
import { SHORTEST_CHAPTER } from '../lanes/chapter.ts';
import { micros } from '../time/micros.ts';
import { writeSeconds, writeTime } from '../time/typed-time.ts';
import type { Schedule } from '../script/schedule.ts';
import { type Finding, TRADE } from './finding.ts';

/** Fewer chapters than this are not shown by players (common practice). */
const FEWEST_CHAPTERS = 3;

/** What the lanes cannot deliver as the rules want it. */
export function laneFindings(lanes: Lanes): Finding[] {
  const findings: Finding[] = lanes.droppedChapters.map((d) => ({
    rule: 'chapter-too-short', severity: 'note', segmentKey: d.segmentKey, clock: 'programme', at: micros(0),
    says: `The chapter “${d.title}” is too short and was joined to the one before.`,
    measured: `${writeSeconds(d.lengthUs)} s`, wanted: `${writeSeconds(SHORTEST_CHAPTER)} s or more`, source: TRADE, certainty: 1, mends: [],
  }));
  if (lanes.chapters.length > 0 && lanes.chapters.length < FEWEST_CHAPTERS) {
    findings.push({
      rule: 'few-chapters', severity: 'note', segmentKey: null, clock: 'programme', at: micros(0), says: 'There are too few chapters for most players to show.',
      measured: String(lanes.chapters.length), wanted: `${FEWEST_CHAPTERS} or more`, source: TRADE, certainty: 1, mends: [],
    });
  }
  return findings;
}

/** Written lines that found no place in the plan. Calls that gave way are listed on the Script station, not here. */
export function scriptFindings(schedule: Schedule): Finding[] {
  return schedule.dropped.filter((d) => d.cueId !== null).map((d) => ({
    rule: 'cue-does-not-fit', severity: 'alarm', segmentKey: null, clock: 'plan', at: micros(0),
    says: `“${d.text.slice(0, 50)}” does not fit.`, measured: `${writeSeconds(d.missingUs)} s too long`, wanted: `inside its segment (${writeTime(micros(0))} over)`,
    source: 'the speaking model', certainty: 0.8, mends: d.cueId === null ? [] : [{ kind: 'drop-cue', label: 'Leave it out', cueId: d.cueId }],
  }));
}
