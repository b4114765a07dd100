import { pattern } from '../pattern.ts';
import type { LineWords } from '../said-lines.ts';
import type { ProposalWords } from '../heard-words.ts';
import { BEGINS_PART } from './small-words.ts';

/**
 * `Forty seconds on`, `twenty of rest`, `thirty seconds apiece`, `each takes fifteen`, `a rest of twenty seconds`: what
 * a number is the length of, by the words around it.
 */
function lengthOf(words: readonly string[], before: readonly string[]): 'work' | 'rest' | null {
  const seconds = /^sec/.test(words[0] ?? '');
  const after = seconds ? words.slice(1) : words;
  const of = after[0] === 'of' ? after[1] : after[0];
  if (of === 'on' || of === 'work' || of === 'working') return 'work';
  if (of === 'off' || of === 'rest' || of === 'recovery' || of === 'break' || of === 'between') return 'rest';
  if (seconds && (of === 'apiece' || of === 'each' || of === 'per' || of === 'a')) return 'work';
  if (before.at(-1) === 'takes' && before.at(-2) === 'each') return 'work';
  return seconds && before.some((w) => w === 'rest' || w === 'break' || w === 'breather') ? 'rest' : null;
}

export const PROPOSALS: ProposalWords = {
  // `There are squats and …`, `lots of squats and …`: what will be.
  promises: new Set(['are', 'some', 'of', 'like', 'doing', 'with']),
  and: 'and',
  keep: 'keep',
  lengthOf,
  stretchName: /\b(stretch|pose|fold|opener|twist)\b/i,
  warmUp: new Set(['warm', 'warmup', 'warming']),
  water: new Set(['water']),
  nameSigns: {
    leads: pattern('')`
      \b(?:next|now|first|second|third|fourth|last|finally|number|onto|into|doing|got|back to|called|its|thats)\b
    `,
    follows: /^(?:next|now|first|again|please|is next)\b/,
    joined: /^(?:(?:and|then|so|now|the|a)(?: |$))*$/,
    denies: /\b(?:not|dont|isnt|wasnt|arent|no|wont|never|like|if|cant|said)\b/,
    owned: /\b(?:your|the|that|this|my|our|top|bottom|opposite|left|right|back|front|other|each|both|one|these|those)$/,
    bodyPart: /^(?:knee|arm|leg|heel|toe|hip|shoulder|back|chest|foot|head|elbow|hand)/,
    asked: pattern('')`
      ^(?:swing|open|fold|press|stretch|pulse|twist|curl|pull|push|roll|march|row|roll up|roll down|swimming|swinging|
      marching|rowing|stretching|climbing|folded)s?$|^(?:sit|get|chin|stand|step) up$
    `,
  },
};

export const LINES: LineWords = {
  beginsPart: BEGINS_PART,
  joinedBy: /^(?:and|so|but|then|okay|ok|now)[,\s]+/i,
  joints: /[,;]\s+|\s+(?=(?:and|then|but|so|because|while|until)\s)/g,
  dropsAtJoint: /^[,;]?\s*(?:and\s+)?/,
};
