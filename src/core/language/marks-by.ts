import type { ClauseMark } from './clause-mark.ts';
import { fallsBy } from './counting.ts';

/** How a language marks clauses: a pattern for each mark, what a count is, and what number a word is. */
interface Marking {
  readonly patterns: readonly (readonly [ClauseMark, RegExp])[];
  readonly isCount: (text: string) => boolean;
  readonly numberOf: (norm: string) => number | null;
}

/**
 * True where numbers fall to one or two, by one or two each, and do not rise again: three two one; eight six four three
 * two.
 */
export function fallsToOne(values: readonly (number | null)[]): boolean {
  for (let i = 0; i + 1 < values.length; i++) {
    let [j, last] = [i, values[i] ?? null];
    if (last === null || last > 12) continue;
    for (; j + 1 < values.length; j++) {
      const next = values[j + 1] ?? null;
      if (next === null || fallsBy(last, next) === 0) break;
      last = next;
    }
    const onward = values[j + 1] ?? null;
    if (j > i && last <= 2 && (j - i > 1 || last === 1) && onward === null) return true;
  }
  return false;
}

/**
 * The marks of a clause. `text` is its normalised words, a space between two; `asks` is true where it ends in a
 * question mark.
 */
export function marksBy({ patterns, isCount, numberOf }: Marking) {
  return (text: string, asks: boolean): ClauseMark[] => {
    const words = text.split(' ');
    const found: ClauseMark[] = [];
    const falling = fallsToOne(words.map(numberOf));
    if (falling) found.push('countdown');
    else if (isCount(text)) found.push('count');
    for (const [mark, pattern] of patterns) {
      if (!pattern.test(text)) continue;
      // Words of movement say something only where there is hardly anything else.
      if (mark === 'tempo' && words.length > 4) continue;
      if (mark === 'timeLeft' && falling) continue;
      found.push(mark);
    }
    if (words.length <= 3) found.push('short');
    if (words.length >= 10) found.push('long');
    if (asks) found.push('question');
    return found;
  };
}
