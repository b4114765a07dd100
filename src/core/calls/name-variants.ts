import { otherNamesIn } from '../exercise/translated-names.ts';
import type { Language } from '../language/language.ts';
import { normalise } from '../language/normalise.ts';
import { OTHER_NAME, HEAD_ALONE, FRONT_ALONE } from './name-weights.ts';

interface NameWord {
  readonly word: string;
  readonly weight: number;
}

/** One way to say a label; `worth` is what a whole match of it scores. */
export interface Variant {
  readonly words: readonly NameWord[];
  readonly total: number;
  readonly worth: number;
}

/** What is listened for: the name of a move, or that with the other names that its plan gives it. */
export type Label = string | { readonly name: string; readonly also: readonly string[] };

/** Moves of segments as they are listened for, each once. */
export function labelsOf(moves: Iterable<{ readonly label: string; readonly also?: readonly string[] }>): Label[] {
  const named = new Map<string, readonly string[]>();
  for (const { label, also = [] } of moves) named.set(label, [...(named.get(label) ?? []), ...also]);
  return [...named].map(([name, also]) => (also.length === 0 ? name : { name, also: [...new Set(also)] }));
}

/** The other names of each label, by its name. */
export function alsoByName(labels: readonly Label[]): ReadonlyMap<string, readonly string[]> {
  return new Map(labels.map((l) => (typeof l === 'string' ? [l, []] : [l.name, l.also])));
}

/** A label with every way to say it; `starts`: whether two words in a row may begin it, as far as that was asked. */
interface Prepared {
  readonly label: string;
  readonly variants: readonly Variant[];
  readonly starts: Map<string, boolean>;
}

const prepared = new WeakMap<readonly Label[], Map<string, readonly Prepared[]>>();

export function preparedFor(labels: readonly Label[], parts: boolean, language: Language): readonly Prepared[] {
  let of = prepared.get(labels);
  if (of === undefined) prepared.set(labels, (of = new Map<string, readonly Prepared[]>()));
  const key = `${language.code}${parts ? ' parts' : ''}`;
  let made = of.get(key);
  if (made === undefined) of.set(key, (made = prepare(labels, parts, language)));
  return made;
}

function prepare(labels: readonly Label[], parts: boolean, language: Language): Prepared[] {
  const { forms, names: known } = language;
  const { stem } = forms;
  const wordsOf = (label: string) => nameWords(label, known.fillers);
  const own = alsoByName(labels);
  const unique = [...own.keys()];
  const names = unique.map(wordsOf);
  const shared = new Map<string, number>();
  for (const name of names) for (const word of new Set(name.map(stem))) shared.set(word, (shared.get(word) ?? 0) + 1);
  const taken = new Set(unique.map((label) => wordsOf(label).join(' ')));
  return unique.map((label, l): Prepared => {
    const weigh = (words: readonly string[], worth: number): Variant => {
      const weighed = words.map((word): NameWord => ({
        word,
        weight: (word.length <= 2 ? 0.5 : 1) / Math.sqrt(shared.get(stem(word)) ?? 1),
      }));
      return { words: weighed, total: weighed.reduce((sum, w) => sum + w.weight, 0), worth };
    };
    const name = names[l] ?? [];
    const others = [...otherNamesIn(label, language), ...(own.get(label) ?? [])]
      .map(wordsOf)
      .filter((other) => !taken.has(other.join(' ')));
    const alone =
      name.length < 2 || !parts
        ? []
        : [[name.at(-1)!, HEAD_ALONE] as const, [name[0]!, FRONT_ALONE] as const].filter(
            ([word]) => !known.common.has(word) && shared.get(stem(word)) === 1,
          );
    const variants = [
      weigh(name, 1),
      ...others.map((other) => weigh(other, OTHER_NAME)),
      ...alone.map(([word, worth]) => weigh([word], worth)),
    ].filter((v) => v.total > 0);
    return { label, variants, starts: new Map() };
  });
}

/** The words of a name that are listened for, normalised. */
export function nameWords(label: string, fillers: ReadonlySet<string>): string[] {
  return label
    .split(/[\s–—/,-]+/)
    .map(normalise)
    .filter((w) => w !== '' && !fillers.has(w));
}
