import type { Token } from '../transcript/transcript.ts';

/** A silence this long ends a sentence even where nobody wrote a full stop. */
const PAUSE_US = 2.2e6;
const LONGEST = 60;

/** Tokens in sentences, by punctuation and pauses. Transcripts without punctuation are cut by pauses and length. */
export function sentencesOf(tokens: readonly Token[]): Token[][] {
  const sentences: Token[][] = [];
  let open: Token[] = [];
  for (const [i, token] of tokens.entries()) {
    open.push(token);
    const next = tokens[i + 1];
    const word = /\w-?$/.test(token.text) ? token.text : token.text.trim();
    if (
      next === undefined ||
      /[.!?…;:]["”’)]*$/.test(word) ||
      next.at - token.end > PAUSE_US + token.sigma ||
      open.length >= LONGEST
    ) {
      sentences.push(open);
      open = [];
    }
  }
  return sentences;
}
