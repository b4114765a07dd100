import { type Segment, isBreak } from '../plan/segment.ts';
import { fromSeconds } from '../time/micros.ts';
import type { CallFacts } from './call-facts.ts';
import { BREATH, type CallWriter, type Link } from './call-writer.ts';
import { type CountStyle, countedBefore } from './countdown.ts';
import { leftCalls, risingCount } from './counted-calls.ts';
import { optionValues, preparing } from './preparing.ts';

/** Below these lengths a half-way or ten-second call only crowds the countdown (common practice). */
const SHORTEST_FOR_HALF = fromSeconds(20);
const SHORTEST_FOR_TEN = fromSeconds(18);
/** Two calls of the time within this of each other are one too many. */
const TIME_CALLS_APART = fromSeconds(5);
/**
 * When next-up is called, by the break that follows (common practice): without a break 7–10 s before the end; before
 * one of about 10 s 4 s before the end; before 15 s and more inside the break.
 */
export const BREAK_FOR_NEXT_INSIDE = fromSeconds(15);
const BREAK_FOR_NEXT_LATE = fromSeconds(8);
const NEXT_WITHOUT_BREAK = fromSeconds(8);
const NEXT_BEFORE_SHORT_BREAK = fromSeconds(4);
/** Form is called once people know the move, breath once they feel the work; shares of the segment. */
const FORM_FROM = 0.22;
const BREATH_FROM = 0.5;
/** Nothing is called in the last seconds but the change. */
const CHANGE = fromSeconds(3);

/** A worked segment with all that its calls depend on. */
interface Moment {
  readonly segment: Segment;
  /** The worked segment before it and after it. */
  readonly before: Segment | null;
  readonly next: Segment | null;
  /** The segment right after it, a break perhaps. */
  readonly follows: Segment | undefined;
  readonly facts: CallFacts;
  readonly count: CountStyle;
  /** A break or a demonstration before it prepares it. */
  readonly prepared: boolean;
}

const isSided = (s: Segment) => s.side === 'left' || s.side === 'right';

/** What a segment is called by: its name, or for what was just done `other side`, `same thing`, `back to the press`. */
function opening({ segment, before, facts, prepared }: Moment, writer: CallWriter): Link[] {
  const again = before !== null && before.moveId === segment.moveId && before.label === segment.label;
  if (again && isSided(segment) && before.side !== segment.side && writer.isOn('other-side', segment))
    return [{ call: 'other-side', of: segment }];
  if (again && before.side === segment.side && before.blockId === segment.blockId && writer.isOn('again', segment))
    return [{ call: 'again', of: segment }];
  const side: Link[] = isSided(segment) ? [{ call: 'side', of: segment }] : [];
  // What the break has announced need not be named again each time.
  if (prepared && writer.isOn('next-up', segment) && writer.due('name', segment) === 0) return side;
  const back = !facts.isFirst(segment) && writer.isOn('back-to', segment);
  return [{ call: back ? 'back-to' : 'name', of: segment }, ...side];
}

/**
 * All calls inside a worked segment: what it is, the time, how many are left, what comes, and in between form and
 * breath.
 */
export function activeCalls(moment: Moment, writer: CallWriter): void {
  const { segment, next, follows, facts, count, prepared } = moment;
  const length = segment.end - segment.start;
  const links = opening(moment, writer);
  if (facts.isLastMove(segment))
    links.push({ call: 'last-one', of: segment, values: { last: writer.language.calling.last.move } });
  // Name and side are said whatever it takes; only what comes after them gives way.
  if (!prepared)
    links.push(
      ...preparing(segment, facts, writer.language).filter(
        (l) =>
          l.call !== 'set-up' && (writer.due(l.call, segment) > 0 || (l.call === 'option' && isShown(segment, facts))),
      ),
    );
  const opened = writer.chain(segment, segment.start, segment.start + length / 2, links);
  // The time of a segment whose length is a guess cannot be called.
  const timed = segment.slackUs === 0;
  const counted = timed && writer.due('countdown', segment) > 0 ? countedBefore(count, length) : 0;
  if (timed) timeCalls(segment, counted, writer);
  if (counted > 0) writer.countdown(segment, count);
  versionCalls(segment, facts, writer, opened);
  risingCount(segment, writer, opened);
  leftCalls(segment, writer, counted > 0);
  const gap = follows === undefined || !isBreak(follows) ? 0 : follows.end - follows.start;
  const newMove = next !== null && (next.moveId !== segment.moveId || next.side !== segment.side);
  if (newMove && next !== null && gap < BREAK_FOR_NEXT_INSIDE && !saysOtherSide(segment, next, writer)) {
    const text = writer.words('next-up', next);
    const usual = gap < BREAK_FOR_NEXT_LATE ? NEXT_WITHOUT_BREAK : NEXT_BEFORE_SHORT_BREAK;
    // It ends before the countdown begins, and is said earlier where it is long.
    writer.put('next-up', segment, segment.end - Math.max(usual, counted + writer.length(text) + BREATH), text);
  }
  between(segment, facts, writer, { from: opened, until: segment.end - Math.max(counted, CHANGE) });
}

/**
 * A version that somebody shows, or that stops early, is always called, however seldom this way of calling offers
 * versions.
 */
function isShown(segment: Segment, facts: CallFacts): boolean {
  return Object.keys(facts.of(segment)?.easierAs ?? {}).length > 0;
}

/** The other side of the same move is called when it comes, not announced before. */
function saysOtherSide(segment: Segment, next: Segment, writer: CallWriter): boolean {
  return next.moveId === segment.moveId && next.label === segment.label && writer.isOn('other-side', next);
}

/** `when tired`: offered in the middle of each interval. A version that stops early is told to rest when it does. */
function versionCalls(segment: Segment, facts: CallFacts, writer: CallWriter, opened: number): void {
  const of = facts.of(segment);
  if (of === null || !of.levels || !writer.isOn('option', segment)) return;
  if (of.easierAs.when === 'when tired' && of.easier !== '') {
    const text = writer.words('option', segment, optionValues(of, writer.language));
    const middle = segment.start + (segment.end - segment.start) / 2;
    writer.inGap('option', segment, { from: Math.max(opened, middle), to: segment.end, text });
  }
  for (const [which, { stopUs, by }] of [
    ['easier', of.easierAs],
    ['harder', of.harderAs],
  ] as const) {
    const at = segment.start + (stopUs ?? 0);
    if (stopUs === undefined || at >= segment.end) continue;
    writer.put('option', segment, at, writer.language.calling.versionRests(which, by));
  }
}

function timeCalls(segment: Segment, counted: number, writer: CallWriter): void {
  const length = segment.end - segment.start;
  const half = length >= SHORTEST_FOR_HALF && writer.due('half-way', segment) > 0;
  const sayHalf = half && writer.isOn('half-way', segment);
  if (half) writer.put('half-way', segment, segment.start + length / 2, writer.words('half-way', segment));
  const crowded =
    writer.style(segment).often.ten !== undefined &&
    sayHalf &&
    Math.abs(length / 2 - (length - fromSeconds(10))) < TIME_CALLS_APART;
  if (length >= SHORTEST_FOR_TEN && !crowded && counted < fromSeconds(10) && writer.due('ten', segment) > 0)
    writer.put('ten', segment, segment.end - fromSeconds(10), writer.words('ten', segment));
}

/**
 * Puts form and breath into the gaps between the other calls: a cue of the move that was not said lately, or nothing.
 */
function between(
  segment: Segment,
  facts: CallFacts,
  writer: CallWriter,
  room: { readonly from: number; readonly until: number },
): void {
  const of = facts.of(segment);
  if (of === null) return;
  const length = segment.end - segment.start;
  const forms = writer.isOn('form', segment) ? writer.due('form', segment) : 0;
  for (let n = 0; n < forms; n++) {
    const cue = cueNotSaid(of.cues, facts.timesBefore(segment) + n, segment, writer);
    if (cue === null) break;
    const share = FORM_FROM + ((1 - FORM_FROM) * n) / forms;
    const text = writer.words('form', segment, { form: cue });
    if (
      !writer.inGap('form', segment, {
        from: Math.max(room.from, segment.start + length * share),
        to: room.until,
        text,
      })
    )
      break;
  }
  const breaths = writer.isOn('breath', segment) ? writer.due('breath', segment) : 0;
  for (let n = 0; n < breaths; n++) {
    const share = BREATH_FROM + ((1 - BREATH_FROM) * n) / breaths;
    const text = writer.words('breath', segment, { breath: of.breath });
    writer.inGap('breath', segment, {
      from: Math.max(room.from, segment.start + length * share),
      to: room.until,
      text,
    });
  }
}

/** The cues of a move in turn, from the one after those of its last time; null: all were said lately. */
function cueNotSaid(cues: readonly string[], turn: number, segment: Segment, writer: CallWriter): string | null {
  for (let i = 0; i < cues.length; i++) {
    const cue = cues[(turn + i) % cues.length]!;
    if (!writer.saidLately(`${cue}.`, segment)) return cue;
  }
  return null;
}
