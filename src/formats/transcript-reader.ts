import type { Transcript } from '../core/transcript/transcript.ts';
import { readParagraphs } from './paragraphs/paragraphs-reader.ts';
import type { ReadResult } from './problem.ts';
import { readSrt } from './srt/srt-reader.ts';
import { isTranscriptCsv, readTranscriptCsv } from './transcript-csv/transcript-csv.ts';
import { readTtml } from './ttml/ttml-reader.ts';
import { readVtt } from './vtt/vtt-reader.ts';
import { readWordsJson } from './words-json/words-json-reader.ts';

export const TRANSCRIPT_FORMATS = ['vtt', 'srt', 'paragraphs', 'ttml', 'words-json', 'csv'] as const;
export type TranscriptFormat = (typeof TRANSCRIPT_FORMATS)[number];

/** Which format a transcript is in, by its content: names of files lie. */
export function transcriptFormat(text: string): TranscriptFormat {
  const head = text.slice(0, 4000).replace(/^\ufeff/, '');
  if (/^\s*WEBVTT/.test(head)) return 'vtt';
  if (/^\s*[[{]\s*["{[]/.test(head) && !/^\s*\[\d/.test(head)) return 'words-json';
  if (/^\s*<(\?xml|tt[\s:>]|!--|!DOCTYPE)/i.test(head) || /^\s*<\w+:tt[\s>]/.test(head)) return 'ttml';
  if (isTranscriptCsv(head)) return 'csv';
  // An arrow alone may be said by a paragraph too.
  const cued =
    /^\s*(?:\d{1,4}:)?\d{1,2}:\d{2}[.,]\d{1,3}\s+-->/m.test(head) ||
    (/-->/.test(head) && !/^\s*[[(]?\d{1,4}:\d{2}(?:[.,]\d{1,3})?[\])\s]/m.test(head));
  return cued ? (/\d,\d{3}\s+-->/.test(head) ? 'srt' : 'vtt') : 'paragraphs';
}

export function readTranscript(text: string): ReadResult<Transcript> {
  switch (transcriptFormat(text)) {
    case 'vtt':
      return readVtt(text);
    case 'srt':
      return readSrt(text);
    case 'paragraphs':
      return readParagraphs(text);
    case 'ttml':
      return readTtml(text);
    case 'words-json':
      return readWordsJson(text);
    case 'csv':
      return readTranscriptCsv(text);
  }
}
