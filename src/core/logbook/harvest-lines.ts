import type { RecordedSegment } from '../align/alignment.ts';
import { readClauses } from '../calls/read-clauses.ts';
import { labelsOf } from '../calls/name-variants.ts';
import type { ClauseMark } from '../language/clause-mark.ts';
import { languageOf } from '../language/languages.ts';
import { isActive } from '../plan/segment.ts';
import type { BankKind, BankLine } from '../script/cue-bank.ts';
import type { TakeTime } from '../time/micros.ts';
import { type Clause, spokenTrack } from '../transcript/clauses.ts';
import { type Token, type Transcript, spokenWords } from '../transcript/transcript.ts';

/** Which habit of speech makes a line of which kind; the first that fits is taken. */
const KINDS: readonly (readonly [mark: ClauseMark, kind: BankKind])[] = [
  ['option', 'option'],
  ['breath', 'breath'],
  ['body', 'form'],
];
/** What is bound to its moment is no line for another class. */
const OF_THE_MOMENT: readonly ClauseMark[] = [
  'half',
  'timeLeft',
  'countdown',
  'lastReps',
  'count',
  'otherSide',
  'stop',
];
/** A line is neither a word nor a story. */
const [FEWEST_WORDS, MOST_WORDS] = [3, 16];
/** A sentence is sought so many clauses around. */
const MOST_CLAUSES = 3;

/**
 * What an instructor said of each move in a take that can be said again in another class: how it is done, how to
 * breathe, what is easier. Each line once, in the order it was said.
 */
export function harvestLines(
  transcript: Transcript,
  duration: TakeTime,
  recorded: readonly RecordedSegment[],
  by: string,
): BankLine[] {
  const spoken = spokenWords(transcript, duration, null);
  const { tokens } = spoken;
  const { forms, lines } = languageOf(spoken.language);
  const { clauses } = spokenTrack(transcript, spoken, duration);
  const active = recorded.filter((r) => r.recorded !== null && isActive(r.segment));
  const readings = readClauses(clauses, spoken, labelsOf(active.map((r) => r.segment))).clauses;
  const found = new Map<string, BankLine>();
  for (const [c, reading] of readings.entries()) {
    if (reading.marks.some((m) => OF_THE_MOMENT.includes(m))) continue;
    const kind = KINDS.find(([mark]) => reading.marks.includes(mark))?.[1];
    const move = active.find(
      (r) => r.recorded !== null && reading.atUs >= r.recorded.start && reading.atUs < r.recorded.end,
    );
    const text = asLine(sentenceAround(clauses, c, tokens), lines.joinedBy);
    const words = text.split(/\s+/);
    if (kind === undefined || move === undefined) continue;
    if (
      words.length < FEWEST_WORDS ||
      words.length > MOST_WORDS ||
      words.some((w) => forms.numberOf(w.toLowerCase()) !== null)
    )
      continue;
    const key = `${move.segment.label} ${text.toLowerCase()}`;
    if (!found.has(key)) found.set(key, { move: move.segment.label, kind, text, by });
  }
  return [...found.values()];
}

/** The whole sentence that a clause is part of, as it was written; where no mark ends it, the clause alone. */
function sentenceAround(clauses: readonly Clause[], c: number, tokens: readonly Token[]): string {
  const ends = (n: number) => /[.!?…]$/.test(tokens[(clauses[n]?.to ?? 0) - 1]?.text ?? '');
  let [first, last] = [c, c];
  while (first > 0 && !ends(first - 1) && c - first < MOST_CLAUSES) first--;
  while (last < clauses.length - 1 && !ends(last) && last - c < MOST_CLAUSES) last++;
  const whole = ends(last) && (first === 0 || ends(first - 1));
  const [from, to] = whole ? [clauses[first], clauses[last]] : [clauses[c], clauses[c]];
  return tokens
    .slice(from?.from, to?.to)
    .map((t) => t.text)
    .join(' ');
}

/** A clause as a sentence: with a capital, without what joined it to the one before, with a full stop. */
function asLine(text: string, joinedBy: RegExp): string {
  const bare = text
    .trim()
    .replace(joinedBy, '')
    .replace(/[,;:–—-]+$/, '');
  return bare === '' ? '' : `${bare[0]?.toUpperCase()}${bare.slice(1)}${/[.!?…]$/.test(bare) ? '' : '.'}`;
}
