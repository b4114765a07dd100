import type { CaptionEvent } from '../../core/lanes/caption.ts';
import { stamp } from '../stamp.ts';
import { captionText } from '../vtt/vtt-writer.ts';

/** SRT: counters from 1, comma before the milliseconds, an empty line between cues. */
export function writeCaptionsSrt(captions: readonly CaptionEvent[]): string {
  return captions
    .filter((c) => captionText(c).trim() !== '')
    .map(
      (c, i) => `${i + 1}\n${stamp(c.start, ',')} --> ${stamp(c.end, ',')}\n${captionText(c).replace(/-->/g, '→')}\n`,
    )
    .join('\n');
}
