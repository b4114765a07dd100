import { GERMAN } from './de/german.ts';
import { ENGLISH } from './en/english.ts';
import type { Language, LanguageCode } from './language.ts';
import { UNKNOWN } from './und/unknown.ts';

export type { LanguageCode } from './language.ts';

export const LANGUAGES: Readonly<Record<LanguageCode, Language>> = { en: ENGLISH, de: GERMAN, und: UNKNOWN };
export const LANGUAGE_CODES = Object.keys(LANGUAGES) as LanguageCode[];

/** What is known of a language; English where none is named. */
export function languageOf(code: LanguageCode = 'en'): Language {
  return LANGUAGES[code];
}
