import { isActive } from '../plan/segment.ts';
import { propStems } from '../calls/prop-names.ts';
import type { RunningClass } from './verdict.ts';
import { ClassAt } from './class-at.ts';
import { LengthsAt } from './lengths-at.ts';
import { lengthSaid } from './length-said.ts';
import { secondsLeft, timeLeft } from './time-left.ts';
import { CORRECTED_WORDS, type Found, SHARP_US, TAKEN_BACK_WORDS, type Push, RunningText } from './running-text.ts';

/** A prop that is named for another one is put right within so many words. */
const SWAPPED_WORDS = 7;

/** Props of the plan, spoken of where they are taken up, put down or asked for. */
export function props(text: RunningText, running: RunningClass, at: ClassAt, push: Push): void {
  const { running: said, forms } = text.language;
  const { stem } = forms;
  const heads = new Map<string, string>();
  for (const b of running.plan.blocks)
    for (const m of b.moves)
      for (const need of m.needs) for (const head of propStems(need, text.language)) heads.set(head, need);
  if (!heads.has(said.mat)) heads.set(said.mat, said.mat);
  for (const [i, token] of text.tokens.entries()) {
    const need = heads.get(stem(token.norm));
    if (need === undefined) continue;
    const found: Found = { token: Math.max(0, i - 2), tokens: Math.min(3, i + 1), groups: [] };
    const is = at.segment(token.at);
    const lead = text.words(i - 4, i);
    if (said.propNone.test(lead)) continue;
    const moved = said.propTaken.test(lead) || said.propFollowed.test(text.words(i + 1, i + 4));
    const amid = is !== null && isActive(is) && token.at - is.start > 6e6 && is.end - token.at > 8e6;
    // In talk and breaks a prop is named because it is needed, or not any more; in a move's name it is part of that.
    const idle = is !== null && !isActive(is) && !text.mentions.some((m) => i >= m.token && i < m.token + m.tokens);
    if (!moved && (amid || (!idle && !said.propLeads.test(lead)))) continue;
    const after = text.after({ token: i, tokens: 1, groups: [] }, TAKEN_BACK_WORDS);
    // `Grab your mat, no, your stick`: another prop is named in its place.
    const other = text.tokens.findIndex((t, k) => k > i && (heads.get(stem(t.norm)) ?? need) !== need);
    const swapped = other > 0 && other - i <= SWAPPED_WORDS && said.propTakenBack.after.test(text.words(i + 1, other));
    const takenBack =
      swapped || (said.propTakenBack.after.test(after) && said.propTakenBack.before.test(text.words(i - 5, i)));
    const planned = at.needs.has(need);
    push('equipment', found, {
      claimed: `needs ${need}`,
      actual: planned ? `needs ${need}` : null,
      verdict: takenBack ? 'false' : planned ? 'true' : 'unsure',
    });
  }
}

export function positions(text: RunningText, at: ClassAt, push: Push): void {
  const said = text.language.running;
  for (const [pattern, positions] of said.positions)
    for (const found of text.all(pattern)) {
      const us = text.tokens[found.token]?.at ?? 0;
      const near = at.positions(us);
      const after = text.after(found, 6);
      const takenBack = said.positionTakenBack.test(after);
      push('position', found, {
        claimed: positions[0] ?? '',
        actual: near[0] ?? null,
        verdict: takenBack ? 'false' : positions.some((p) => near.includes(p)) ? 'true' : 'unsure',
      });
    }
}

export function rounds(text: RunningText, at: ClassAt, push: Push): void {
  const said = text.language.running;
  const all = text.all(said.round);
  const named = (found: Found) => said.roundIn(text.words(found.token, found.token + found.tokens), found.groups).round;
  for (const found of all) {
    const corrected = all.some(
      (o) =>
        o.token > found.token &&
        o.token - found.token <= CORRECTED_WORDS &&
        named(o) !== named(found) &&
        said.takenBack.test(text.words(found.token + found.tokens, o.token)),
    );
    const us = text.tokens[found.token]?.at ?? 0;
    const words = text.words(found.token, found.token + found.tokens);
    const { round: n, last } = said.roundIn(words, found.groups);
    const { round, rounds, ended } = at.round(us);
    // `Two rounds` tells how many there are; `that was round one` is of the one that ends.
    const inAll = said.roundsInAll.test(words);
    const around = text.words(found.token - 4, found.token + found.tokens + 4);
    const done = at.left(us) === null || said.roundDone.test(around) ? ended : round;
    const planned = at.roundsInAll(us);
    const holds = last ? round === rounds : n !== null && (n === round || n === done || (inAll && planned.includes(n)));
    const told = inAll && n !== null && planned.length > 0 && at.left(us) === null && !said.roundsOpen.test(around);
    const wrong = corrected || (told && !holds && at.sure(us));
    const verdict = holds && rounds > 0 && !corrected ? 'true' : wrong ? 'false' : 'unsure';
    push('round', found, { claimed: n ?? 'last', actual: round, verdict });
  }
}

/** Said of the round, the block or the class, half of it is over within this share of it. */
const HALF_OF_MORE = 0.1;
/** Half of an interval; of repetitions or breaths it is where half of them are done, not half of the time. */
const HALF_SHARE = { timed: 0.09, free: 0.18 } as const;

/** `Halfway`: of the move; in a break, or where it is said, of what is longer, which is never held against anyone. */
function halfWay(found: Found, text: RunningText, at: ClassAt, push: Push): void {
  const { halfOf, halfHedged, halfTempo } = text.language.running;
  const token = text.tokens[found.token]!;
  const share = at.share(token.at);
  // To music `half time` is how fast one moves.
  if (share?.counted === true && halfTempo.test(text.words(found.token, found.token + found.tokens))) return;
  const after = text.after(found, 4);
  const ofClass = halfOf.theClass.test(after);
  if (share === null || ofClass || halfOf.more.test(after)) {
    const { theClass, parts } = at.wholes(token.at);
    const holds = [theClass, ...(ofClass ? [] : parts)].some((done) => Math.abs(done - 0.5) <= HALF_OF_MORE);
    push('half-way', found, { claimed: 0.5, actual: null, verdict: holds ? 'true' : 'unsure' });
    return;
  }
  const slack = HALF_SHARE[share.free ? 'free' : 'timed'] + (1.5 * token.sigma) / Math.max(1, share.lengthUs);
  const off = Math.abs(share.done - 0.5);
  const wrong =
    off > slack + (token.sigma < SHARP_US ? 0.01 : 0.06) &&
    at.sure(token.at) &&
    !halfHedged.test(text.words(found.token - 3, found.token));
  push('half-way', found, {
    claimed: Math.round(share.lengthUs / 2e5) / 10,
    actual: Math.round((share.done * share.lengthUs) / 1e5) / 10,
    verdict: off <= slack ? 'true' : wrong ? 'false' : 'unsure',
  });
}

/** Half-ways, seconds that are left, countdowns, and how long things last. */
export function spans(text: RunningText, running: RunningClass, at: ClassAt, push: Push): void {
  const { tokens } = text;
  const { running: said } = text.language;
  const lengths = new LengthsAt(running, at);
  for (const found of text.all(said.half)) halfWay(found, text, at, push);
  timeLeft({ text, at, push });
  for (const found of text.all(said.span)) {
    const words = text.words(found.token, found.token + found.tokens);
    const n = said.secondsIn(words, found.groups);
    if (n < 5) continue;
    const us = tokens[found.token]?.at ?? 0;
    // `Ten seconds` near the end of an interval is what is left of it; in a break it is as often how long that takes.
    const [ends, begins] = [at.left(us), at.untilNext(us)];
    const about = (left: number | null, share: number) => left !== null && Math.abs(left - n) <= 2 + n * share;
    const call = n <= 30 && (about(ends, 0.3) || (about(begins, 0) && !lengths.near(us).includes(n)));
    if (call || said.leftAfter.test(text.after(found, 2)) || said.leftInside.test(words))
      secondsLeft(found, n, 'plainly', { text, at, push });
    else push('length', found, lengthSaid(n, found, text, { at, lengths }));
  }
}
