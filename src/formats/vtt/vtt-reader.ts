import type { TimedWord, Transcript } from '../../core/transcript/transcript.ts';
import { type Micros, micros } from '../../core/time/micros.ts';
import { type ReadProblem, type ReadResult, linesOf, refuseText } from '../problem.ts';
import { type DraftCue, orderCues } from '../transcript-problem.ts';

const STAMP = '(?:(\\d{1,4}):)?(\\d{1,2}):(\\d{2})[.,](\\d{1,3})';
const TIMING = new RegExp(`^\\s*${STAMP}\\s+-->\\s+${STAMP}`);
const INLINE = new RegExp(`<${STAMP}>`, 'g');

/**
 * Reads W3C WebVTT: cues with inline timestamps become word-timed. Notes, styles and regions are skipped, not reported.
 */
export function readVtt(text: string): ReadResult<Transcript> {
  const refused = refuseText(text, 'a WebVTT transcript');
  if (refused !== null) return { value: { cues: [] }, problems: [refused] };
  const lines = linesOf(text);
  const problems: ReadProblem[] = [];
  if (!/^WEBVTT(\s|$)/.test(lines[0] ?? '')) {
    problems.push({
      code: 'no-header',
      line: 1,
      message: 'A WebVTT file begins with the word WEBVTT; it was read all the same.',
      severity: 'note',
    });
  }
  const cues = orderCues(readTimedBlocks(lines, problems, readPayload), problems);
  // A cue of one word has no room for a time inside; where others have them, its own times are its word's.
  const timed = cues.some((c) => c.words !== null);
  return {
    value: {
      cues: timed
        ? cues.map((c) =>
            c.words === null && /^\S+$/.test(c.text)
              ? { ...c, words: [{ text: c.text, start: c.start, end: c.end }] }
              : c,
          )
        : cues,
    },
    problems,
  };
}

/** The blocks of a WebVTT or SRT file: an identifier if any, a timing line, payload up to an empty line. */
export function readTimedBlocks(
  lines: readonly string[],
  problems: ReadProblem[],
  payload: (text: string, start: Micros, end: Micros) => Pick<DraftCue, 'text' | 'words'>,
): DraftCue[] {
  const cues: DraftCue[] = [];
  for (let i = 0; i < lines.length; i++) {
    const line = lines[i] as string;
    // A style or note block runs to the next empty line; its text may hold anything.
    if (/^(NOTE|STYLE|REGION)(\s|$)/.test(line)) {
      while (i + 1 < lines.length && lines[i + 1]?.trim() !== '') i++;
      continue;
    }
    if (!line.includes('-->')) continue;
    const match = TIMING.exec(line);
    if (match === null) {
      problems.push({
        code: 'bad-timing',
        line: i + 1,
        message: `“${line.trim().slice(0, 60)}” is not a time span; its text was left out.`,
        severity: 'error',
      });
      continue;
    }
    const number = i + 1;
    const body: string[] = [];
    while (i + 1 < lines.length && lines[i + 1]?.trim() !== '' && !lines[i + 1]?.includes('-->'))
      body.push(lines[++i] as string);
    const [start, end] = [stampTime(match, 1), stampTime(match, 5)];
    cues.push({ start, end, line: number, ...payload(body.join('\n'), start, end) });
  }
  if (cues.length === 0)
    problems.push({
      code: 'no-cues',
      line: 0,
      message: 'No cue was found. A cue has a line such as 00:01.000 --> 00:04.000.',
      severity: 'error',
    });
  return cues;
}

function stampTime(match: RegExpMatchArray | RegExpExecArray, from: number): Micros {
  const [h, m, s, ms] = [match[from] ?? '0', match[from + 1], match[from + 2], (match[from + 3] ?? '').padEnd(3, '0')];
  return micros((Number(h) * 3600 + Number(m) * 60 + Number(s)) * 1e6 + Number(ms) * 1000);
}

/** Cue text without tags, and its words where inline timestamps say when each begins. */
function readPayload(body: string, start: Micros, end: Micros): Pick<DraftCue, 'text' | 'words'> {
  const text = plainText(body.replace(INLINE, ' '));
  const stamps = [...body.matchAll(INLINE)];
  if (stamps.length === 0) return { text, words: null };
  const words: TimedWord[] = [];
  const pieces = [
    { at: start, text: body.slice(0, stamps[0]?.index) },
    ...stamps.map((stamp, i) => ({
      at: stampTime(stamp, 1),
      text: body.slice((stamp.index ?? 0) + stamp[0].length, stamps[i + 1]?.index),
    })),
  ];
  for (const [i, piece] of pieces.entries()) {
    const parts = plainText(piece.text)
      .split(/\s+/)
      .filter((p) => p !== '');
    const until = pieces[i + 1]?.at ?? end;
    for (const [p, part] of parts.entries()) {
      const step = Math.max(0, until - piece.at) / parts.length;
      words.push({ text: part, start: micros(piece.at + p * step), end: micros(piece.at + (p + 1) * step) });
    }
  }
  return { text, words };
}

const ENTITIES: Readonly<Record<string, string>> = {
  amp: '&',
  lt: '<',
  gt: '>',
  nbsp: ' ',
  lrm: '',
  rlm: '',
  quot: '"',
  apos: "'",
};

export function plainText(body: string): string {
  return body
    .replace(/<[^>]*>/g, '')
    .replace(/&(\w+);/g, (all, name: string) => ENTITIES[name] ?? all)
    .replace(/&#(\d{1,7});/g, (_, code: string) => (Number(code) <= 0x10ffff ? String.fromCodePoint(Number(code)) : ''))
    .replace(/\s+/g, ' ')
    .trim();
}
