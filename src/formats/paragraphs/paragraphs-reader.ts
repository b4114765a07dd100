import type { Transcript } from '../../core/transcript/transcript.ts';
import { takeTime } from '../../core/time/micros.ts';
import { type ReadProblem, type ReadResult, linesOf, refuseText } from '../problem.ts';
import { type DraftCue, END_UNKNOWN, orderCues } from '../transcript-problem.ts';

const MARK = /^\s*[[(]?(?:(\d{1,2}):)?(\d{1,4}):(\d{2})(?:[.,](\d{1,3}))?(?:\]|\)|(?=\s|$))\s*(?:[-–—:]\s*)?/;

/**
 * Reads plain text whose paragraphs begin `[m:ss]` or `[h:mm:ss]`, of any length. A paragraph lasts until the next
 * begins.
 */
export function readParagraphs(text: string): ReadResult<Transcript> {
  const refused = refuseText(text, 'a transcript whose paragraphs begin [m:ss]');
  if (refused !== null) return { value: { cues: [] }, problems: [refused] };
  const problems: ReadProblem[] = [];
  const cues: DraftCue[] = [];
  // Lines of a paragraph are joined once it is whole.
  const said: string[][] = [];
  for (const [i, line] of linesOf(text).entries()) {
    const match = MARK.exec(line);
    const last = cues.at(-1);
    if (match !== null) {
      const seconds = Number(match[1] ?? 0) * 3600 + Number(match[2]) * 60 + Number(match[3]);
      const start = takeTime(seconds * 1e6 + Number((match[4] ?? '').padEnd(3, '0')) * 1000);
      cues.push({ start, end: END_UNKNOWN, text: '', words: null, line: i + 1 });
      said.push([line.slice(match[0].length).trim()]);
    } else if (last !== undefined) said.at(-1)?.push(line.trim());
    else if (line.trim() !== '') {
      problems.push({
        code: 'before-first',
        line: i + 1,
        message: `“${line.trim().slice(0, 60)}” stands before the first [m:ss] and was left out.`,
        severity: 'error',
      });
    }
  }
  for (const [i, cue] of cues.entries()) cue.text = (said[i] ?? []).join(' ').trim();
  if (cues.length === 0)
    problems.push({
      code: 'no-cues',
      line: 0,
      message: 'No paragraph begins with a time such as [0:42].',
      severity: 'error',
    });
  return { value: { cues: orderCues(cues, problems) }, problems };
}
