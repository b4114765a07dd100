import type { Language } from '../language/language.ts';
import { normalise } from '../language/normalise.ts';

/**
 * The last words, as stems, by which a piece of equipment may be called: its own, what people of the language say for
 * it (`calling.listed`), and words for the same thing: somebody's backpack is a rucksack, or just the bag.
 */
export function propStems(need: string, { forms, calling, claims }: Language): ReadonlySet<string> {
  const heads = [need, calling.listed(need)]
    .map((name) => forms.stem(normalise(name.split(/[\s-]+/).at(-1) ?? '')))
    .filter((stem) => stem !== '');
  const same = claims.sameProps
    .map((group) => group.map(forms.stem))
    .filter((group) => heads.some((head) => group.includes(head)));
  return new Set([...heads, ...same.flat()]);
}
