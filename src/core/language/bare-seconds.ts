import type { SaidWord } from './said-word.ts';

/** How a language says seconds without their unit: `last ten`, `and fifteen`, `back in five`. */
interface BareSecondsWords {
  /** A number that begins at a word, and how many words it takes. */
  readonly numberAt: (
    words: readonly SaidWord[],
    i: number,
  ) => { readonly value: number; readonly length: number } | null;
  /** Words right before the number by which it is what is left. */
  readonly leads: RegExp;
  /** Words right before it by which even a small number is of seconds: `back in`. */
  readonly leadsAny: RegExp;
  /** Words right after it that say the same: `left`, `to go`. */
  readonly tail: RegExp;
  /** Words after which something new begins, where no mark says so. */
  readonly opens: RegExp;
}

export interface BareSeconds {
  readonly seconds: number;
  /** Words of the number and what follows it, and of what leads it in before. */
  readonly words: number;
  readonly before: number;
}

/** Smaller numbers are of repetitions, moves or rounds as often. */
const FEWEST_S = 10;
const MOST_S = 60;
/** Nobody calls thirteen seconds. */
const CALLED_BY_S = 5;
const LEAD_WORDS = 4;
const TAIL_WORDS = 3;

/**
 * Reads seconds that are left, said without the word for them: round numbers that stand at the end of what is said, led
 * in or followed by a word for what remains. Whether they are seconds at all only the class can tell.
 */
export function bareSecondsBy({ numberAt, leads, leadsAny, tail, opens }: BareSecondsWords) {
  return (words: readonly SaidWord[], i: number): BareSeconds | null => {
    const number = numberAt(words, i);
    if (number === null || numberAt(words, i - 1) !== null) return null;
    const norms = (from: number, to: number) =>
      words
        .slice(Math.max(0, from), Math.max(0, to))
        .map((w) => w.norm)
        .join(' ');
    const lead = norms(i - LEAD_WORDS, i);
    const any = leadsAny.test(lead);
    const round = number.value >= FEWEST_S && number.value % CALLED_BY_S === 0;
    if (number.value > MOST_S || number.value < 3 || !(round || any)) return null;
    const after = i + number.length;
    const follows = tail.exec(norms(after, after + TAIL_WORDS))?.[0].trim() ?? '';
    const length = number.length + (follows === '' ? 0 : follows.split(' ').length);
    // `In five, four, three`: the first number of a countdown is how much there is.
    const counted = any && numberAt(words, after)?.value === number.value - 1;
    const last = words[i + length - 1];
    const ends = /[.,!?;:…]["”’)]*$/.test(last?.text ?? '') || i + length >= words.length;
    if (!counted && !ends && !opens.test(words[i + length]?.norm ?? '')) return null;
    const led = (leadsAny.exec(lead) ?? leads.exec(lead))?.[0].trim() ?? '';
    if (led === '' && follows === '') return null;
    return { seconds: number.value, words: length, before: led === '' ? 0 : led.split(' ').length };
  };
}
