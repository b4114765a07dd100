import { type TakeTime, takeTime } from '../../core/time/micros.ts';
import type { ReadProblem } from '../problem.ts';
import type { DraftCue } from '../transcript-problem.ts';

const STAMP = '(?:(\\d{1,4}):)?(\\d{1,2}):(\\d{2})[.,](\\d{1,3})';
const TIMING = new RegExp(`^\\s*${STAMP}\\s+-->\\s+${STAMP}`);
/** A time span whose arrow was damaged, `00:01.000 -> 00:04.000`. */
const NEARLY = new RegExp(`^\\s*${STAMP}\\s*[-–—=>]{0,4}\\s*${STAMP}\\s*$`);
/** A cue's settings, `align:start`, and the places of SRT, `X1:10`. */
const SETTING = /^[A-Za-z]\w*:[\w.%,-]+$/;
const PASSED_OVER = /^(NOTE|STYLE|REGION)(\s|$)/;
const COUNTER = /^\s*\d+\s*$/;

/** How cues of a format are read. */
interface Payload {
  (text: string, start: TakeTime, end: TakeTime): Pick<DraftCue, 'text' | 'words'>;
}

/**
 * The blocks of a WebVTT or SRT file: an identifier if any, a timing line, payload up to an empty line. Words that
 * stand under an empty line go to the cue above, with a note; what stands before the first cue, and under a time span
 * that cannot be read, is named and left out. O(n) in the length of the file.
 *
 * @param names whether a cue is called by a number (SRT) or by anything (WebVTT)
 */
export function readTimedBlocks(
  lines: readonly string[],
  problems: ReadProblem[],
  payload: Payload,
  names: 'numbered' | 'named' = 'named',
): DraftCue[] {
  const drafts: { readonly line: number; readonly start: TakeTime; readonly end: TakeTime; readonly body: string[] }[] =
    [];
  const say = (severity: 'note' | 'error', code: string, line: number, message: string) =>
    problems.push({ code, line, message, severity });
  const quote = (line: string) => `“${line.trim().slice(0, 60)}”`;
  const timing = (line: string | undefined) => (line === undefined ? null : (TIMING.exec(line) ?? NEARLY.exec(line)));
  let lost = false;
  let empty = true;
  for (let i = 0; i < lines.length; i++) {
    const line = lines[i]!;
    if (line.trim() === '') {
      empty = true;
      continue;
    }
    const beginsBlock = empty;
    empty = false;
    if (i === 0 && /^WEBVTT(\s|$)/.test(line)) {
      const rest = line.slice('WEBVTT'.length).trim();
      if (/\s/.test(rest) && !rest.startsWith('-'))
        say('note', 'header', 1, `${quote(rest)} beside WEBVTT is the title of the file, not said.`);
      // `Kind: captions` and the like stand under it, up to an empty line.
      while (/^[A-Za-z][\w-]{0,30}\s?[:=]/.test(lines[i + 1] ?? '')) i++;
      continue;
    }
    // A style or note block runs to the next empty line; a time span in it is no part of it (W3C WebVTT, 4.1).
    if (beginsBlock && PASSED_OVER.test(line)) {
      if (/\d\s+-->/.test(line)) say('note', 'note', i + 1, `${quote(line)} is a note and was passed over.`);
      while (i + 1 < lines.length && lines[i + 1]?.trim() !== '' && !lines[i + 1]?.includes('-->')) i++;
      continue;
    }
    const match = timing(line);
    if (match !== null) {
      if (!TIMING.test(line)) say('note', 'arrow', i + 1, `${quote(line)} was read as a time span.`);
      const rest = line.slice(match.index + match[0].length).trim();
      const isSaid = rest.split(/\s+/).some((word) => word !== '' && !SETTING.test(word));
      if (isSaid)
        say('note', 'words-beside', i + 1, `${quote(rest)} stands beside its time span and was put into the cue.`);
      const body = isSaid ? [rest] : [];
      drafts.push({ line: i + 1, start: stampTime(match, 1), end: stampTime(match, 5), body });
      lost = false;
      continue;
    }
    if (line.includes('-->')) {
      say('error', 'bad-timing', i + 1, `${quote(line)} is not a time span; its text was left out.`);
      lost = true;
      continue;
    }
    const last = drafts.at(-1);
    if (timing(lines[i + 1]) !== null && (beginsBlock || COUNTER.test(line)) && !lost) {
      // The number or the name of the next cue. Where no empty line stands before it, a number may have been said.
      if (/[\s<>]/.test(line.trim()) || (names === 'numbered' && !COUNTER.test(line)))
        say('note', 'cue-name', i + 1, `${quote(line)} was taken for the name of a cue.`);
      else if (!beginsBlock) say('note', 'cue-name', i + 1, `${quote(line)} was taken for the number of a cue.`);
      continue;
    }
    if (lost) continue;
    if (last === undefined) {
      if (!COUNTER.test(line))
        say('error', 'before-first', i + 1, `${quote(line)} stands before the first cue and was left out.`);
      continue;
    }
    if (beginsBlock)
      say('note', 'stray', i + 1, `${quote(line)} stands under an empty line and was put to the cue above.`);
    last.body.push(line);
  }
  if (drafts.length === 0)
    say('error', 'no-cues', 0, 'No cue was found. A cue has a line such as 00:01.000 --> 00:04.000.');
  return drafts.map(({ line, start, end, body }) => ({ start, end, line, ...payload(body.join('\n'), start, end) }));
}

export function stampTime(match: RegExpMatchArray | RegExpExecArray, from: number): TakeTime {
  const [h, m, s, ms] = [match[from] ?? '0', match[from + 1], match[from + 2], (match[from + 3] ?? '').padEnd(3, '0')];
  return takeTime((Number(h) * 3600 + Number(m) * 60 + Number(s)) * 1e6 + Number(ms) * 1000);
}

export const INLINE_STAMP = new RegExp(`<${STAMP}>`, 'g');
