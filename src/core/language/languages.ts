import { GERMAN } from './de/german.ts';
import { ENGLISH } from './en/english.ts';
import type { Language } from './language.ts';

/** Languages that the program knows, by their codes. */
export const LANGUAGES = { en: ENGLISH, de: GERMAN } as const satisfies Readonly<Record<string, Language>>;
export type LanguageCode = keyof typeof LANGUAGES;

/** What is known of a language; English where none is named. */
export function languageOf(code: LanguageCode = 'en'): Language {
  return LANGUAGES[code];
}
