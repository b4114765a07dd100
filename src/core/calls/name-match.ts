import type { WordForms } from '../language/language.ts';
import { languageOf } from '../language/languages.ts';
import type { SpokenWords } from '../transcript/transcript.ts';
import { type Variant, type Label, preparedFor } from './name-variants.ts';
import { OTHER_NAME } from './name-weights.ts';

/** Where a move is named in the transcript. */
export interface Mention {
  readonly label: string;
  readonly token: number;
  readonly tokens: number;
  /** How surely it is this name, 0.4 to 1. */
  readonly score: number;
}

const ENOUGH = 0.6;
/** Of another name more must be heard: `leg … side` is much in a class. */
const ENOUGH_OF_OTHER = 0.75;
/** Words of a name in another order: `circle the arms`. */
const TURNED = 0.8;
/**
 * Finds every place where one of the labels is said: words of the name in order or turned, others between them,
 * plurals, misheard words, words run together or cut in two, other names of the same move, or a part of the name that
 * no other move has (`parts`; not where the labels are a whole library). Words that many labels share weigh less.
 */
export function findMentions(
  { tokens, language: code }: SpokenWords,
  labels: readonly Label[],
  parts = true,
): Mention[] {
  const language = languageOf(code);
  const similar = similarIn(language.forms);
  const norms = tokens.map((token) => token.norm);
  const pairs = norms.map((norm, t) => `${norm} ${norms[t + 1] ?? ''}`);
  const mentions: Mention[] = [];
  for (const { label, variants, starts } of preparedFor(labels, parts, language)) {
    // Most words of a class are in no name: those are passed over at once.
    const mayStart = (t: number) => {
      let may = starts.get(pairs[t]!);
      if (may === undefined)
        starts.set(
          pairs[t]!,
          (may = variants.some((v) =>
            v.words.some((w, i) => similar(norms[t]!, norms[t + 1], w.word, v.words[i + 1]?.word) !== null),
          )),
        );
      return may;
    };
    for (let t = 0; t < tokens.length; t++) {
      if (!mayStart(t)) continue;
      let found: { length: number; score: number } | null = null;
      for (const variant of variants) {
        const here = matchAt(norms, t, variant, similar);
        if (here !== null && (found === null || here.score > found.score)) found = here;
      }
      if (found === null) continue;
      mentions.push({ label, token: t, tokens: found.length, score: found.score });
      t += found.length - 1;
    }
  }
  return strongest(mentions);
}

/** How a name's word is met at a token: how well, and how many tokens and words of the name that takes. */
type Similar = (
  norm: string,
  next: string | undefined,
  word: string,
  after: string | undefined,
) => { readonly worth: number; readonly tokens: number; readonly words: number } | null;

const similarBy = new Map<WordForms, Similar>();

function similarIn(forms: WordForms): Similar {
  let similar = similarBy.get(forms);
  if (similar === undefined) similarBy.set(forms, (similar = makeSimilar(forms)));
  return similar;
}

const makeSimilar =
  ({ soundsLike, stem }: WordForms): Similar =>
  (norm, next, word, after) => {
    const plain = soundsLike(norm, word);
    if (plain > 0) return { worth: plain, tokens: 1, words: 1 };
    // `pushups` is two words of the name, `dead lifts` one.
    if (after !== undefined && norm.length > word.length && stem(norm) === stem(word + after))
      return { worth: 1, tokens: 1, words: 2 };
    if (next !== undefined && word.length > norm.length && stem(norm + next) === stem(word))
      return { worth: 1, tokens: 2, words: 1 };
    return null;
  };

/**
 * Matches a name that begins at a token: any word of it may begin, the others follow in order within two spare words,
 * or turned.
 */
function matchAt(
  norms: readonly string[],
  at: number,
  { words, total, worth }: Variant,
  similar: Similar,
): { length: number; score: number } | null {
  let best: { length: number; score: number } | null = null;
  for (let first = 0; first < words.length; first++) {
    const met = similar(norms[at]!, norms[at + 1], words[first]!.word, words[first + 1]?.word);
    if (met === null) continue;
    const weightOf = (w: number, count: number) => words.slice(w, w + count).reduce((sum, x) => sum + x.weight, 0);
    let [weight, cursor, end, spare, count] = [
      weightOf(first, met.words) * met.worth,
      at + met.tokens,
      at + met.tokens,
      2,
      met.words,
    ];
    for (let w = first + met.words; w < words.length; w++) {
      for (let look = cursor; look < norms.length && look - cursor <= spare; look++) {
        const more = similar(norms[look]!, norms[look + 1], words[w]!.word, words[w + 1]?.word);
        if (more === null) continue;
        spare -= look - cursor;
        weight += weightOf(w, more.words) * more.worth;
        count += more.words;
        cursor = end = look + more.tokens;
        w += more.words - 1;
        break;
      }
    }
    let score = (weight / total) * worth;
    if (weight / total < ENOUGH && first > 0) {
      const turned = norms
        .slice(at + 1, at + 5)
        .findIndex((norm, i) => similar(norm, norms[at + 2 + i], words[0]!.word, undefined) !== null);
      if (turned >= 0 && words.length === 2) [score, end, count] = [worth * TURNED, at + 2 + turned, 2];
    }
    // One word of several is another name, or none: `push the floor away` is no push-up.
    if (words.length > 1 && count < 2) continue;
    if (score / worth >= (worth === OTHER_NAME ? ENOUGH_OF_OTHER : ENOUGH) && (best === null || score > best.score))
      best = { length: end - at, score };
  }
  return best;
}

/** Where two labels claim the same words, the better match stays; equal ones stay both. */
function strongest(mentions: Mention[]): Mention[] {
  const byToken = [...mentions].sort((a, b) => a.token - b.token);
  const longest = Math.max(1, ...mentions.map((m) => m.tokens));
  return byToken.filter((m, i) => {
    for (let j = i - 1; j >= 0 && byToken[j]!.token > m.token - longest; j--) if (beats(byToken[j]!, m)) return false;
    for (let j = i + 1; j < byToken.length && byToken[j]!.token < m.token + m.tokens; j++)
      if (beats(byToken[j]!, m)) return false;
    return true;
  });
}

function beats(o: Mention, m: Mention): boolean {
  return (
    o.label !== m.label &&
    o.token < m.token + m.tokens &&
    m.token < o.token + o.tokens &&
    (o.score > m.score + 0.05 || (Math.abs(o.score - m.score) <= 0.05 && o.tokens > m.tokens))
  );
}
