import type { CaptionEvent } from '../../core/lanes/caption.ts';
import type { Micros } from '../../core/time/micros.ts';
import { stamp } from '../stamp.ts';
import { captionText } from '../vtt/vtt-writer.ts';

/** SRT: counters from 1, comma before the milliseconds, an empty line between cues. */
export function writeSrt(
  texts: readonly { readonly start: Micros; readonly end: Micros; readonly text: string }[],
): string {
  return texts
    .filter((c) => c.text.trim() !== '')
    .map((c, i) => `${i + 1}\n${stamp(c.start, ',')} --> ${stamp(c.end, ',')}\n${srtText(c.text)}\n`)
    .join('\n');
}

export function writeCaptionsSrt(captions: readonly CaptionEvent[]): string {
  return writeSrt(captions.map((c) => ({ start: c.start, end: c.end, text: captionText(c) })));
}

/**
 * A text as SRT can hold it. SRT has no escapes: an arrow would be a time, an empty line the end of the cue, `<b>` and
 * `{\\an8}` would be formatting.
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
