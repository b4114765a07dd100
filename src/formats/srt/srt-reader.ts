import type { Transcript } from '../../core/transcript/transcript.ts';
import { type ReadProblem, type ReadResult, linesOf, refuseText } from '../problem.ts';
import { orderCues } from '../transcript-problem.ts';
import { readTimedBlocks } from '../vtt/timed-blocks.ts';
import { plainText } from '../vtt/vtt-reader.ts';

/** Reads SRT. The counter lines are not needed and may be wrong or missing. */
export function readSrt(text: string): ReadResult<Transcript> {
  const refused = refuseText(text, 'an SRT transcript');
  if (refused !== null) return { value: { cues: [] }, problems: [refused] };
  const problems: ReadProblem[] = [];
  const cues = readTimedBlocks(
    linesOf(text),
    problems,
    (body) => ({
      text: plainText(body.replace(/\{\\an?\d+\}/g, '')),
      words: null,
    }),
    'numbered',
  );
  return { value: { cues: orderCues(cues, problems) }, problems };
}
