/** Vowels of alphabets; every letter of a script that writes syllables or words is one itself. */
const VOWELS = /[aeiouyàáâãäåæèéêëìíîïòóôõöøœùúûüýāēīōūăĕĭŏŭąęįųőűıαεηιουωάέήίόύώϊϋаеёиоуыэюяєіїў]+/gu;
const SYLLABIC = /[\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Han}\p{Script=Hangul}]/gu;
/** Scripts that leave most vowels out: two letters are about a syllable. */
const CONSONANTAL = /[\p{Script=Arabic}\p{Script=Hebrew}]/gu;

/**
 * About how many syllables a word of any language has, at least 1: by the vowels of Latin, Greek and Cyrillic, by the
 * letters of what is written in syllables. Of other scripts three letters are taken for one.
 */
export function anySyllables(word: string): number {
  const lower = word.toLowerCase();
  const count = (pattern: RegExp) => lower.match(pattern)?.length ?? 0;
  const all = count(VOWELS) + count(SYLLABIC) + Math.ceil(count(CONSONANTAL) / 2);
  return Math.max(1, all > 0 ? all : Math.ceil(lower.length / 3));
}
