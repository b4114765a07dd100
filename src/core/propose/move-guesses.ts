import { saidOfMoves } from '../calls/said-of-moves.ts';
import type { ExerciseBook } from '../exercise/library.ts';
import type { Language } from '../language/language.ts';
import { type LanguageCode, languageOf } from '../language/languages.ts';

/** What an interval may be: a move that was heard by name somewhere, or one of the library that nobody named. */
export interface PossibleMove {
  readonly label: string;
  /** Index of the heard move; null: never named. */
  readonly heard: number | null;
  /** It is a stretch: such a move seldom comes before the end of a class (common practice). */
  readonly stretch: boolean;
  /** How much the words of all clauses before a clause speak for it, in nats, against what is usual in this class. */
  readonly saidUpTo: Float64Array;
  /** How many clauses before a clause have a word of it. */
  readonly spoken: Int32Array;
}

/** No stretch, and no cool-down, comes in the first two thirds of a class (common practice). */
export const STRETCH_FROM = 2 / 3;

/** True where the library says so, or the name itself. */
export function isStretch(label: string, book: ExerciseBook, { proposals }: Language): boolean {
  return book.named(label)?.pattern === 'stretch' || proposals.stretchName.test(label);
}

/**
 * All moves that an interval of a class may be. What people say of a move tells which it is where its name was not
 * heard; words that this class says all the time tell nothing. `texts` are the normalised words of the clauses, `heard`
 * the labels of the moves that were named.
 */
export function possibleMoves(
  texts: readonly string[],
  heard: readonly string[],
  book: ExerciseBook,
  code: LanguageCode,
): PossibleMove[] {
  const language = languageOf(code);
  const taken = new Set(heard);
  // A move with a prop is told by the prop's name, which would have been heard.
  const others = book.all.filter((e) => e.equipment.length === 0 && !taken.has(e.name)).map((e) => e.name);
  // Sides are spoken of in any move that has two.
  const unsided = texts.map((t) =>
    t
      .split(' ')
      .filter((w) => language.forms.sideOf(w) === null)
      .join(' '),
  );
  const said = saidOfMoves(unsided, [...taken, ...others], language);
  const possible = (label: string, index: number | null): PossibleMove => {
    const each = said.get(label) ?? new Float64Array(texts.length);
    const usual = each.reduce((sum, v) => sum + v, 0) / Math.max(1, texts.length);
    const saidUpTo = new Float64Array(texts.length + 1);
    const spoken = new Int32Array(texts.length + 1);
    for (let c = 0; c < texts.length; c++) {
      saidUpTo[c + 1] = saidUpTo[c]! + each[c]! - usual;
      spoken[c + 1] = spoken[c]! + (each[c]! > 0 ? 1 : 0);
    }
    return { label, heard: index, stretch: isStretch(label, book, language), saidUpTo, spoken };
  };
  const known = heard.map(possible);
  const guesses: PossibleMove[] = [];
  const seen = new Set([0]);
  for (const label of others) {
    const move = possible(label, null);
    // Of several that the same is said of, the first stands for all; of some nothing is known.
    const same = move.saidUpTo.reduce((sum, v, c) => sum + v * (c + 1), 0);
    if (!seen.has(same)) guesses.push(move);
    seen.add(same);
  }
  return [...known, ...guesses];
}
