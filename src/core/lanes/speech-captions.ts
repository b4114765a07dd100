import { type LanguageCode, languageOf } from '../language/languages.ts';
import { type FrameRate, frameStart } from '../time/frames.ts';
import { type ProgrammeTime, type TakeTime, earlier, fromSeconds, later, moved, movedBack } from '../time/micros.ts';
import type { Span } from '../time/span.ts';
import type { TimedWord } from '../transcript/transcript.ts';

/** A caption of the speech, its rows broken by line feeds. */
export interface SpeechCaption extends Span<ProgrammeTime> {
  readonly text: string;
}

/** A word of the speech on programme time. */
export interface SaidWord extends Span<ProgrammeTime> {
  readonly text: string;
}

/** At most two rows of 42 letters (common practice: 37 to 42). */
const ROW_LETTERS = 42;
const MOST_ROWS = 2;
/** Shown at least 5/6 s, at most 7 s; 17 letters a second are read with comfort (common practice). */
const SHORTEST = fromSeconds(5 / 6);
const LONGEST = fromSeconds(7);
const LETTERS_A_SECOND = 17;
/** Two frames at least between two captions (common practice). */
const GAP_FRAMES = 2;
/** A silence longer than this ends a caption. */
const PAUSE = fromSeconds(1.2);
/** What is still short of its time when the next sentence comes is shown no longer than until then. */
const AFTER_SPEECH = fromSeconds(1.5);

/**
 * What is said as captions: sentence by sentence, a long one broken at a comma or before a small word, shown as long as
 * it is said and as one needs to read it where the next leaves the time. Words in ascending order.
 */
export function speechCaptions(words: readonly SaidWord[], rate: FrameRate, language?: LanguageCode): SpeechCaption[] {
  const { beginsPart } = languageOf(language).lines;
  const gap = frameStart(GAP_FRAMES, rate);
  const parts = sentencesOf(words).flatMap((sentence) => partsOf(sentence, beginsPart));
  const groups = withoutRushed(parts, (part) => fits(part, beginsPart), gap);
  return groups.flatMap((group, i): SpeechCaption[] => {
    const text = group.map((w) => w.text).join(' ');
    const [start, said] = [group[0]!.start, group.at(-1)!.end];
    const next = groups[i + 1]?.[0]?.start;
    const reading = Math.max(SHORTEST, (text.length / LETTERS_A_SECOND) * 1e6);
    const read = earlier(moved(start, reading), moved(said, AFTER_SPEECH));
    const wanted = earlier(moved(start, LONGEST), later(said, read));
    const end =
      next === undefined ? wanted : earlier(wanted, movedBack(next, Math.min(gap, Math.floor((next - start) / 2))));
    return end > start ? [{ start, end, text: rowsOf(text, beginsPart).join('\n') }] : [];
  });
}

function sentencesOf(words: readonly SaidWord[]): SaidWord[][] {
  const sentences: SaidWord[][] = [];
  for (const word of words) {
    const last = sentences.at(-1)?.at(-1);
    if (last === undefined || /[.!?…]["”’)]?$/.test(last.text) || word.start - last.end > PAUSE) sentences.push([word]);
    else sentences.at(-1)!.push(word);
  }
  return sentences;
}

/** True where words have room in one caption. */
function fits(words: readonly SaidWord[], beginsPart: RegExp): boolean {
  const text = words.map((w) => w.text).join(' ');
  return rowsOf(text, beginsPart).length <= MOST_ROWS && words.at(-1)!.end - words[0]!.start <= LONGEST;
}

/** A caption that the next one follows before it could be seen is joined to that one, where they fit. */
function withoutRushed(
  parts: readonly (readonly SaidWord[])[],
  fit: (words: readonly SaidWord[]) => boolean,
  gap: number,
): (readonly SaidWord[])[] {
  const groups: (readonly SaidWord[])[] = [];
  for (const part of parts) {
    const last = groups.at(-1);
    const rushed = last !== undefined && part[0]!.start - last[0]!.start <= gap;
    if (rushed && fit([...last, ...part])) groups[groups.length - 1] = [...last, ...part];
    else groups.push(part);
  }
  return groups;
}

/** A sentence in parts that fit two rows and seven seconds each. */
function partsOf(sentence: readonly SaidWord[], beginsPart: RegExp): (readonly SaidWord[])[] {
  if (sentence.length < 2 || fits(sentence, beginsPart)) return [sentence];
  const at = breakOf(sentence, beginsPart);
  return [...partsOf(sentence.slice(0, at), beginsPart), ...partsOf(sentence.slice(at), beginsPart)];
}

/** Where a sentence is best broken: after a comma near its middle, before a small word, in the middle. */
function breakOf(sentence: readonly SaidWord[], beginsPart: RegExp): number {
  const lengths = sentence.map((w) => w.text.length + 1);
  const whole = lengths.reduce((a, b) => a + b, 0);
  let gone = 0;
  let [best, least] = [Math.ceil(sentence.length / 2), Infinity];
  for (let i = 1; i < sentence.length; i++) {
    gone += lengths[i - 1]!;
    const off = Math.abs(gone / whole - 0.5);
    const bonus = /[,;:]$/.test(sentence[i - 1]!.text) ? 0.3 : beginsPart.test(sentence[i]!.text) ? 0.15 : 0;
    if (off - bonus < least) [best, least] = [i, off - bonus];
  }
  return best;
}

/** A text in as few rows as it takes, two of about one length. */
function rowsOf(text: string, beginsPart: RegExp): string[] {
  if (text.length <= ROW_LETTERS) return [text];
  const words = text.split(' ');
  let [best, least]: [string[] | null, number] = [null, Infinity];
  for (let i = 1; i < words.length; i++) {
    const rows = [words.slice(0, i).join(' '), words.slice(i).join(' ')];
    const longest = Math.max(...rows.map((r) => r.length));
    const off = Math.abs(rows[0]!.length - rows[1]!.length) - (beginsPart.test(words[i]!) ? 8 : 0);
    if (longest <= ROW_LETTERS && off < least) [best, least] = [rows, off];
  }
  return best ?? [text, '', ''];
}

/** Words on a take's time moved to the programme; what is cut out is left out. */
export function saidIn(words: readonly TimedWord[], place: (time: TakeTime) => ProgrammeTime | null): SaidWord[] {
  return words.flatMap((word) => {
    const [start, end] = [place(word.start), place(word.end)];
    return start === null ? [] : [{ text: word.text, start, end: later(start, end ?? start) }];
  });
}
