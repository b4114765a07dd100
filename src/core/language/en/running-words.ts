import type { RunningClaimWords } from '../heard-words.ts';
import { bareSeconds } from './bare-seconds.ts';
import {
  DONE_AND_LEFT,
  HALF,
  LAST_MOVE,
  LEADS_IN,
  LYING_ON,
  NO_SIDE_BEFORE,
  POSITIONS_SAID,
  PROP_FOLLOWED,
  PROP_LEADS,
  PROP_NONE,
  REPS_LEFT,
  ROUND_SAID,
  SIDE,
  SIDE_PAST,
  SIDE_SAID,
  SPAN,
  TAKEN_BACK,
  TOTAL,
  TO_GO,
} from './claim-patterns.ts';
import { LENGTH_DONE, LENGTH_OF_CLASS, LENGTH_OF_EACH, partSaid } from './length-words.ts';
import { numberOf } from './numbers.ts';
import { NOT_JUST } from './read-time.ts';

type Groups = readonly (string | undefined)[];

const roundIn: RunningClaimWords['roundIn'] = (words, groups) => ({
  round: /\btwice\b/.test(words)
    ? 2
    : /\bonce\b/.test(words)
      ? 1
      : numberOf(groups.find((g) => g !== undefined && numberOf(g) !== null)),
  last: /\b(?:last|final)\b/.test(words),
});

function secondsIn(words: string, groups: Groups): number {
  if (/\babout a minute\b/.test(words)) return 60;
  if (/\bhalf a minute\b/.test(words)) return 30;
  if (/\bhour\b/.test(words)) return (/\bhalf\b/.test(words) ? 30 : /\bthree\b/.test(words) ? 45 : 15) * 60;
  const [tens, ones] = [numberOf(groups[0]) ?? 0, numberOf(groups[1]) ?? 0];
  return (tens + ones) * (/\bmin/.test(words) ? 60 : 1);
}

export const RUNNING: RunningClaimWords = {
  side: SIDE,
  noSideBefore: NO_SIDE_BEFORE,
  sideFirst: /\bfirst\b/,
  sideSaid: SIDE_SAID,
  sideWord: /\bsides?\b/,
  lyingOn: LYING_ON,
  sidePast: SIDE_PAST,
  takenBack: TAKEN_BACK,
  repsLeft: REPS_LEFT,
  total: TOTAL,
  summedUp: /\b(?:thats|that is) all\b/,
  repsUnit: /\b(?:reps|repetitions|of (?:these|those|them|each)|on each)\b/,
  lastMove: LAST_MOVE,
  oneMore: /^one more\b/,
  doneAndLeft: DONE_AND_LEFT,
  round: ROUND_SAID,
  roundIn,
  roundsInAll: /\b(?:rounds|once|twice|times)\b/,
  roundDone: /\b(?:thats|was|done|finished|down|over|complete|bag)\b/,
  roundsOpen: /\b(?:more|left|go|down|done|home|or|if|another|after|first|last|each|side|leg|arm)\b/,
  half: HALF,
  halfOf: {
    theClass: /\b(?:class|workout|session|video)\b/,
    more: /\b(?:rounds?|circuit|block|part|rest|break|moves|exercises)\b/,
  },
  halfHedged: NOT_JUST,
  halfTempo: /\btime\b/,
  span: SPAN,
  lengthOfEach: LENGTH_OF_EACH,
  lengthOfClass: LENGTH_OF_CLASS,
  lengthDone: LENGTH_DONE,
  partSaid,
  secondsIn,
  toGo: TO_GO,
  bareSeconds,
  leftAfter: /^(?:left|more(?! than)|to go|remaining)\b/,
  leftInside: /\bmore\b/,
  positions: POSITIONS_SAID,
  positionTakenBack: /\b(?:no|sorry|i mean|wait)\b.{0,12}\bon(?:to)? (?:your|our)\b/,
  leadsIn: LEADS_IN,
  nameFollowed: /^(?:next|now|first|is next|are next|coming)\b/,
  saysNext:
    /\b(?:next(?! (?:to|time|week|month|block|part|half|class|video|section)\b)|after (?:this|that|those|these))\b/,
  nextRightBefore: /(?:whats next|up next|coming up|next (?:one|move|exercise)(?: is)?)(?: (?:the|a|some|our))*$/,
  nextTakenBack: /\b(?:no|wait|oh)\b.{0,40}\bfirst\b/,
  // `The bugs now`, `it's a row`; `row's next`.
  headBefore: /^(?:its|the|a|then|your|that|some|thats|theres|into|with|doing|our|those|these|and)$/,
  headAfter: /^(?:next|now|first|are|is|s)$/,
  mat: 'mat',
  propLeads: PROP_LEADS,
  propFollowed: PROP_FOLLOWED,
  propNone: PROP_NONE,
  propTaken: /\b(?:get|grab|pick|put|take|swap|need|want)\b/,
  propTakenBack: { before: /\bthats it for\b/, after: /\b(?:i mean|sorry|oops|scratch that|no (?:the|your|a|not))\b/ },
};
