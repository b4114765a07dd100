import type { TimedWord, Transcript } from '../../core/transcript/transcript.ts';
import { type TakeTime, takeTime } from '../../core/time/micros.ts';
import { type ReadProblem, type ReadResult, refuseText } from '../problem.ts';
import { doubleNames } from '../json-names.ts';
import { type DraftCue, END_UNKNOWN, orderCues } from '../transcript-problem.ts';

/** A silence longer than this, or a full stop, ends a cue where the file has words only. */
const CUE_GAP_US = 900_000;
const LONGEST_CUE_US = 12e6;

type Json = Readonly<Record<string, unknown>>;

/**
 * Reads word-timed JSON as services write it: a list of words, by itself, under `words`, or inside `segments`, each
 * with `text` or `word`, and `start` and `end` in seconds (`start_s`, `start_ms` too). `confidence` or `probability` is
 * kept.
 */
export function readWordsJson(text: string): ReadResult<Transcript> {
  const none = (problem: ReadProblem): ReadResult<Transcript> => ({ value: { cues: [] }, problems: [problem] });
  const refused = refuseText(text, 'a word-timed transcript as JSON');
  if (refused !== null) return none(refused);
  let json: unknown;
  try {
    json = JSON.parse(text.replace(/^\ufeff/, ''));
  } catch (error) {
    return none({
      code: 'not-json',
      line: 0,
      severity: 'error',
      message: `This is not JSON (${(error as Error).message.slice(0, 80)}).`,
    });
  }
  const problems: ReadProblem[] = [...doubleNames(text)];
  const { segments, words } = listsIn(json);
  const cues =
    segments !== null
      ? segments.flatMap((segment, i) => segmentCues(segment, i, problems))
      : words !== null
        ? cuesOf(wordsOf(words, problems))
        : [];
  if (cues.length === 0)
    problems.push({
      code: 'no-cues',
      line: 0,
      severity: 'error',
      message: 'No words with times were found. A word has text, start and end, in seconds.',
    });
  return { value: { cues: orderCues(cues, problems) }, problems };
}

function listsIn(json: unknown): { segments: readonly unknown[] | null; words: readonly unknown[] | null } {
  if (Array.isArray(json))
    return { segments: json.some((e) => isObject(e) && Array.isArray(e.words)) ? json : null, words: json };
  if (!isObject(json)) return { segments: null, words: null };
  const inner = isObject(json.transcript) ? json.transcript : isObject(json.result) ? json.result : json;
  return {
    segments: Array.isArray(inner.segments) ? inner.segments : null,
    words: Array.isArray(inner.words) ? inner.words : null,
  };
}

const isObject = (value: unknown): value is Json =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

const READ_FIELDS = /^(?:text|words?|punctuated_word|value|start|end)(?:_s|_ms|_time)?$/;

/** Whether a field looks like something that was said: several words, or a list of things with a text. */
function holdsWords(value: unknown): boolean {
  if (typeof value === 'string') return /\S\s+\S/.test(value);
  return Array.isArray(value) && value.some((entry) => isObject(entry) && textOf(entry) !== '');
}

function segmentCues(segment: unknown, index: number, problems: ReadProblem[]): DraftCue[] {
  if (!isObject(segment)) {
    problems.push({
      code: 'bad-word',
      line: 0,
      severity: 'error',
      message: `Segment ${index + 1} is no segment and was left out.`,
    });
    return [];
  }
  for (const name of Object.keys(segment).filter((n) => !READ_FIELDS.test(n) && holdsWords(segment[n])))
    if (!problems.some((p) => p.code === 'not-read' && p.message.includes(`“${name.slice(0, 40)}”`)))
      problems.push({
        code: 'not-read',
        line: 0,
        severity: 'note',
        message: `“${name.slice(0, 40)}” of segment ${index + 1} was not read; words stand under “text” and “words”.`,
      });
  const words = Array.isArray(segment.words) ? wordsOf(segment.words, problems) : [];
  const written = textOf(segment);
  const heard = new Set(words.flatMap((w) => w.text.split(/\s+/)));
  if (words.length > 0 && written.split(/\s+/).some((w) => w !== '' && !heard.has(w)))
    problems.push({
      code: 'fewer-words',
      line: 0,
      severity: 'note',
      message: `The text of segment ${index + 1} has words that have no times; the timed ones were taken.`,
    });
  if (words.length > 0) return cuesOf(words);
  const [start, end, said] = [timeOf(segment, 'start'), timeOf(segment, 'end'), textOf(segment)];
  if (start === null || said === '') {
    problems.push({
      code: 'bad-word',
      line: 0,
      severity: 'error',
      message: `Segment ${index + 1} has no text or no start and was left out.`,
    });
    return [];
  }
  return [{ start, end: end ?? END_UNKNOWN, text: said, words: null, line: index + 1 }];
}

function wordsOf(list: readonly unknown[], problems: ReadProblem[]): TimedWord[] {
  let bad = 0;
  const words = list.flatMap((entry): TimedWord[] => {
    const [start, end, text] = isObject(entry)
      ? [timeOf(entry, 'start'), timeOf(entry, 'end'), textOf(entry)]
      : [null, null, ''];
    if (!isObject(entry) || start === null || text === '') {
      bad++;
      return [];
    }
    const sure =
      typeof entry.confidence === 'number'
        ? entry.confidence
        : typeof entry.probability === 'number'
          ? entry.probability
          : null;
    return text.split(/\s+/).map((part, i, all) => {
      const length = Math.max(1e4, (end ?? start + 3e5) - start) / all.length;
      return {
        text: part,
        start: takeTime(start + i * length),
        end: takeTime(start + (i + 1) * length),
        ...(sure === null ? {} : { confidence: Math.max(0, Math.min(1, sure)) }),
      };
    });
  });
  if (bad > 0)
    problems.push({
      code: 'bad-word',
      line: 0,
      severity: 'error',
      message: `${bad} of ${list.length} words have no text or no start and were left out.`,
    });
  return words.sort((a, b) => a.start - b.start);
}

function textOf(entry: Json): string {
  const text = entry.text ?? entry.word ?? entry.punctuated_word ?? entry.value;
  return typeof text === 'string' ? text.trim() : '';
}

/**
 * A time in microseconds: seconds as a number or text, milliseconds where the name says so. Null: none, or not
 * possible.
 */
function timeOf(entry: Json, edge: 'start' | 'end'): TakeTime | null {
  for (const [name, scale] of [
    [edge, 1e6],
    [`${edge}_s`, 1e6],
    [`${edge}_time`, 1e6],
    [`${edge}_ms`, 1e3],
  ] as const) {
    const value = entry[name];
    const seconds =
      typeof value === 'number' ? value : typeof value === 'string' ? Number(value.replace(/s$/, '')) : NaN;
    if (Number.isFinite(seconds) && seconds >= 0 && seconds * scale < 360_000e6) return takeTime(seconds * scale);
  }
  return null;
}

function cuesOf(words: readonly TimedWord[]): DraftCue[] {
  const cues: { start: TakeTime; end: TakeTime; words: TimedWord[] }[] = [];
  for (const word of words) {
    const last = cues.at(-1);
    const before = last?.words.at(-1);
    if (
      last === undefined ||
      before === undefined ||
      word.start - before.end > CUE_GAP_US ||
      /[.!?…]$/.test(before.text) ||
      word.end - last.start > LONGEST_CUE_US
    )
      cues.push({ start: word.start, end: word.end, words: [word] });
    else {
      last.words.push(word);
      last.end = takeTime(Math.max(last.end, word.end));
    }
  }
  return cues.map((cue) => ({ ...cue, text: cue.words.map((w) => w.text).join(' '), line: 0 }));
}
