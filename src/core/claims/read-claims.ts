import { type Mention, findMentions } from '../calls/name-match.ts';
import { type Label } from '../calls/name-variants.ts';
import type { Token } from '../transcript/transcript.ts';
import { micros } from '../time/micros.ts';
import type { Said } from './claim.ts';
import { readLeft, readReps, readRound } from './read-count.ts';
import { readEquipment, readPosition, readSide } from './read-place.ts';
import { type Reading, readHalf, readTime } from './read-time.ts';
import { sentencesOf } from './sentences.ts';
import { isElsewhere } from './words.ts';

/** What the reader must know of the class to read its words: the names of its moves and all equipment there is. */
export interface Vocabulary {
  readonly labels: readonly Label[];
  readonly equipment: readonly string[];
}

const NEXT = /^(next|coming|upnext)$/;

/** Every claim in free speech, in the order it is said. A sentence that is not understood is left alone. */
export function readClaims(tokens: readonly Token[], vocabulary: Vocabulary): Said[] {
  return sentencesOf(tokens).flatMap((sentence) => readSentence(sentence, vocabulary));
}

function readSentence(tokens: readonly Token[], { labels, equipment }: Vocabulary): Said[] {
  const text = tokens.map((t) => t.text).join(' ');
  if (isElsewhere(text) || /\?\s*$/.test(text)) return [];
  const mentions = findMentions(tokens, labels);
  const found: Said[] = [];
  for (let i = 0; i < tokens.length;) {
    const mention = mentions.find((m) => m.token === i);
    const reading =
      (mention === undefined ? null : readNext(tokens, mention)) ?? readAt(tokens, i, mentions, equipment);
    if (reading === null) {
      i += 1;
      continue;
    }
    const from = Math.max(0, i - (reading.before ?? 0));
    const [first, last] = [tokens[from] as Token, tokens[Math.min(tokens.length, i + reading.length) - 1] as Token];
    const said = tokens
      .slice(from, i + reading.length)
      .map((t) => t.text)
      .join(' ')
      .replace(/[.,!?;:]+$/, '');
    // `three more moves in this round`: the round is the whole.
    const inRound =
      reading.body.type === 'moves-left' &&
      reading.body.unit !== 'round' &&
      tokens.slice(i, i + 10).some((t) => /^(round|circuit|set)$/.test(t.norm));
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

function readAt(
  tokens: readonly Token[],
  i: number,
  mentions: readonly Mention[],
  equipment: readonly string[],
): Reading | null {
  const named = mentions.some((m) => m.token + m.tokens <= i && i - (m.token + m.tokens) <= 1);
  return (
    readHalf(tokens, i) ??
    readReps(tokens, i) ??
    readLeft(tokens, i) ??
    readTime(tokens, i) ??
    readRound(tokens, i) ??
    readSide(tokens, i, named) ??
    readPosition(tokens, i) ??
    readEquipment(tokens, i, equipment)
  );
}

/**
 * Words right before a name that announce it, whatever article stands between: `moving on to`, `followed by`, `then
 * it's`, `after this we go into`.
 */
const ANNOUNCES =
  /(?:^| )(?:(?:moving|move|going|go|straight|over|carry) (?:on|straight|right|back)? ?(?:to|into|onto|with)|on to|followed by|then (?:its|it is|it will be|comes|come|we have|weve got|we do|we go into|we go to|on to|onto|into|for)|after (?:this|that|the break|your break|the rest) (?:its|it is|we have|weve got|we go into|we go to|we do|comes|come|you have|youve got|were doing|were going into|were going to|is|i want|we move (?:on )?(?:to|into))|finish(?:ing)? (?:off )?with|(?:leads|takes) us (?:to|into)|getting ready for|get ready for|set up for)(?: (?:the|a|an|our|your|some|those|these|my|our favourite|that))*$/;

/**
 * A move's name near `next`, or after words that announce it: `next up, squats`, `squats are next`, `moving on to
 * squats`.
 */
function readNext(tokens: readonly Token[], mention: Mention): Reading | null {
  const before = tokens.slice(Math.max(0, mention.token - 5), mention.token);
  const after = tokens.slice(mention.token + mention.tokens, mention.token + mention.tokens + 3);
  const lead = tokens
    .slice(Math.max(0, mention.token - 9), mention.token)
    .map((t) => t.norm)
    .join(' ');
  const announced =
    ANNOUNCES.test(lead) ||
    before.some((t) => NEXT.test(t.norm)) ||
    after.slice(0, 3).some((t, k) => NEXT.test(t.norm) && (k > 0 || t.norm === 'next' || after[1]?.norm === 'up'));
  if (!announced) return null;
  return { body: { type: 'next-up', label: mention.label }, length: mention.tokens };
}
