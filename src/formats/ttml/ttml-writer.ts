import { XMLBuilder } from 'fast-xml-parser';
import type { Transcript } from '../../core/transcript/transcript.ts';
import { stamp } from '../stamp.ts';
import type { Micros } from '../../core/time/micros.ts';

/** A transcript as W3C TTML2 with the IMSC 1.1 Text profile named; words with times become spans. */
export function writeTtml(transcript: Transcript<Micros>): string {
  const builder = new XMLBuilder({ ignoreAttributes: false, format: false, suppressEmptyNode: true });
  const p = transcript.cues
    .filter((c) => c.text.trim() !== '')
    .map((cue) => ({
      '@_begin': stamp(cue.start),
      '@_end': stamp(cue.end),
      // Times of spans count from their paragraph's begin.
      ...(cue.words === null
        ? { '#text': cue.text }
        : {
            span: cue.words.map((w) => ({
              '@_begin': `${seconds(w.start - cue.start)}s`,
              '@_end': `${seconds(w.end - cue.start)}s`,
              '#text': `${w.text} `,
            })),
          }),
    }));
  const tt = {
    '@_xmlns': 'http://www.w3.org/ns/ttml',
    '@_xmlns:ttp': 'http://www.w3.org/ns/ttml#parameter',
    '@_ttp:contentProfiles': 'http://www.w3.org/ns/ttml/profile/imsc1.1/text',
    '@_xml:lang': transcript.language ?? 'en',
    body: { div: { p } },
  };
  return `<?xml version="1.0" encoding="UTF-8"?>\n${builder.build({ tt })}\n`;
}

function seconds(us: number): string {
  return (Math.max(0, Math.round(us / 1e3)) / 1e3).toFixed(3);
}
