import type { ClauseMark } from '../language/clause-mark.ts';
import { fallsBy } from '../language/counting.ts';
import { fallsToOne } from '../language/marks-by.ts';
import { type LanguageCode, languageOf } from '../language/languages.ts';

/** Bars have so many counts: who counts in stops at one of them (common practice). */
const COUNT_IN_ENDS: ReadonlySet<number> = new Set([4, 8]);

/**
 * The marks of clauses by what stands beside them. `texts` are their normalised words, `alone` the marks that each has
 * by itself. Numbers said in a row are one count: those of a count-in or a countdown are no repetitions.
 */
export function marksInTurn(
  texts: readonly string[],
  alone: readonly (readonly ClauseMark[])[],
  language: LanguageCode,
): (readonly ClauseMark[])[] {
  const { cardinalOf } = languageOf(language).forms;
  const numbers = texts.map((t) => numbersOf(t.split(' '), cardinalOf));
  const marks = [...alone];
  for (let from = 0; from < numbers.length; from++) {
    const run = [...(numbers[from] ?? [])];
    let to = from + 1;
    while (run.length > 0 && numbers[to] !== undefined && isOneCount([...run, ...numbers[to]!]))
      run.push(...numbers[to++]!);
    // A take does not begin with a count-in: something else is said before it.
    const fresh = from > 0 && numbers[from - 1] === undefined;
    const whole = to - from > 1 && fallsToOne(run) ? 'countdown' : fresh && isCountIn(run) ? 'countIn' : null;
    if (whole !== null) {
      for (let c = from; c < to; c++) marks[c] = marks[c]!.filter((m) => m !== 'count');
      marks[to - 1] = [...marks[to - 1]!, whole];
    } else if (run[0] === 1) marks[from] = [...marks[from]!, 'firstCount'];
    from = to - 1;
  }
  return marks;
}

/** The numbers of a clause that is nothing but numbers; undefined: it is more, or none. */
function numbersOf(words: readonly string[], cardinalOf: (norm: string) => number | null): number[] | undefined {
  const values = words.map(cardinalOf);
  return values.every((v) => v !== null) ? values : undefined;
}

const rises = (run: readonly number[]) => run.every((v, i) => i === 0 || v === run[i - 1]! + 1);

/** Numbers that rise by one, or fall as in a countdown: `eight, six, four, three`. */
function isOneCount(run: readonly number[]): boolean {
  return rises(run) || run.every((v, i) => i === 0 || fallsBy(run[i - 1]!, v) > 0);
}

/** `Three, four`, up to the end of a bar: the next beat begins something. */
function isCountIn(run: readonly number[]): boolean {
  return run.length > 1 && rises(run) && COUNT_IN_ENDS.has(run.at(-1)!);
}
