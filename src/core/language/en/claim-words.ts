import { pattern } from '../pattern.ts';
import type { ClaimWords } from '../heard-words.ts';
import type { SaidWord } from '../said-word.ts';
import { isElsewhere } from './claim-numbers.ts';
import { readLeft, readReps, readRound } from './read-count.ts';
import { readEquipment, readPosition, readSide } from './read-place.ts';
import { readHalf, readTime } from './read-time.ts';

const NEXT = /^(next|coming|upnext)$/;
/** `Next time`, `in the next block`: not what comes now. */
const NEXT_OF = /^(?:time|week|weeks|month|block|part|half|class|video|section|rep)$/;
/** `For the next squat, go lower` is a repetition. */
const EACH_NEXT = /(?:^| )(?:the|each|every|this|your) next$/;

/**
 * Words right before a name that announce it, whatever article stands between: `moving on to`, `followed by`, `then
 * it's`, `after this we go into`.
 */
const ANNOUNCES = pattern('')`
  (?:^| )(?:(?:moving|move|going|go|straight|over|carry) (?:on|straight|right|back)? ?(?:to|into|onto|with)|on to|
  followed by|then (?:its|it is|it will be|comes|come|we have|weve got|we do|we go into|we go to|on to|onto|into|for)|
  after (?:this|that|the break|your break|the rest) (?:its|it is|we have|weve got|we go into|we go to|we do|comes|come|
  you have|youve got|were doing|were going into|were going to|is|i want|we move (?:on )?(?:to|into))|
  finish(?:ing)? (?:off )?with|(?:leads|takes) us (?:to|into)|getting ready for|get ready for|set up for|now for|
  here comes?|straight into)(?: (?:the|a|an|our|your|some|those|these|my|our favourite|that))*$
`;

/** `next up, squats`, `squats are next`, `moving on to squats`; the name is words [from, to). */
function announces(words: readonly SaidWord[], from: number, to: number): boolean {
  const before = words.slice(Math.max(0, from - 5), from);
  const after = words.slice(to, to + 3);
  const lead = words
    .slice(Math.max(0, from - 9), from)
    .map((w) => w.norm)
    .join(' ');
  if (EACH_NEXT.test(lead)) return false;
  return (
    ANNOUNCES.test(lead) ||
    before.some((w, k) => NEXT.test(w.norm) && !NEXT_OF.test(before[k + 1]?.norm ?? '')) ||
    after.some((w, k) => NEXT.test(w.norm) && (k > 0 || w.norm === 'next' || after[1]?.norm === 'up'))
  );
}

export const CLAIMS: ClaimWords = {
  isElsewhere,
  readers: [
    readHalf,
    readReps,
    readLeft,
    readTime,
    readRound,
    (words, i, { named }) => readSide(words, i, named),
    readPosition,
    (words, i, { equipment }) => readEquipment(words, i, equipment),
  ],
  announces,
  wholes: /^(round|circuit|set)$/,
  equipment: ['mat', 'chair', 'towel', 'dumbbell', 'dumbbells', 'kettlebell', 'bench', 'ball', 'rope'],
  sameProps: [
    ['backpack', 'rucksack', 'bag', 'pack'],
    ['dumbbell', 'weight'],
    ['chair', 'seat'],
    ['step', 'platform', 'box'],
    ['bottle', 'jug'],
    ['cushion', 'pillow', 'bolster'],
    ['broomstick', 'broom', 'stick', 'pole'],
    ['kettlebell', 'bell'],
  ],
};
