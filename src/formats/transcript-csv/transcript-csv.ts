import Papa from 'papaparse';
import { unguardCell, writeCsv } from '../csv.ts';
import type { Transcript } from '../../core/transcript/transcript.ts';
import { type TakeTime, takeTime } from '../../core/time/micros.ts';
import { readTypedTime } from '../../core/time/typed-time.ts';
import { type ReadProblem, type ReadResult, refuseText } from '../problem.ts';
import { type DraftCue, END_UNKNOWN, orderCues } from '../transcript-problem.ts';

const START = /^(start|begin|from|time|start_?s|start_?time|in)$/;
const END = /^(end|to|stop|end_?s|end_?time|out)$/;
const TEXT = /^(text|words?|transcript|caption|said|line)$/;

const columnOf = (header: readonly string[], name: RegExp) =>
  header.findIndex((h) =>
    name.test(
      h
        .trim()
        .toLowerCase()
        .replace(/[ .()]+/g, '_')
        .replace(/_+$/, ''),
    ),
  );

/** True where the first line names a start and a text. */
export function isTranscriptCsv(head: string): boolean {
  const [first] = Papa.parse<string[]>(head.split(/\r\n|\n|\r/)[0] ?? '', { skipEmptyLines: true }).data;
  return first !== undefined && first.length >= 2 && columnOf(first, START) >= 0 && columnOf(first, TEXT) >= 0;
}

/**
 * Reads a table with a header line: a start, a text, and an end where there is one. Times in seconds or as `1:02.5`.
 */
export function readTranscriptCsv(text: string): ReadResult<Transcript> {
  const refused = refuseText(text, 'a transcript as CSV');
  if (refused !== null) return { value: { cues: [] }, problems: [refused] };
  const problems: ReadProblem[] = [];
  const { data: rows, errors } = Papa.parse<string[]>(text.replace(/^\ufeff/, ''), { skipEmptyLines: false });
  for (const { row, message } of errors.filter((e) => e.type === 'Quotes').slice(0, 20))
    problems.push({
      code: 'quotes',
      line: (row ?? 0) + 1,
      severity: 'error',
      message: `A quote is not closed: ${message}.`,
    });
  const header = rows[0] ?? [];
  const [start, end, said] = [columnOf(header, START), columnOf(header, END), columnOf(header, TEXT)];
  const others = header.filter((name, i) => name.trim() !== '' && ![start, end, said].includes(i));
  if (others.length > 0)
    problems.push({
      code: 'columns',
      line: 1,
      severity: 'note',
      message:
        `${others.length === 1 ? 'The column' : 'The columns'} ` +
        `${others.map((name) => `“${name.trim().slice(0, 40)}”`).join(', ')} ` +
        `${others.length === 1 ? 'was' : 'were'} not read.`,
    });
  const cues: DraftCue[] = [];
  for (const [i, row] of rows.entries()) {
    // A quote that only guards a cell from being taken for a formula is not a word's.
    const words = unguardCell((row[said] ?? '').replace(/\s+/g, ' ').trim());
    if (i === 0 || (words === '' && row.every((cell) => cell.trim() === ''))) continue;
    const at = timeOf(row[start]);
    if (at === null || words === '') {
      problems.push({
        code: 'bad-row',
        line: i + 1,
        severity: 'error',
        message:
          at === null
            ? `“${(row[start] ?? '').slice(0, 40)}” is not a time; the row was left out.`
            : 'The row has no words and was left out.',
      });
      continue;
    }
    const more = row.slice(Math.max(header.length, said + 1)).filter((cell) => cell.trim() !== '');
    if (more.length > 0)
      problems.push({
        code: 'more-cells',
        line: i + 1,
        severity: 'error',
        message:
          `“${more.join(', ').slice(0, 60)}” stands outside the columns and was left out. Words with a comma want ` +
          'quotes.',
      });
    const until = end < 0 ? null : timeOf(row[end]);
    if (until === null && end >= 0 && (row[end] ?? '').trim() !== '')
      problems.push({
        code: 'bad-end',
        line: i + 1,
        severity: 'note',
        message: `“${(row[end] ?? '').slice(0, 40)}” is not a time; the cue lasts until the next.`,
      });
    cues.push({
      start: at,
      end: until ?? END_UNKNOWN,
      text: words,
      words: null,
      line: i + 1,
    });
  }
  if (cues.length === 0)
    problems.push({ code: 'no-cues', line: 0, severity: 'error', message: 'No row with a start and words was found.' });
  return { value: { cues: orderCues(cues, problems) }, problems };
}

function timeOf(cell: string | undefined): TakeTime | null {
  const text = (cell ?? '').trim().replace(',', '.').replace(/s$/, '');
  if (/^\d+(\.\d+)?$/.test(text)) return takeTime(Number(text) * 1e6);
  const typed = readTypedTime(
    text.replace(
      /^(\d+):(\d{2}):(\d{2})/,
      (_, h: string, m: string, s: string) => `${Number(h) * 60 + Number(m)}:${s}`,
    ),
  );
  return typed.ok ? takeTime(typed.time) : null;
}

/** The cues of a transcript as CSV (RFC 4180): seconds and words. */
export function writeTranscriptCsv(transcript: Transcript): string {
  const rows = transcript.cues.map((c) => [(c.start / 1e6).toFixed(3), (c.end / 1e6).toFixed(3), c.text]);
  return writeCsv(['start_s', 'end_s', 'text'], rows);
}
