import { LANGUAGES, type LanguageCode } from '../../core/language/languages.ts';

/** Names by which a language may be typed besides its own and its code. */
const ALSO: Readonly<Record<string, LanguageCode>> = { german: 'de', englisch: 'en', other: 'und', another: 'und' };

/** A language by its code or its name, in any case; null where nothing is called so. */
export function readLanguage(text: string): LanguageCode | null {
  const typed = text.trim().toLowerCase();
  const found = Object.values(LANGUAGES).find(({ code, name }) => code === typed || name.toLowerCase() === typed);
  return found?.code ?? ALSO[typed] ?? null;
}

export const writeLanguage = (code: LanguageCode): string => (code === 'und' ? 'other' : LANGUAGES[code].name);
