import { type Segment, isActive, isBreak, nextActive, type SegmentKind } from '../plan/segment.ts';
import { languageOf } from '../language/languages.ts';
import type { Plan } from '../plan/plan.ts';
import type { ExerciseBook } from '../exercise/library.ts';
import { type LanguageSpeaker, typicalSpeaker } from '../speech/line-time.ts';
import { fromSeconds, micros } from '../time/micros.ts';
import { BREAK_FOR_NEXT_INSIDE, activeCalls } from './active-calls.ts';
import { type CallFacts, callFacts, isPreview } from './call-facts.ts';
import { BREATH, CallWriter, type Link, type WantedCall } from './call-writer.ts';
import { type CountStyle, countStyles, countedBefore } from './countdown.ts';
import type { WordedCall } from '../language/call-kind.ts';
import type { CallRules } from './cue.ts';
import type { CueBank } from './cue-bank.ts';
import { timesOf } from './how-often.ts';
import { preparing } from './preparing.ts';
import { stylesOf } from './ways-of-calling.ts';

export type { WantedCall } from './call-writer.ts';

/** What the calls are written from beside segments and rules. */
export interface CallMeans {
  /** null: nothing but the segments is known; calls that need equipment, options or cautions are not written. */
  readonly plan: Plan | null;
  readonly book?: ExerciseBook;
  readonly speaker?: LanguageSpeaker;
  /** Lines in the instructor's own words. */
  readonly bank?: CueBank;
  /** Words a minute by kind of segment; common practice where the studio has none of its own. */
  readonly paces?: Readonly<Record<SegmentKind, number>>;
}

/** Nothing is counted into a break shorter than this: the numbers would be all of it. */
const SHORTEST_FOR_COUNT_IN = fromSeconds(8);
/** The class hears of its equipment this long before the first move. */
const EQUIPMENT_BEFORE = fromSeconds(1);

/**
 * All calls that the rules want for a compiled class, whether or not they fit. `means`: what is known besides the
 * segments.
 */
export function wantedCalls(
  segments: readonly Segment[],
  rules: CallRules,
  means: CallMeans = { plan: null },
): WantedCall[] {
  const facts = callFacts(means.plan, segments, means.book, means.bank);
  const language = languageOf(means.plan?.language);
  const styleOf = stylesOf(segments, rules, means.plan?.language);
  const counts = countStyles(means.plan, rules, styleOf);
  const writer = new CallWriter(segments, styleOf, timesOf(segments), {
    language,
    speaker: means.speaker ?? typicalSpeaker(means.plan?.language),
  });
  const leads = leadIns(segments);
  const firstMove = segments.findIndex(isActive);
  let before: Segment | null = null;
  for (const segment of segments) {
    const next = nextActive(segments, segment.index);
    const follows = segments[segment.index + 1];
    if (isActive(segment)) {
      const lead = leads.get(segment.index) ?? null;
      activeCalls({ segment, before, next, follows, facts, count: counts(segment), prepared: lead !== null }, writer);
      before = segment;
      continue;
    }
    if (isPreview(segment)) {
      const links: Link[] = [{ call: 'name', of: segment }, ...preparing(segment, facts, language)];
      writer.chain(segment, segment.start, segment.end, links);
      continue;
    }
    const ahead = next !== null && leads.get(next.index) === segment.index ? next : null;
    breakCalls(segment, { next, ahead, facts, count: next === null ? null : counts(next), writer });
    if (
      segment.kind === 'talk' &&
      segment.index < firstMove &&
      facts.allNeeds.length > 0 &&
      segments[segment.index + 1]?.kind !== 'talk'
    )
      writer.endingAt('equipment', segment, micros(segment.end - EQUIPMENT_BEFORE), {
        equipment: language.calling.list(facts.allNeeds),
      });
  }
  return writer.calls;
}

/**
 * For each worked segment the one in which it is prepared: its demonstration, else the last break before it; missing
 * where there is neither.
 */
function leadIns(segments: readonly Segment[]): Map<number, number> {
  const leads = new Map<number, number>();
  let candidate: Segment | null = null;
  for (const s of segments) {
    if (isActive(s)) {
      if (candidate !== null) leads.set(s.index, candidate.index);
      candidate = null;
      // What a preview shows is prepared there.
    } else if (isPreview(s)) candidate = null;
    else if (s.kind === 'demo' || (s.kind !== 'talk' && candidate?.kind !== 'demo')) candidate = s;
  }
  return leads;
}

/** What a break leads to. */
interface BreakMoment {
  readonly next: Segment | null;
  readonly ahead: Segment | null;
  readonly facts: CallFacts;
  readonly count: CountStyle | null;
  readonly writer: CallWriter;
}

/** `ahead`: the move that is prepared in this segment. */
function breakCalls(segment: Segment, { next, ahead, facts, count, writer }: BreakMoment): void {
  const length = segment.end - segment.start;
  const counts =
    count !== null &&
    ahead !== null &&
    isBreak(segment) &&
    segment.slackUs === 0 &&
    length >= SHORTEST_FOR_COUNT_IN &&
    writer.style(ahead).countIn &&
    writer.due('count-in', ahead) > 0;
  const counted = counts ? countedBefore(count, length) : 0;
  if (counts) writer.countdown(segment, count);
  const opening: WordedCall | null = segment.kind === 'rest' ? 'rest' : segment.kind === 'water' ? 'water' : null;
  let from: number = segment.start;
  if (opening !== null && writer.due(opening, segment) > 0) {
    const text = writer.words(opening, segment);
    writer.put(opening, segment, segment.start, text);
    // Next-up waits two seconds in a rest, so that the class hears it with its breath back.
    from = Math.max(
      segment.start + writer.length(text) + BREATH,
      segment.start + (segment.kind === 'rest' ? fromSeconds(2) : fromSeconds(1)),
    );
  } else if (isBreak(segment)) from = segment.start + fromSeconds(1);
  let until = segment.end - counted - (counted > 0 ? BREATH : 0);
  if (counted > 0 && ahead !== null) {
    const ready = writer.words('ready', ahead);
    if (ready !== '') {
      until -= writer.length(ready) + BREATH;
      writer.put('ready', segment, until + BREATH, ready);
    }
  }
  const links: Link[] = [];
  if (isBreak(segment) && next !== null && length >= BREAK_FOR_NEXT_INSIDE) links.push({ call: 'next-up', of: next });
  if (ahead !== null)
    links.push(...preparing(ahead, facts, writer.language).filter((l) => writer.due(l.call, ahead) > 0));
  writer.chain(segment, from, until, links);
}
