import { pattern } from '../pattern.ts';
import type { LineWords } from '../said-lines.ts';
import type { ProposalWords } from '../heard-words.ts';
import { BEGINS_PART } from './small-words.ts';

/** `Forty seconds on`, `twenty of rest`: what a number is the length of, by the three words after it. */
function lengthOf(words: readonly string[]): 'work' | 'rest' | null {
  const after = /^sec/.test(words[0] ?? '') ? words.slice(1) : words;
  const of = after[0] === 'of' ? after[1] : after[0];
  if (of === 'on' || of === 'work' || of === 'working') return 'work';
  return of === 'off' || of === 'rest' || of === 'recovery' || of === 'break' ? 'rest' : null;
}

export const PROPOSALS: ProposalWords = {
  otherSide: pattern('')`
    \b(?:other (?:side|leg|arm|foot|hand)|(?:swap|switch|change)(?: (?:legs|sides|feet|hands|arms|over)|$)|
    second side)\b
  `,
  joins: /\b(?:after|then|and)\b/,
  // `There are squats and …`, `lots of squats and …`: what will be.
  promises: new Set(['are', 'some', 'of', 'like', 'doing', 'with']),
  and: 'and',
  keep: 'keep',
  lengthOf,
  stretchName: /\b(stretch|pose|fold|opener|twist)\b/i,
  warmUp: new Set(['warm', 'warmup', 'warming']),
  water: new Set(['water']),
};

export const LINES: LineWords = {
  beginsPart: BEGINS_PART,
  joinedBy: /^(?:and|so|but|then|okay|ok|now)[,\s]+/i,
  joints: /[,;]\s+|\s+(?=(?:and|then|but|so|because|while|until)\s)/g,
  dropsAtJoint: /^[,;]?\s*(?:and\s+)?/,
};
