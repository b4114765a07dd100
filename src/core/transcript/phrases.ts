import { type Length, type Micros, later } from '../time/micros.ts';
import type { Span } from '../time/span.ts';
import { languageOf } from '../language/languages.ts';
import type { SpokenWords } from './transcript.ts';

/** Words that were said in one go. */
interface Phrase<T extends Micros> extends Span<T> {
  readonly text: string;
  /** How far off its place may be (one standard deviation). */
  readonly sigma: Length;
}

/** A silence longer than this ends a phrase. */
const PAUSE = 1.2e6;

/** Groups timed words into phrases: a sentence ends one, a pause ends one, numbers counted down stay together. */
export function phrasesOf<T extends Micros>({ tokens, language }: SpokenWords<T>): Phrase<T>[] {
  const { isCounted } = languageOf(language).forms;
  const phrases: { start: T; end: T; words: string[]; sigma: Length; counting: boolean }[] = [];
  for (const token of tokens) {
    const last = phrases.at(-1);
    const counting = isCounted(token.norm);
    const ended =
      last === undefined ||
      token.at - last.end > PAUSE ||
      (/[.!?…]$/.test(last.words.at(-1) ?? '') && !(last.counting && counting));
    if (ended) phrases.push({ start: token.at, end: token.end, words: [token.text], sigma: token.sigma, counting });
    else {
      last.words.push(token.text);
      last.end = later(last.end, token.end);
      last.sigma = later(last.sigma, token.sigma);
      last.counting &&= counting;
    }
  }
  return phrases.map(({ words, counting: _counting, ...rest }) => ({ ...rest, text: words.join(' ') }));
}
