import { readClauses } from '../calls/read-clauses.ts';
import type { ClauseMark } from '../language/clause-mark.ts';
import type { WordedCall } from '../language/call-kind.ts';
import type { CallOccasion, CallStyle } from '../script/cue.ts';
import type { TakeTime } from '../time/micros.ts';
import { spokenTrack } from '../transcript/clauses.ts';
import { type Transcript, spokenWords } from '../transcript/transcript.ts';

/** Which habit of speech tells of which call. */
const HEARD_AS: readonly (readonly [call: CallOccasion, mark: ClauseMark])[] = [
  ['half-way', 'half'],
  ['ten', 'timeLeft'],
  ['countdown', 'countdown'],
  ['reps-left', 'lastReps'],
  ['rep-count', 'count'],
  ['other-side', 'otherSide'],
  ['breath', 'breath'],
  ['form', 'body'],
  ['rest', 'stop'],
  ['option', 'option'],
];
/** Calls whose wordings can be taken over as they were said; the others name something of their moment. */
const WORDED: readonly WordedCall[] = ['half-way', 'rest', 'other-side'];
const MOST_WORDINGS = 4;
/** A wording is a habit when it was said so often, in so few words. */
const FEWEST_TIMES = 2;
const MOST_WORDS = 4;
/** Rarer than this a minute, a call is not one of theirs: less than once in half an hour. */
const NEVER = 1 / 30;
const NUMBERS_OF_A_COUNTDOWN = 3;
/** Less speech than this says nothing about habits. */
const SHORTEST_US = 120e6;

/** One call as it was made in a take. */
export interface CallHabit {
  readonly call: CallOccasion;
  readonly times: number;
  readonly aMinute: number;
  /** Their own wordings, most used first. */
  readonly words: readonly string[];
}

/** What a take says of how its instructor calls, and the style that follows from it; null: too little was said. */
export function learnCalls(
  transcript: Transcript,
  duration: TakeTime,
  labels: readonly string[],
  base: CallStyle,
): { readonly habits: readonly CallHabit[]; readonly style: CallStyle } | null {
  const spoken = spokenWords(transcript, duration, null);
  const { tokens } = spoken;
  const { clauses } = spokenTrack(transcript, spoken, duration);
  const spokenUs = (tokens.at(-1)?.end ?? 0) - (tokens[0]?.at ?? 0);
  if (spokenUs < SHORTEST_US) return null;
  const { clauses: readings, heard } = readClauses(clauses, spoken, labels);
  const countdowns = heard.filter((h) => h.kind === 'countdown').length;
  const habits = HEARD_AS.map(([call, mark]): CallHabit => {
    const said = new Map<string, { readonly text: string; readonly times: number }>();
    let times = 0;
    for (const [c, reading] of readings.entries()) {
      if (!reading.marks.includes(mark)) continue;
      times += 1;
      const clause = clauses[c];
      if (clause === undefined || reading.names.length > 0 || clause.to - clause.from > MOST_WORDS) continue;
      const own = tokens.slice(clause.from, clause.to);
      const key = own.map((t) => t.norm).join(' ');
      const text = own
        .map((t) => t.text)
        .join(' ')
        .replace(/[.,;:!?…]+$/, '');
      said.set(key, { text, times: (said.get(key)?.times ?? 0) + 1 });
    }
    const words = [...said.values()]
      .filter((s) => s.times >= FEWEST_TIMES)
      .sort((a, b) => b.times - a.times)
      .slice(0, MOST_WORDINGS)
      .map(({ text }) => `${text[0]?.toUpperCase() ?? ''}${text.slice(1)}.`);
    // A countdown is one call whether its numbers stand in one clause or in three, and its numbers are no repetitions.
    if (call === 'countdown') times = countdowns;
    if (call === 'rep-count') times = Math.max(0, times - NUMBERS_OF_A_COUNTDOWN * countdowns);
    return { call, times, aMinute: times / (spokenUs / 60e6), words };
  });
  return { habits, style: habits.reduce(withHabit, base) };
}

function withHabit(style: CallStyle, { call, aMinute, words }: CallHabit): CallStyle {
  const often = { ...style.often, [call]: Math.round(aMinute * 100) / 100 };
  if (call === 'countdown') {
    if (aMinute < NEVER) return { ...style, countdown: 'none' };
    return { ...style, often, countdown: style.countdown === 'none' ? '3-2-1' : style.countdown };
  }
  if (call === 'count-in') return style;
  const own = WORDED.includes(call) && words.length > 0 ? { ...style.words, [call]: words } : style.words;
  return { ...style, often, on: { ...style.on, [call]: aMinute >= NEVER }, words: own };
}
