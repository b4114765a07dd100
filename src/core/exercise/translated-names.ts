import type { Language } from '../language/language.ts';
import { LANGUAGES } from '../language/languages.ts';
import { normalise } from '../language/normalise.ts';
import { otherNames } from './other-names.ts';

/** Names that mean one exercise of the library, by what they have in common in any form: the stems of their words. */
const keyIn = (name: string, { forms }: Language) =>
  name
    .split(/[\s–—/,-]+/)
    .map((word) => forms.stem(normalise(word)))
    .filter((word) => word !== '')
    .join(' ');

interface Known {
  /** The library's name by the key of one in another language. */
  readonly of: ReadonlyMap<string, string>;
  /** All names in that language by the library's name. */
  readonly names: ReadonlyMap<string, readonly string[]>;
}

const known = new Map<Language, Known>(
  Object.values(LANGUAGES).map((language: Language) => {
    const names = new Map<string, string[]>();
    const of = new Map<string, string>();
    for (const [name, library] of Object.entries(language.names.ofLibrary)) {
      names.set(library, [...(names.get(library) ?? []), name]);
      if (!of.has(keyIn(name, language))) of.set(keyIn(name, language), library);
    }
    return [language, { of, names }];
  }),
);

/** The name under which the library has an exercise that is named in another language; null: it has none. */
export function libraryNameOf(name: string): string | null {
  for (const [language, { of }] of known) {
    const found = of.get(keyIn(name, language));
    if (found !== undefined) return found;
  }
  return null;
}

/** The other names of a move in a language; empty where none is known. */
export function otherNamesIn(name: string, language: Language): readonly string[] {
  const own = known.get(language);
  const library = own?.of.get(keyIn(name, language));
  if (own === undefined || own.of.size === 0) return otherNames(name);
  return library === undefined ? [] : (own.names.get(library) ?? []).filter((other) => other !== name);
}
