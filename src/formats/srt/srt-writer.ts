import type { CaptionEvent } from '../../core/lanes/caption.ts';
import { stamp } from '../stamp.ts';
import { captionText } from '../vtt/vtt-writer.ts';

/** SRT: counters from 1, comma before the milliseconds, an empty line between cues. */
export function writeCaptionsSrt(captions: readonly CaptionEvent[]): string {
  return captions
    .filter((c) => captionText(c).trim() !== '')
    .map((c, i) => `${i + 1}\n${stamp(c.start, ',')} --> ${stamp(c.end, ',')}\n${srtText(captionText(c))}\n`)
    .join('\n');
}

/**
 * A text as SRT can hold it. SRT has no escapes: an arrow would be a time, an empty line the end of the cue, `<b>` and
 * `{\\an8}`
 * would be formatting.
 */
export function srtText(text: string): string {
  return text
    .replace(/-->/g, '→')
    .replace(/<(?=[a-z/])/gi, '‹')
    .replace(/\{(?=\\)/g, '(')
    .replace(/\s*\n\s*(?=\n|$)/g, '\n')
    .replace(/\n{2,}/g, '\n')
    .trim();
}
