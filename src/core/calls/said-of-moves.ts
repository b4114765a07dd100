import { otherNamesIn } from '../exercise/translated-names.ts';
import type { Language } from '../language/language.ts';
import { type Label, alsoByName, nameWords } from './name-variants.ts';

/** So many times likelier a word of a move is while that move is shown or done than while another is. */
const LIKELIER = 4;
/** The words of one clause belong together and repeat each other: each counts for this share (development set). */
const TOGETHER = 0.5;
/** No list has all that is said of a move: words of others speak against it by this share (development set). */
const UNSAID = 0.6;

/** The words of a move; `described`: it is known what people say of it, not its name alone. */
interface MoveWords {
  readonly words: ReadonlySet<string>;
  readonly described: boolean;
}

/**
 * How much the words of each clause speak for each label, in nats against the other labels of the plan: words of its
 * name, and what people say of such a move while they show or do it. Words of others speak against a move that is
 * described, but not against one that nobody knows. `texts` are the normalised words of the clauses.
 */
export function saidOfMoves(
  texts: readonly string[],
  labels: readonly Label[],
  language: Language,
): ReadonlyMap<string, Float64Array> {
  const { stem } = language.forms;
  const moves = new Map([...alsoByName(labels)].map(([name, also]) => [name, moveWords(name, also, language)]));
  const named = new Map<string, number>();
  for (const { words } of moves.values()) for (const w of words) named.set(w, (named.get(w) ?? 0) + 1);
  // By word: ln of how likely it is in a clause of any move.
  const any = new Map([...named].map(([w, count]) => [w, Math.log(1 + (count / moves.size) * (LIKELIER - 1))]));
  const heard = texts.map((t) => [...new Set(t.split(' ').map(stem))].filter((w) => any.has(w)));
  return new Map(
    [...moves].map(([name, { words, described }]) => {
      const worth = (w: string) => (words.has(w) ? Math.log(LIKELIER) - any.get(w)! : -UNSAID * any.get(w)!);
      const counted = (w: string) => words.has(w) || described;
      return [
        name,
        Float64Array.from(heard, (list) => TOGETHER * list.filter(counted).reduce((sum, w) => sum + worth(w), 0)),
      ];
    }),
  );
}

/** A name that the language does not know is known by its other names: the plan may be in another one. */
function moveWords(name: string, also: readonly string[], language: Language): MoveWords {
  const own = wordsOf([name, ...also], language);
  return own.described ? own : wordsOf([name, ...also, ...otherNamesIn(name, language)], language);
}

function wordsOf(names: readonly string[], { forms, names: { fillers, saidOf } }: Language): MoveWords {
  const words = new Set<string>();
  let described = false;
  for (const name of names) {
    const own = nameWords(name, fillers);
    for (const w of own) words.add(forms.stem(w));
    for (const [pattern, list] of saidOf) {
      if (!pattern.test(own.join(' '))) continue;
      described = true;
      for (const w of list) words.add(forms.stem(w));
    }
  }
  return { words, described };
}
