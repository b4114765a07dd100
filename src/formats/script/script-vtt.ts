import type { Segment } from '../../core/plan/segment.ts';
import { type Cue } from '../../core/script/cue.ts';
import { asLength } from '../../core/time/micros.ts';
import type { ReadProblem, ReadResult } from '../problem.ts';
import { readTranscript } from '../transcript-reader.ts';
import { stamp, vttText } from '../stamp.ts';
import { type ScriptPage, SegmentFinder, readKind, usualKind } from './script-page.ts';

/**
 * Planned lines as W3C WebVTT on plan time; the cue's identifier says what kind of line it is and whether a person
 * wrote it.
 */
export function writeScriptVtt({ schedule }: Pick<ScriptPage, 'schedule'>): string {
  const blocks = schedule.lines
    .filter((l) => l.text.trim() !== '')
    .map(
      (l, i) =>
        `${i + 1} ${l.kind}${l.cueId === null ? ' call' : ''}\n${stamp(l.start)} --> ${stamp(l.end)}\n` +
        `${vttText(l.text)}`,
    );
  return `${['WEBVTT', ...blocks].join('\n\n')}\n`;
}

/** Lines from WebVTT or SRT on plan time: each goes into the segment it begins in, so long after its start. */
export function readScriptVtt(text: string, segments: readonly Segment[]): ReadResult<Cue[]> {
  const { value, problems } = readTranscript(text);
  const finder = new SegmentFinder(segments);
  const found: ReadProblem[] = [...problems];
  const cues: Cue[] = [];
  // A file that this program wrote: its own calls stay out, for they would be said twice.
  const calls = new Set([...text.matchAll(/^\d+ [a-z-]+ call\r?\n(\S+) -->/gm)].map((m) => m[1]));
  for (const cue of value.cues) {
    if (calls.has(stamp(cue.start))) continue;
    const segment = finder.at(cue.start);
    if (segment === null)
      found.push({
        line: 0,
        code: 'past-the-end',
        message: `“${cue.text.slice(0, 50)}” lies past the end of the class and was left out.`,
        severity: 'error',
      });
    else {
      const kind = readKind(cue.text);
      cues.push({
        id: `c${cues.length + 1}`,
        segmentKey: segment.key,
        kind: kind?.kind ?? usualKind(segment),
        anchor: { kind: 'start', afterUs: asLength(cue.start - segment.start) },
        text: (kind?.rest ?? cue.text).replace(/\s+/g, ' ').slice(0, 2_000),
      });
    }
  }
  return { value: cues, problems: found };
}
