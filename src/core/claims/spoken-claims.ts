import { labelsOf } from '../calls/name-variants.ts';
import { isActive } from '../plan/segment.ts';
import { normalise } from '../language/normalise.ts';
import type { SpokenWords } from '../transcript/transcript.ts';
import type { Claim, ClaimType } from './claim.ts';
import type { RunningClass } from './verdict.ts';
import { ClassAt, movesNamed } from './class-at.ts';
import { LengthsAt } from './lengths-at.ts';
import { checkDoneAndLeft } from './done-and-left.ts';
import { props, positions, rounds, spans } from './spoken-places.ts';
import {
  CORRECTED_WORDS,
  type Found,
  type Judged,
  SHARP_US,
  TAKEN_BACK_WORDS,
  type Push,
  RunningText,
} from './running-text.ts';

/** What comes is listed within this time. */
const LISTED_US = 20e6;
/** The next move is spoken of this long before its start, in seconds. */
const NEXT_SAID_S = 14;
/** That a move was left out is held against somebody who says that all were done, where it is at least this sure. */
const SURELY_LEFT_OUT = 0.8;
/** Two claims of one kind within this are one that was said twice. */
const SAME_US = 2.5e6;
/**
 * Claims in running speech, whatever marks it has: sides, what comes, repetitions and totals, props, positions, rounds,
 * lengths. What the class bears out is `true`; `false` is said only where the speaker takes it back or the class
 * plainly says otherwise and it is sure where the words fall; all else is `unsure`.
 */
export function spokenClaims(words: SpokenWords, running: RunningClass): Claim[] {
  const { tokens } = words;
  const named = movesNamed(running.plan);
  const text = new RunningText(words, labelsOf(named));
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
  names(named, text, at, push);
  counts(running, text, at, push);
  props(text, running, at, push);
  positions(text, at, push);
  rounds(text, at, push);
  spans(text, running, at, push);
  return claims.sort((a, b) => a.at - b.at);
}

function sides(text: RunningText, at: ClassAt, push: Push): void {
  const { running: said, forms } = text.language;
  for (const found of text.all(said.side)) {
    const side = forms.sideOf(found.groups.find((g) => g !== undefined) ?? '');
    if (side === null) continue;
    const word = text.words(found.token - 1, found.token + found.tokens);
    if (said.noSideBefore.test(text.words(found.token - 1, found.token + 1)) || said.noSideBefore.test(word)) continue;
    const other = side === 'left' ? 'right' : 'left';
    const after = text.after(found, TAKEN_BACK_WORDS);
    const later = text.after(found, CORRECTED_WORDS).split(' ');
    const takenBack = said.takenBack.test(after) && later.some((word) => forms.sideOf(word) === other);
    const here = at.sides(text.tokens[found.token]?.at ?? 0);
    const words = text.words(found.token, found.token + found.tokens + 1);
    // `Right side` where it is known when it was said, or `right leg first`, leaves no other reading.
    const first =
      said.sideFirst.test(words) ||
      said.sideSaid.test(text.words(found.token - 4, found.token + found.tokens + 3)) ||
      (said.sideWord.test(words) && (text.tokens[found.token]?.sigma ?? Infinity) < SHARP_US);
    const liesOn = said.lyingOn.test(text.words(found.token - 6, found.token + found.tokens));
    const named = text.tokens.findIndex((t, i) => i >= found.token && forms.sideOf(t.norm) === side);
    const past =
      said.sidePast.before.test(text.words(named - 5, named)) ||
      said.sidePast.after.test(text.words(named + 1, named + 5));
    const verdict = takenBack
      ? 'false'
      : here.sides.has(side)
        ? 'true'
        : here.sides.size > 0 && first && here.sure && !liesOn && !past
          ? 'false'
          : 'unsure';
    push('side', found, { claimed: side, actual: [...here.sides][0] ?? null, verdict });
  }
}

/** Moves that are named where they come or begin. */
function names(named: ReturnType<typeof movesNamed>, text: RunningText, at: ClassAt, push: Push): void {
  const { tokens } = text;
  const said = text.language.running;
  const labels = [...new Set(named.map((m) => m.label))];
  const mentions = [...text.mentions, ...headsNamed(text, labels, at)];
  /** Whether a move is named in the same breath of the class: what comes may be listed, then `next` is the second. */
  const alsoNamed = (label: string, us: number) =>
    mentions.some((m) => m.label === label && Math.abs((tokens[m.token]?.at ?? 0) - us) < LISTED_US);
  for (const mention of mentions) {
    const found: Found = { token: mention.token, tokens: mention.tokens, groups: [] };
    const us = tokens[mention.token]?.at ?? 0;
    const lead = text.words(mention.token - 6, mention.token);
    const led = said.leadsIn.test(lead) || said.nameFollowed.test(text.after(found, 2));
    const coming = at.coming(us);
    const is = at.segment(us);
    const begins = is !== null && isActive(is) && is.label === mention.label && us - is.start < 9e6;
    const near = is !== null && (!isActive(is) || is.end - us < 14e6 || begins || led);
    if (!near) continue;
    const order = coming.indexOf(mention.label);
    const explicit =
      said.saysNext.test(`${text.sentenceBefore(mention.token)} ${text.after(found, 2)}`) ||
      said.nextRightBefore.test(text.words(mention.token - 4, mention.token));
    // `Press-ups next, no, the row`: what comes is named right after it.
    const put = mentions.some(
      ({ label, token }) => label === coming[0] && token > mention.token && token - mention.token <= CORRECTED_WORDS,
    );
    const takenBack =
      order !== 0 &&
      (said.nextTakenBack.test(text.after(found, 24)) ||
        (put && said.takenBack.test(text.after(found, explicit ? TAKEN_BACK_WORDS : 2))));
    // In a break one says what comes and what comes after it, in a move what comes after that.
    const reach = 2 * (tokens[mention.token]?.sigma ?? 0);
    const inMove = is !== null && isActive(is) && coming[0] !== is.label && is.end - us > reach;
    const listed = coming[0] === undefined || mention.label === coming[0] || alsoNamed(coming[0], us);
    const last = explicit ? (inMove || !listed ? 0 : 1) : listed || (is !== null && isActive(is)) ? 2 : 0;
    const never = [us - reach, us + reach].every((t) => at.coming(t)[0] !== mention.label);
    const wrong = explicit && order !== 0 && coming.length > 2 && never && at.sure(us);
    const holds = !takenBack && (begins || (order >= 0 && order <= last));
    const verdict = holds ? 'true' : wrong || takenBack ? 'false' : 'unsure';
    push('next-up', found, { claimed: mention.label, actual: coming[0] ?? 'the end', verdict });
  }
}

/** A name's end of more words than this is the name. */
const HEAD_WORDS = 2;

/**
 * Moves called by the end of their name alone: `the lifts`, `it's leg lifts`. Where several end so, the one that comes
 * is meant.
 */
function headsNamed(
  { tokens, language }: RunningText,
  labels: readonly string[],
  at: ClassAt,
): { readonly label: string; readonly token: number; readonly tokens: number }[] {
  const { stem } = language.forms;
  const { headBefore, headAfter } = language.running;
  const { edges } = language.names;
  const heads = new Map<string, string[]>();
  for (const label of labels) {
    const words = label.split(/[\s-]+/).map(normalise);
    // `Up` ends push-up and says nothing.
    if (edges.has(words.at(-1)!)) continue;
    for (let n = 1; n <= HEAD_WORDS && n < words.length; n++) {
      const head = words.slice(-n).map(stem).join(' ');
      heads.set(head, [...(heads.get(head) ?? []), label]);
    }
  }
  const named = (last: number, words: number): readonly string[] => {
    const before = tokens.slice(last - words + 1, last).map((t) => stem(t.norm));
    const { norm } = tokens[last]!;
    const ends = ['', 's', 'es'].filter((end) => norm.endsWith(end));
    const found = ends.map((end) => heads.get([...before, stem(norm.slice(0, norm.length - end.length))].join(' ')));
    return found.find((of) => of !== undefined) ?? [];
  };
  return tokens.flatMap(({ at: us }, last) => {
    for (let words = Math.min(HEAD_WORDS, last + 1); words > 0; words--) {
      const of = named(last, words);
      const label = of.length === 1 ? of[0]! : of.find((one) => one === at.coming(us)[0]);
      if (label === undefined) continue;
      const token = last - words + 1;
      const led = headBefore.test(tokens[token - 1]?.norm ?? '') || headAfter.test(tokens[last + 1]?.norm ?? '');
      if (led) return [{ label, token, tokens: words }];
    }
    return [];
  });
}

function counts(running: RunningClass, text: RunningText, at: ClassAt, push: Push): void {
  const { running: said, forms } = text.language;
  const { numberOf } = forms;
  const lengths = new LengthsAt(running, at);
  const number = (found: Found) => numberOf(found.groups.find((g) => g !== undefined)) ?? 1;
  for (const found of text.all(said.repsLeft)) {
    const us = text.tokens[found.token]?.at ?? 0;
    const left = at.left(us);
    const n = number(found);
    // So many repetitions take from a second to a dozen each.
    const fits = left !== null && left >= n * 0.6 - 3 && left <= n * 14 + 8;
    push('count', found, { claimed: n, actual: left, verdict: fits ? 'true' : 'unsure' });
  }
  for (const found of text.all(said.total)) {
    const n = number(found);
    const us = text.tokens[found.token]?.at ?? 0;
    const summed = said.summedUp.test(text.words(found.token - 3, found.token + 1));
    const ofReps = said.repsUnit.test(text.words(found.token, found.token + found.tokens));
    const reps = at.reps(us);
    const totals = [...(reps === null ? [] : [reps]), ...(ofReps && reps !== null ? [] : at.totals(us))];
    const round = at.roundDone(us);
    // More than there are at all, both sides and all rounds counted, before the class has begun.
    const beyond = !totals.includes(n) && !ofReps && lengths.ofClass(us, 'before') !== null && n > at.workedInAll;
    const short = summed && round !== null && round.planned === n && round.filmed < n && round.sure >= SURELY_LEFT_OUT;
    push('count', found, {
      claimed: n,
      actual: short ? round.filmed : (totals[0] ?? null),
      verdict: short || beyond ? 'false' : totals.includes(n) ? 'true' : 'unsure',
    });
  }
  for (const found of text.all(said.lastMove)) {
    const { at: us = 0, sigma = 0 } = text.tokens[found.token] ?? {};
    const left = at.movesLeft(us);
    // Towards the end of one move people speak of the next; not in its middle.
    const oneMore = said.oneMore.test(text.words(found.token, found.token + found.tokens));
    const near = oneMore || (at.left(us) ?? 0) <= NEXT_SAID_S + (2 * sigma) / 1e6;
    // `That's it for the towel` is of a prop as often as of moves.
    const wrong =
      !said.propTakenBack.before.test(text.words(found.token, found.token + found.tokens)) &&
      said.takenBack.test(text.after(found, TAKEN_BACK_WORDS));
    push('moves-left', found, {
      claimed: 0,
      actual: left[0] ?? null,
      verdict: left.some((x) => x <= (near ? 1 : 0)) ? 'true' : wrong && at.sure(us) ? 'false' : 'unsure',
    });
  }
  for (const found of text.all(said.doneAndLeft)) {
    const us = text.tokens[found.token]?.at ?? 0;
    const [done, n] = [numberOf(found.groups[0]), numberOf(found.groups[1] ?? found.groups[2]) ?? 0];
    const both = done === null ? null : checkDoneAndLeft({ done, left: n }, running, us);
    const left = at.movesLeft(us);
    const plain = at.sure(us) && found.groups[1] !== undefined;
    const verdict = both?.verdict ?? (left.includes(n) ? 'true' : 'false');
    const judged = { claimed: n, actual: both?.actual ?? left[0] ?? null };
    push('moves-left', found, { ...judged, verdict: verdict === 'false' && !plain ? 'unsure' : verdict });
  }
}
