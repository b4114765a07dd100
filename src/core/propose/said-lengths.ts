import { languageOf } from '../language/languages.ts';
import type { SpokenWords } from '../transcript/transcript.ts';

/** Nobody works or rests for less, or for more, where a length is said of every interval; seconds. */
const [SHORTEST_S, LONGEST_S] = [5, 180];
const WORDS_AROUND = 3;

/**
 * Lengths in seconds that are said of work and of rest, each as it is said most often: `forty seconds on, twenty off`,
 * `forty-five seconds apiece`. null: none is said.
 */
export function saidLengths({ tokens, language }: SpokenWords): { work: number | null; rest: number | null } {
  const { forms, proposals } = languageOf(language);
  const votes = { work: new Map<number, number>(), rest: new Map<number, number>() };
  tokens.forEach((token, i) => {
    const last = forms.numberOf(token.norm);
    // `Forty-five` is two words.
    const tens = forms.numberOf(tokens[i - 1]?.norm ?? '') ?? 0;
    const isCompound = last !== null && last < 10 && tens >= 20 && tens < 100 && tens % 10 === 0;
    const s = isCompound ? tens + last : last;
    if (s === null || s < SHORTEST_S || s > LONGEST_S) return;
    const norms = (from: number) => Array.from({ length: WORDS_AROUND }, (_, k) => tokens[from + k]?.norm ?? '');
    const of = proposals.lengthOf(norms(i + 1), norms(i - WORDS_AROUND));
    if (of !== null) votes[of].set(s, (votes[of].get(s) ?? 0) + 1);
  });
  const most = (map: Map<number, number>) => [...map].sort((a, b) => b[1] - a[1])[0]?.[0] ?? null;
  return { work: most(votes.work), rest: most(votes.rest) };
}
