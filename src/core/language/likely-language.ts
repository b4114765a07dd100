import { LANGUAGES, type LanguageCode } from './languages.ts';

/** Of running speech, about half of all words are the commonest of its language; of another, hardly any. */
const ENOUGH = 0.12;
/** Fewer words than this tell nothing. */
const FEWEST_WORDS = 60;

/**
 * The language that normalised words are in, by the commonest words of those that are known; `und` where they are of
 * none, null where there are too few of them.
 */
export function likelyLanguage(norms: readonly string[]): LanguageCode | null {
  if (norms.length < FEWEST_WORDS) return null;
  let [best, most] = ['und' as LanguageCode, ENOUGH];
  for (const { code, smallWords } of Object.values(LANGUAGES)) {
    const share = norms.filter((norm) => smallWords.has(norm)).length / norms.length;
    if (share > most) [best, most] = [code, share];
  }
  return best;
}
