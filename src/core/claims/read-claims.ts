import type { ClaimWords } from '../language/heard-words.ts';
import { languageOf } from '../language/languages.ts';
import { type Mention, findMentions } from '../calls/name-match.ts';
import { type Label } from '../calls/name-variants.ts';
import type { SpokenWords } from '../transcript/transcript.ts';
import { micros } from '../time/micros.ts';
import type { Said } from './claim.ts';
import type { Reading } from '../language/claim-reading.ts';
import { sentencesOf } from './sentences.ts';

/** What the reader must know of the class to read its words: the names of its moves and all equipment there is. */
export interface Vocabulary {
  readonly labels: readonly Label[];
  readonly equipment: readonly string[];
}

/** Every claim in free speech, in the order it is said. A sentence that is not understood is left alone. */
export function readClaims({ tokens, language }: SpokenWords, vocabulary: Vocabulary): Said[] {
  return sentencesOf(tokens).flatMap((sentence) => readSentence({ tokens: sentence, language }, vocabulary));
}

/** A sentence of more words than this has no marks that tell where it ends. */
const LONG_SENTENCE = 30;
/** In it, words no farther than this speak of the same. */
const NEAR_WORDS = 10;

function readSentence(words: SpokenWords, { labels, equipment }: Vocabulary): Said[] {
  const { tokens } = words;
  const { claims } = languageOf(words.language);
  const textOf = (of: SpokenWords['tokens']) => of.map((t) => t.text).join(' ');
  const text = textOf(tokens);
  const elsewhere = claims.isElsewhere(text);
  // Where nobody wrote full stops many sentences are one: only what lies near such words is of something else.
  if (/\?\s*$/.test(text) || (elsewhere && tokens.length <= LONG_SENTENCE)) return [];
  const isElsewhere = (i: number) =>
    elsewhere && claims.isElsewhere(textOf(tokens.slice(Math.max(0, i - NEAR_WORDS), i + NEAR_WORDS)));
  const mentions = findMentions(words, labels);
  const found: Said[] = [];
  const readAt: ClaimWords['readers'][number] = (...at) => {
    for (const read of claims.readers) {
      const reading = read(...at);
      if (reading !== null) return reading;
    }
    return null;
  };
  for (let i = 0; i < tokens.length;) {
    const mention = mentions.find((m) => m.token === i);
    const reading =
      (mention === undefined ? null : readNext(words, mention)) ??
      readAt(tokens, i, { named: isNamedBefore(mentions, i), equipment });
    if (reading === null || isElsewhere(i)) {
      i += 1;
      continue;
    }
    const from = Math.max(0, i - (reading.before ?? 0));
    const [first, last] = [tokens[from]!, tokens[Math.min(tokens.length, i + reading.length) - 1]!];
    const said = tokens
      .slice(from, i + reading.length)
      .map((t) => t.text)
      .join(' ')
      .replace(/[.,!?;:]+$/, '');
    // `three more moves in this round`: the round is the whole.
    const inRound =
      reading.body.type === 'moves-left' &&
      reading.body.unit !== 'round' &&
      tokens.slice(i, i + 10).some((t) => claims.wholes.test(t.norm));
    found.push({
      ...reading.body,
      ...(inRound ? { inRound } : {}),
      at: first.at,
      end: micros(Math.max(last.end, first.at)),
      sigma: first.sigma,
      said,
    });
    i += Math.max(1, reading.length);
  }
  return found;
}

/** True where a move's name ends right before a word, or one word before it. */
function isNamedBefore(mentions: readonly Mention[], i: number): boolean {
  return mentions.some((m) => m.token + m.tokens <= i && i - (m.token + m.tokens) <= 1);
}

/** A move's name that is announced: `next up, squats`. */
function readNext({ tokens, language }: SpokenWords, mention: Mention): Reading | null {
  if (!languageOf(language).claims.announces(tokens, mention.token, mention.token + mention.tokens)) return null;
  return { body: { type: 'next-up', label: mention.label }, length: mention.tokens };
}
