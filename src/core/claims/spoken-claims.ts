import { findMentions, labelsOf } from '../calls/name-match.ts';
import { hear } from '../calls/detect-calls.ts';
import {
  DONE_AND_LEFT,
  HALF,
  LAST_MOVE,
  LEADS_IN,
  NO_SIDE_BEFORE,
  POSITIONS_SAID,
  PROP_LEADS,
  PROP_NONE,
  REPS_LEFT,
  ROUND_SAID,
  SIDE,
  SPAN,
  TAKEN_BACK,
  TOTAL,
  TO_GO,
} from '../language/en/claim-patterns.ts';
import { numberOf } from '../language/en/numbers.ts';
import { stem } from '../language/en/sounds-like.ts';
import { isActive } from '../plan/segment.ts';
import { normalise } from '../transcript/normalise.ts';
import type { Token } from '../transcript/transcript.ts';
import type { Claim, ClaimType } from './claim.ts';
import type { RunningClass } from './check-claims.ts';
import { ClassAt, movesNamed } from './class-at.ts';

/** A place in running text that may be a claim: its tokens, and the words of the match. */
interface Found {
  readonly token: number;
  readonly tokens: number;
  readonly groups: readonly (string | undefined)[];
}

type Judged = Pick<Claim, 'claimed' | 'actual' | 'verdict'>;

/** Two claims of one kind within this are one that was said twice. */
const SAME_US = 2.5e6;
const SHARP_US = 400_000;
/** Words after a claim in which it may be taken back. */
const TAKEN_BACK_WORDS = 9;

/**
 * Claims in running speech, whatever marks it has: sides, what comes, repetitions and totals, props, positions, rounds,
 * lengths.
 * What the class bears out is `true`; `false` is said only where the speaker takes it back or the class plainly says
 * otherwise
 * and it is sure where the words fall; all else is `unsure`.
 */
export function spokenClaims(tokens: readonly Token[], running: RunningClass): Claim[] {
  const text = new RunningText(tokens);
  const at = new ClassAt(running);
  const claims: Claim[] = [];
  const push = (type: ClaimType, found: Found, judged: Judged | null) => {
    const first = tokens[found.token];
    if (judged === null || first === undefined) return;
    const twice = claims.some(
      (c) => c.type === type && c.claimed === judged.claimed && Math.abs(c.at - first.at) < SAME_US,
    );
    if (twice) return;
    const segment = at.segment(first.at);
    claims.push({ at: first.at, type, said: text.said(found), segmentKey: segment?.key ?? null, ...judged });
  };
  sides(text, at, push);
  names(tokens, running, text, at, push);
  counts(text, at, push);
  props(text, running, at, push);
  positions(text, at, push);
  rounds(text, at, push);
  spans(tokens, text, at, push);
  return claims.sort((a, b) => a.at - b.at);
}

type Push = (type: ClaimType, found: Found, judged: Judged | null) => void;

/** The words of a take as one text, and back from its letters to its words. */
class RunningText {
  readonly text: string;
  private readonly starts: number[] = [];

  constructor(readonly tokens: readonly Token[]) {
    let text = '';
    for (const t of tokens) {
      this.starts.push(text.length + (text === '' ? 0 : 1));
      text += (text === '' ? '' : ' ') + t.norm;
    }
    this.text = text;
  }

  all(pattern: RegExp): Found[] {
    return [...this.text.matchAll(pattern)].map((m) => {
      const token = this.tokenAt(m.index);
      return { token, tokens: m[0].trim().split(' ').length, groups: m.slice(1) };
    });
  }

  words(from: number, to: number): string {
    return this.tokens
      .slice(Math.max(0, from), Math.max(0, to))
      .map((t) => t.norm)
      .join(' ');
  }

  said({ token, tokens }: Found): string {
    return this.tokens
      .slice(token, token + tokens)
      .map((t) => t.text)
      .join(' ')
      .replace(/[.,!?;:]+$/, '');
  }

  /** What follows a claim within some words and one breath. */
  after({ token, tokens }: Found, count: number): string {
    return this.words(token + tokens, token + tokens + count);
  }

  private tokenAt(letter: number): number {
    let [low, high] = [0, this.starts.length - 1];
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if ((this.starts[middle] as number) <= letter) low = middle;
      else high = middle - 1;
    }
    return low;
  }
}

function sides(text: RunningText, at: ClassAt, push: Push): void {
  for (const found of text.all(SIDE)) {
    const side = (found.groups[0] ?? found.groups[1]) as 'left' | 'right';
    const word = text.words(found.token - 1, found.token + found.tokens);
    if (NO_SIDE_BEFORE.test(text.words(found.token - 1, found.token + 1)) || NO_SIDE_BEFORE.test(word)) continue;
    const other = side === 'left' ? 'right' : 'left';
    const after = text.after(found, TAKEN_BACK_WORDS);
    const takenBack = TAKEN_BACK.test(after) && new RegExp(`\\b${other}\\b`).test(after);
    const here = at.sides(text.tokens[found.token]?.at ?? 0);
    const words = text.words(found.token, found.token + found.tokens + 1);
    // `Right side` where it is known when it was said, or `right leg first`, leaves no other reading.
    const first =
      /\bfirst\b/.test(words) || (/\bsides?\b/.test(words) && (text.tokens[found.token]?.sigma ?? Infinity) < SHARP_US);
    const verdict = takenBack
      ? 'false'
      : here.sides.has(side)
        ? 'true'
        : here.sides.size > 0 && first && here.sure
          ? 'false'
          : 'unsure';
    push('side', found, { claimed: side, actual: [...here.sides][0] ?? null, verdict });
  }
}

/** Moves that are named where they come or begin. */
function names(tokens: readonly Token[], running: RunningClass, text: RunningText, at: ClassAt, push: Push): void {
  const named = movesNamed(running.plan);
  const labels = [...new Set(named.map((m) => m.label))];
  for (const mention of [...findMentions(tokens, labelsOf(named)), ...headsNamed(tokens, labels)]) {
    const found: Found = { token: mention.token, tokens: mention.tokens, groups: [] };
    const us = tokens[mention.token]?.at ?? 0;
    const lead = text.words(mention.token - 6, mention.token);
    const led = LEADS_IN.test(lead) || /^(?:next|now|first|is next|are next|coming)\b/.test(text.after(found, 2));
    const coming = at.coming(us);
    const is = at.segment(us);
    const begins = is !== null && isActive(is) && is.label === mention.label && us - is.start < 9e6;
    const near = is !== null && (!isActive(is) || is.end - us < 14e6 || begins || led);
    if (!near) continue;
    const order = coming.indexOf(mention.label);
    const explicit = /\b(?:next|after (?:this|that|those|these))\b/.test(lead + ' ' + text.after(found, 2));
    const takenBack = /\b(?:no|wait|oh)\b.{0,40}\bfirst\b/.test(text.after(found, 24));
    const verdict =
      begins || (order >= 0 && order < 3)
        ? 'true'
        : explicit && (order < 0 || order > 2) && coming.length > 2 && (takenBack || at.sure(us))
          ? 'false'
          : 'unsure';
    push('next-up', found, { claimed: mention.label, actual: coming[0] ?? 'the end', verdict });
  }
}

/** Before the last word of a name these lead it in: `the bugs now`, `it's a row`; after it these: `row's next`. */
const HEAD_BEFORE = /^(?:its|the|a|then|your|some|thats|theres|into|with|doing|our|those|these|and)$/;
const HEAD_AFTER = /^(?:next|now|first|are|is|s)$/;

/** Moves called by the last word of their name alone, where no other move ends so. */
function headsNamed(
  tokens: readonly Token[],
  labels: readonly string[],
): { readonly label: string; readonly token: number; readonly tokens: number }[] {
  const heads = new Map<string, string | null>();
  for (const label of labels) {
    const words = label.split(/[\s-]+/).map(normalise);
    const head = stem(words.at(-1) ?? '');
    if (words.length > 1) heads.set(head, heads.has(head) ? null : label);
  }
  return tokens.flatMap((token, i) => {
    const label = heads.get(stem(token.norm)) ?? heads.get(stem(token.norm.replace(/s$/, '')));
    if (label === undefined || label === null) return [];
    const led = HEAD_BEFORE.test(tokens[i - 1]?.norm ?? '') || HEAD_AFTER.test(tokens[i + 1]?.norm ?? '');
    return led ? [{ label, token: i, tokens: 1 }] : [];
  });
}

function counts(text: RunningText, at: ClassAt, push: Push): void {
  const number = (found: Found) => numberOf(found.groups.find((g) => g !== undefined)) ?? 1;
  for (const found of text.all(REPS_LEFT)) {
    const us = text.tokens[found.token]?.at ?? 0;
    const left = at.left(us);
    const n = number(found);
    // So many repetitions take from a second to a dozen each.
    const fits = left !== null && left >= n * 0.6 - 3 && left <= n * 14 + 8;
    push('count', found, { claimed: n, actual: left, verdict: fits ? 'true' : 'unsure' });
  }
  for (const found of text.all(TOTAL)) {
    const n = number(found);
    const us = text.tokens[found.token]?.at ?? 0;
    const summed = /\b(?:thats|that is) all\b/.test(text.words(found.token - 3, found.token + 1));
    const totals = at.totals(us);
    const filmed = at.filmedInRound(us);
    const short = summed && totals[0] === n && filmed !== null && filmed < n && at.sure(us);
    push('count', found, {
      claimed: n,
      actual: filmed ?? totals[0] ?? null,
      verdict: short ? 'false' : totals.includes(n) ? 'true' : 'unsure',
    });
  }
  for (const found of text.all(LAST_MOVE)) {
    const left = at.movesLeft(text.tokens[found.token]?.at ?? 0);
    push('moves-left', found, {
      claimed: 0,
      actual: left[0] ?? null,
      verdict: left.some((x) => x <= 1) ? 'true' : 'unsure',
    });
  }
  for (const found of text.all(DONE_AND_LEFT)) {
    const us = text.tokens[found.token]?.at ?? 0;
    const n = numberOf(found.groups[1] ?? found.groups[2]) ?? 0;
    const left = at.movesLeft(us);
    push('moves-left', found, {
      claimed: n,
      actual: left[0] ?? null,
      verdict: left.includes(n) ? 'true' : at.sure(us) && found.groups[1] !== undefined ? 'false' : 'unsure',
    });
  }
}

/** Props of the plan, spoken of where they are taken up, put down or asked for. */
function props(text: RunningText, running: RunningClass, at: ClassAt, push: Push): void {
  const heads = new Map<string, string>();
  for (const b of running.plan.blocks)
    for (const m of b.moves)
      for (const need of m.needs)
        for (const word of need.split(/[\s-]+/).slice(-1)) heads.set(stem(normalise(word)), need);
  for (const mat of ['mat']) if (!heads.has(mat)) heads.set(mat, 'mat');
  for (const [i, token] of text.tokens.entries()) {
    const need = heads.get(stem(token.norm));
    if (need === undefined) continue;
    const found: Found = { token: Math.max(0, i - 2), tokens: Math.min(3, i + 1), groups: [] };
    const is = at.segment(token.at);
    const lead = text.words(i - 4, i);
    if (
      PROP_NONE.test(lead) ||
      !PROP_LEADS.test(lead) ||
      (is !== null &&
        isActive(is) &&
        token.at - is.start > 6e6 &&
        is.end - token.at > 8e6 &&
        !/\b(?:get|grab|pick|put|take|swap|need|want)\b/.test(lead))
    )
      continue;
    const after = text.after({ token: i, tokens: 1, groups: [] }, TAKEN_BACK_WORDS);
    const takenBack = /\b(?:i mean|sorry)\b/.test(after) && /\bthats it for\b/.test(text.words(i - 5, i));
    const planned = at.needs.has(need);
    push('equipment', found, {
      claimed: `needs ${need}`,
      actual: planned ? `needs ${need}` : null,
      verdict: takenBack ? 'false' : planned ? 'true' : 'unsure',
    });
  }
}

function positions(text: RunningText, at: ClassAt, push: Push): void {
  for (const [pattern, positions] of POSITIONS_SAID)
    for (const found of text.all(pattern)) {
      const us = text.tokens[found.token]?.at ?? 0;
      const near = at.positions(us);
      const after = text.after(found, 6);
      const takenBack = /\b(?:no|sorry|i mean|wait)\b.{0,12}\bon(?:to)? (?:your|our)\b/.test(after);
      push('position', found, {
        claimed: positions[0] ?? '',
        actual: near[0] ?? null,
        verdict: takenBack ? 'false' : positions.some((p) => near.includes(p)) ? 'true' : 'unsure',
      });
    }
}

function rounds(text: RunningText, at: ClassAt, push: Push): void {
  for (const found of text.all(ROUND_SAID)) {
    const us = text.tokens[found.token]?.at ?? 0;
    const words = text.words(found.token, found.token + found.tokens);
    const n = /\btwice\b/.test(words)
      ? 2
      : /\bonce\b/.test(words)
        ? 1
        : (numberOf(found.groups.find((g) => g !== undefined && numberOf(g) !== null)) ?? null);
    const { round, rounds } = at.round(us);
    const last = /\b(?:last|final)\b/.test(words);
    const holds = last ? round === rounds : n !== null && (n === round || n === rounds || n === round - 1);
    push('round', found, { claimed: n ?? 'last', actual: round, verdict: holds && rounds > 0 ? 'true' : 'unsure' });
  }
}

/** Half-ways, seconds that are left, countdowns, and how long things last. */
function spans(tokens: readonly Token[], text: RunningText, at: ClassAt, push: Push): void {
  for (const found of text.all(HALF)) {
    const token = tokens[found.token] as Token;
    const share = at.share(token.at);
    const slack = share === null ? 0 : 0.09 + (1.5 * token.sigma) / Math.max(1, share.lengthUs);
    const off = share === null ? 1 : Math.abs(share.done - 0.5);
    push('half-way', found, {
      claimed: share === null ? 0.5 : Math.round(share.lengthUs / 2e5) / 10,
      actual: share === null ? null : Math.round((share.done * share.lengthUs) / 1e5) / 10,
      verdict:
        off <= slack
          ? 'true'
          : off > slack + (token.sigma < SHARP_US ? 0.01 : 0.15) && at.sure(token.at)
            ? 'false'
            : 'unsure',
    });
  }
  const left = (found: Found, seconds: number) => {
    const token = tokens[found.token] as Token;
    const is = at.segment(token.at);
    // Where people count to music or repetitions, a number that is left is one of those.
    if (is !== null && isActive(is) && (is.scheme === 'counts' || is.scheme === 'reps')) {
      push('count', found, { claimed: seconds, actual: null, verdict: at.left(token.at) === null ? 'unsure' : 'true' });
      return;
    }
    const actual = at.left(token.at);
    const slack = 3 + seconds * 0.2 + (1.5 * token.sigma) / 1e6;
    const off = actual === null ? 0 : Math.abs(actual - seconds);
    push('seconds-left', found, {
      claimed: seconds,
      actual,
      verdict:
        actual === null ? 'unsure' : off <= slack ? 'true' : off > slack + 8 && at.sure(token.at) ? 'false' : 'unsure',
    });
  };
  for (const found of text.all(TO_GO)) left(found, numberOf(found.groups.find((g) => g !== undefined)) ?? 10);
  for (const h of hear(tokens, []))
    if (h.kind === 'countdown' && h.from >= 3)
      left({ token: h.token, tokens: h.said.split(' ').length, groups: [] }, h.from);
  // A number that stands alone: `Ten.`, `Eight.`
  for (const [i, token] of tokens.entries()) {
    const n = numberOf(token.norm);
    if (n === null || n < 5 || n > 15 || !/[.!,]$/.test(token.text) || !/[.!?…,]$/.test(tokens[i - 1]?.text ?? '.'))
      continue;
    if (numberOf(tokens[i + 1]?.norm) !== null || numberOf(tokens[i - 1]?.norm) !== null) continue;
    const is = at.segment(token.at);
    if (is === null || !isActive(is) || is.scheme === 'reps' || is.scheme === 'counts') continue;
    left({ token: i, tokens: 1, groups: [] }, n);
  }
  for (const found of text.all(SPAN)) {
    const words = text.words(found.token, found.token + found.tokens);
    const minutes = /\bmin/.test(words);
    const [tens, ones] = [numberOf(found.groups[0]) ?? 0, numberOf(found.groups[1]) ?? 0];
    const n = /\babout a minute\b/.test(words)
      ? 60
      : /\bhalf a minute\b/.test(words)
        ? 30
        : (tens + ones) * (minutes ? 60 : 1);
    if (n < 5) continue;
    const us = tokens[found.token]?.at ?? 0;
    // `Ten seconds` near the end of an interval is what is left of it.
    const ends = at.left(us);
    const call = ends !== null && n <= 30 && Math.abs(ends - n) <= 2 + n * 0.3;
    if (call || /^(?:left|more|to go|remaining)\b/.test(text.after(found, 2)) || /\bmore\b/.test(words)) left(found, n);
    else
      push('length', found, {
        claimed: n,
        actual: null,
        verdict: at.lengths(us).some((s) => Math.abs(s - n) <= Math.max(1, n * 0.1)) ? 'true' : 'unsure',
      });
  }
}
