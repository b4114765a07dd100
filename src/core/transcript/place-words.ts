import { fallsBy } from '../language/counting.ts';
import { type LanguageCode, languageOf } from '../language/languages.ts';
import { TYPICAL_SPEAKER, lineTime, typicalSpeaker } from '../speech/line-time.ts';
import { normalise } from '../language/normalise.ts';
import { GO_NAME, PAUSE, STOP } from './pauses.ts';

/** A word with its likely place. Microseconds on take time; `sigma` is one standard deviation of its start. */
export interface PlacedWord {
  readonly text: string;
  readonly at: number;
  readonly end: number;
  readonly sigma: number;
}

/** Word times from a recogniser are right within about a fifth of a second (common practice). */
export const WORD_SIGMA_US = 150_000;
/** One number of a countdown and the silence after it (common practice: a second or a beat). */
const COUNT_STEP_US = 950_000;
/** People speak so much faster or slower than the model says (one standard deviation). */
const RATE_SIGMA = 0.12;
/** Fewer marks than one in so many words: the text has no punctuation that says where the pauses are. */
const WORDS_A_MARK = 25;
/**
 * A word, how long it takes to say, and the silence after it: its share, or the step to the next word of a countdown.
 */
export interface WordPlan {
  readonly text: string;
  readonly spokenUs: number;
  readonly share: number;
  readonly stepUs: number | null;
}

/** What is said in one go, in which language, and the first word of what follows, where something does. */
export interface SpokenText {
  readonly text: string;
  readonly next: string | null;
  readonly language?: LanguageCode | undefined;
}

/** The words of a text with their lengths and pauses. */
export function planWords({ text, next, language }: SpokenText): WordPlan[] {
  const { forms, pauses } = languageOf(language);
  const speaker = typicalSpeaker(language);
  const words = text.split(/\s+/).filter((w) => w !== '');
  const norms = [...words, ...(next === null ? [] : [next])].map(normalise);
  const marks = words.filter((w) => STOP.test(w)).length;
  const bare = marks * WORDS_A_MARK < words.length;
  const free = bare ? PAUSE.bare : PAUSE.marked;
  const value = norms.map((n) => (forms.isCounted(n) ? forms.numberOf(n) : null));
  const counted = (n: string, i: number) => (pauses.unit.test(norms[i + 1] ?? '') ? null : forms.cardinalOf(n));
  const counts = bare ? countedUp(norms.map(counted)) : null;
  const falls = (i: number): number => {
    const [now, then] = [value[i] ?? null, value[i + 1] ?? null];
    return now === null || then === null ? 0 : fallsBy(now, then);
  };
  return words.map((word, i): WordPlan => {
    const plan = (share: number, stepUs: number | null = null): WordPlan => ({
      text: word,
      spokenUs: Math.max(80_000, lineTime(word, speaker) - TYPICAL_SPEAKER.startS * 1e6),
      share,
      stepUs,
    });
    const [norm, after] = [norms[i]!, norms[i + 1]];
    // A countdown goes on over the end of its paragraph.
    if (falls(i) > 0) return plan(0, COUNT_STEP_US * falls(i));
    if (i === words.length - 1 || after === undefined) return plan(PAUSE.last);
    if (i > 0 && falls(i - 1) > 0 && pauses.afterCount.test(after)) return plan(PAUSE.tight);
    if (STOP.test(word)) return plan(forms.sideOf(after) !== null && i + 2 < words.length ? PAUSE.tight : PAUSE.stop);
    if (/[,;:—–]$/.test(word)) return plan(PAUSE.comma);
    // Each repetition that is counted stands by itself; four numbers in a row may be beats.
    if (counts?.[i] === true || (counts?.[i + 1] === true && !pauses.leadsOn.has(norm)))
      return plan(inARow(counts, i) >= BEATS ? PAUSE.comma : PAUSE.stop);
    if (
      pauses.bound.has(`${norm} ${after}`) ||
      pauses.leadsOn.has(norm) ||
      (value[i] !== null && pauses.unit.test(after))
    )
      return plan(PAUSE.bound);
    if (pauses.goes.has(norm)) return plan(GO_NAME * free.starter);
    return plan(pauses.starters.has(after) ? free.starter : free.inside);
  });
}

/** Numbers that go up by no more than this are one count, though some are left unsaid. */
const MOST_UP = 3;
/** No more words than this lie between two numbers of a count. */
const COUNT_REACH = 14;

/** So many numbers in a row are beats as often as repetitions. */
const BEATS = 4;

/** How many numbers of a count follow each other without another word, round a word. */
function inARow(counts: readonly boolean[], i: number): number {
  let [from, to] = [i, i];
  while (counts[from - 1] === true) from--;
  while (counts[to + 1] === true) to++;
  return counts[i] === true ? to - from + 1 : 0;
}

/** Which words are numbers of a count that goes up, where no mark says so; null: no number. */
function countedUp(values: readonly (number | null)[]): boolean[] {
  const up = (from: number, to: number): boolean => {
    const by = (values[to] ?? NaN) - (values[from] ?? NaN);
    return by >= 1 && by <= MOST_UP;
  };
  return values.map((value, i) => {
    if (value === null) return false;
    for (let k = 1; k <= COUNT_REACH; k++) if (up(i, i + k) || up(i - k, i)) return true;
    return false;
  });
}

/**
 * Places the words of a stretch of speech of which only start and end are known (microseconds): words take as long as
 * the speaking model says, and the silence that is left is shared out where silence is likely. How far off a word may
 * be grows from the start, where it is known, and falls towards the end, as for any walk between two fixed points.
 */
export function placeWords(spoken: SpokenText, start: number, end: number): PlacedWord[] {
  const plan = planWords(spoken);
  if (plan.length === 0) return [];
  const room = Math.max(1, end - start);
  const steps = plan.map((w) => Math.max(w.spokenUs, w.stepUs ?? 0));
  const needed = steps.reduce((a, b) => a + b, 0);
  const scale = Math.min(1, room / needed);
  const slack = Math.max(0, room - needed);
  const total = Math.max(
    1e-9,
    plan.reduce((sum, w) => sum + w.share, 0),
  );
  // So many pauses of like weight would have the same spread as these.
  const pieces =
    (total * total) /
    Math.max(
      1e-9,
      plan.reduce((sum, w) => sum + w.share * w.share, 0),
    );
  const placed: PlacedWord[] = [];
  let [said, shared] = [0, 0];
  for (const [i, word] of plan.entries()) {
    const [through, done] = [shared / total, said / Math.max(1, needed)];
    const silence = slack * Math.sqrt((through * (1 - through)) / (pieces * 0.6 + 1));
    const rate = Math.min(slack, needed) * RATE_SIGMA * 2 * Math.sqrt(done * (1 - done));
    const at = start + said * scale + slack * through;
    placed.push({
      text: word.text,
      at,
      end: at + word.spokenUs * scale,
      sigma: Math.hypot(WORD_SIGMA_US, silence, rate) + (scale < 1 ? 400_000 * Math.sqrt(done) : 0),
    });
    said += steps[i]!;
    shared += word.share;
  }
  return placed;
}
