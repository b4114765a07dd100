import type { CaptionEvent } from '../../core/lanes/caption.ts';
import type { Chapter } from '../../core/lanes/chapter.ts';
import type { Micros } from '../../core/time/micros.ts';
import { stamp, vttText } from '../stamp.ts';

interface TimedText {
  readonly start: Micros;
  readonly end: Micros;
  readonly text: string;
}

/** W3C WebVTT with one cue for each text. Empty texts are left out, for an empty payload ends a cue. */
export function writeVtt(cues: readonly TimedText[]): string {
  const blocks = cues
    .filter((c) => c.text.trim() !== '')
    .map((c) => `${stamp(c.start)} --> ${stamp(c.end)}\n${vttText(c.text)}`);
  return ['WEBVTT', ...blocks].join('\n\n') + '\n';
}

export function captionText(caption: CaptionEvent): string {
  return caption.heading === '' ? caption.text : `${caption.heading}\n${caption.text}`;
}

export function writeCaptionsVtt(captions: readonly CaptionEvent[]): string {
  return writeVtt(captions.map((c) => ({ start: c.start, end: c.end, text: captionText(c) })));
}

/** W3C WebVTT of kind chapters: the payload is the title. */
export function writeChaptersVtt(chapters: readonly Chapter[]): string {
  return writeVtt(chapters.map((c) => ({ start: c.start, end: c.end, text: c.title })));
}
