import type { Transcript } from '../core/transcript/transcript.ts';
import type { Micros, TakeTime } from '../core/time/micros.ts';
import { stamp, vttText } from './stamp.ts';
import { writeTranscriptCsv } from './transcript-csv/transcript-csv.ts';
import type { TranscriptFormat } from './transcript-reader.ts';
import { writeTtml } from './ttml/ttml-writer.ts';
import { writeWordsJson } from './words-json/words-json-writer.ts';

/** How each format of a transcript is called and saved. */
export const TRANSCRIPT_FILES: Readonly<
  Record<TranscriptFormat, { readonly title: string; readonly extension: string; readonly mime: string }>
> = {
  vtt: { title: 'WebVTT', extension: 'vtt', mime: 'text/vtt' },
  srt: { title: 'SRT', extension: 'srt', mime: 'application/x-subrip' },
  paragraphs: { title: 'Text with [m:ss]', extension: 'txt', mime: 'text/plain' },
  ttml: { title: 'TTML', extension: 'ttml', mime: 'application/ttml+xml' },
  'words-json': { title: 'Word-timed JSON', extension: 'json', mime: 'application/json' },
  csv: { title: 'CSV', extension: 'csv', mime: 'text/csv' },
};

/** The words of a cue, each after the first with its time where that is known. */
function vttWords({ words, text }: Transcript['cues'][number]): string {
  if (words === null) return vttText(text);
  return words.map((w, i) => (i === 0 ? vttText(w.text) : `<${stamp(w.start)}>${vttText(w.text)}`)).join(' ');
}

/** A transcript in one of its formats. What a format cannot hold (word times in SRT, CSV and text) is left out. */
export function writeTranscript(transcript: Transcript, format: TranscriptFormat, duration: TakeTime): string {
  const cues = transcript.cues.filter((c) => c.text.trim() !== '');
  switch (format) {
    case 'vtt': {
      const spoken = cues.map((c) => `${stamp(c.start)} --> ${stamp(c.end)}\n${vttWords(c)}`);
      return `${['WEBVTT', ...spoken].join('\n\n')}\n`;
    }
    case 'srt':
      return cues
        .map((c, i) => `${i + 1}\n${stamp(c.start, ',')} --> ${stamp(c.end, ',')}\n${c.text.replace(/-->/g, '→')}\n`)
        .join('\n');
    case 'paragraphs':
      return `${cues.map((c) => `[${clock(c.start)}] ${c.text.replace(/\s+/g, ' ')}`).join('\n\n')}\n`;
    case 'ttml':
      return writeTtml(transcript);
    case 'words-json':
      return writeWordsJson(transcript, duration);
    case 'csv':
      return writeTranscriptCsv(transcript);
  }
}

/** `m:ss`, or `m:ss.mmm` where the time is no whole second. */
function clock(at: Micros): string {
  const ms = Math.round(at / 1e3);
  const rest = ms % 1000;
  return (
    `${Math.floor(ms / 60_000)}:${String(Math.floor(ms / 1000) % 60).padStart(2, '0')}` +
    `${rest === 0 ? '' : `.${String(rest).padStart(3, '0')}`}`
  );
}

/** A transcript as it is kept: its text in one of the formats. */
export interface WordsText {
  readonly format: TranscriptFormat;
  readonly text: string;
}

/** A transcript written anew in the format that it had, where that can hold it. */
export function rewritten({ format }: WordsText, transcript: Transcript, duration: TakeTime): WordsText {
  // SRT, CSV and plain text hold no word times: once there are some, the transcript is kept as JSON.
  const holds = format === 'vtt' || format === 'ttml' || transcript.cues.every((c) => c.words === null);
  const kept = holds ? format : 'words-json';
  return { format: kept, text: writeTranscript(transcript, kept, duration) };
}
