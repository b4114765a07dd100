import { type Segment, isActive, isBreak, nextActive, type SegmentKind } from '../plan/segment.ts';
import type { Plan } from '../plan/plan.ts';
import type { ExerciseBook } from '../exercise/library.ts';
import { type SpeakingModel, TYPICAL_SPEAKER, lineTime } from '../speech/line-time.ts';
import { numberWords } from '../speech/spoken.ts';
import { type Micros, fromSeconds, micros } from '../time/micros.ts';
import { type CallFacts, callFacts, spokenList } from './call-facts.ts';
import { type CountStyle, countStyles, countdownPlaces } from './countdown.ts';
import { CALL_KINDS, type CallKind, type CallRules, type WordedCall } from './cue.ts';

/** A call the program wants, with its exact place on plan time. */
export interface WantedCall {
  readonly call: CallKind;
  readonly segment: Segment;
  readonly start: Micros;
  readonly length: Micros;
  readonly text: string;
  /** By how much the calls of its break were too long together, where this one had to go; else 0. */
  readonly missingUs: Micros;
}

/** What the calls are written from beside segments and rules. */
export interface CallMeans {
  /** null: nothing but the segments is known; calls that need equipment, options or cautions are not written. */
  readonly plan: Plan | null;
  readonly book?: ExerciseBook;
  readonly speaker?: SpeakingModel;
  /** Words a minute by kind of segment; common practice where the studio has none of its own. */
  readonly paces?: Readonly<Record<SegmentKind, number>>;
}

/** Below these lengths a half-way or ten-second call only crowds the countdown (common practice). */
export const SHORTEST_FOR_HALF = fromSeconds(20);
export const SHORTEST_FOR_TEN = fromSeconds(18);
/** Next-up by the break that follows (common practice): none, 7–10 s before the end; about 10 s, 4 s before; 15 s and more, inside the break. */
const BREAK_FOR_NEXT_INSIDE = fromSeconds(15);
const BREAK_FOR_NEXT_LATE = fromSeconds(8);
const NEXT_WITHOUT_BREAK = fromSeconds(8);
const NEXT_BEFORE_SHORT_BREAK = fromSeconds(4);
/** Nothing is counted into a break shorter than this: the numbers would be all of it. */
const SHORTEST_FOR_COUNT_IN = fromSeconds(8);
/** The breath between two calls said one after the other. */
const BREATH = fromSeconds(0.2);
/** The class hears of its equipment this long before the first move. */
const EQUIPMENT_BEFORE = fromSeconds(1);

/** All calls that the rules want for a compiled class, in no promise of fitting. `means` says what is known beside the segments. */
export function wantedCalls(
  segments: readonly Segment[],
  rules: CallRules,
  means: CallMeans = { plan: null },
): WantedCall[] {
  const facts = callFacts(means.plan, segments, means.book);
  const styles = countStyles(means.plan, rules);
  const writer = new CallWriter(rules, means.speaker ?? TYPICAL_SPEAKER);
  const leads = leadIns(segments);
  const firstMove = segments.findIndex(isActive);
  for (const segment of segments) {
    const next = nextActive(segments, segment.index);
    if (isActive(segment))
      activeCalls(
        segment,
        next,
        segments[segment.index + 1],
        facts,
        styles(segment),
        leads.has(segment.index) ? null : segment,
        writer,
      );
    else {
      const ahead = next !== null && leads.get(next.index) === segment.index ? next : null;
      breakCalls(segment, next, ahead, facts, next === null ? null : styles(next), writer);
      if (
        segment.kind === 'talk' &&
        segment.index < firstMove &&
        facts.allNeeds.length > 0 &&
        segments[segment.index + 1]?.kind !== 'talk'
      )
        writer.endingAt('equipment', segment, micros(segment.end - EQUIPMENT_BEFORE), {
          equipment: spokenList(facts.allNeeds),
        });
    }
  }
  return writer.calls;
}

/** For each move's segment the one before it where it is prepared: its demonstration, else the last break; none where there is neither. */
function leadIns(segments: readonly Segment[]): Map<number, number> {
  const leads = new Map<number, number>();
  let candidate: Segment | null = null;
  for (const s of segments) {
    if (isActive(s)) {
      if (candidate !== null) leads.set(s.index, candidate.index);
      candidate = null;
    } else if (s.kind === 'demo' || (s.kind !== 'talk' && candidate?.kind !== 'demo')) candidate = s;
  }
  return leads;
}

type Values = Readonly<Record<string, string>>;

/** One line of a chain: said one after the other, the least important first to go. */
interface Link {
  readonly call: WordedCall;
  readonly of: Segment;
  readonly values?: Values;
}

class CallWriter {
  readonly calls: WantedCall[] = [];
  private readonly used = new Map<WordedCall, number>();

  constructor(
    readonly rules: CallRules,
    private readonly speaker: SpeakingModel,
  ) {}

  /** The next wording of a call with its values put in; empty where the call is off or silent. */
  words(call: WordedCall, of: Segment, values: Values = {}): string {
    const list = this.rules.words[call].filter((w) => w.trim() !== '');
    if (!this.rules.on[call] || list.length === 0) return '';
    const turn = this.used.get(call) ?? 0;
    this.used.set(call, turn + 1);
    return fill(list[turn % list.length] as string, call, of, values);
  }

  length(text: string): Micros {
    return lineTime(text, this.speaker);
  }

  put(call: CallKind, segment: Segment, start: number, text: string, length = this.length(text), missingUs = 0): void {
    if (text !== '')
      this.calls.push({ call, segment, start: micros(start), length, text, missingUs: micros(missingUs) });
  }

  endingAt(call: WordedCall, segment: Segment, end: Micros, values: Values): void {
    const text = this.words(call, segment, values);
    if (text !== '') this.put(call, segment, end - this.length(text), text);
  }

  /** Lines one after the other from `start`; what cannot be said before `end` gives way, the least important first. Returns where the chain ends. */
  chain(segment: Segment, start: number, end: number, links: readonly Link[]): number {
    let lines = links
      .map((link) => ({ link, text: this.words(link.call, link.of, link.values) }))
      .filter((l) => l.text !== '')
      .map((l) => ({ ...l, length: this.length(l.text) }));
    const need = () => lines.reduce((sum, l) => sum + l.length, 0) + BREATH * Math.max(0, lines.length - 1);
    while (lines.length > 1 && need() > end - start) {
      const over = need() - (end - start);
      const least = lines.reduce((a, b) =>
        CALL_KINDS.indexOf(b.link.call) >= CALL_KINDS.indexOf(a.link.call) ? b : a,
      );
      this.put(least.link.call, segment, start, least.text, least.length, over);
      lines = lines.filter((l) => l !== least);
    }
    let at = start;
    for (const { link, text, length } of lines) {
      this.put(link.call, segment, at, text, length);
      at += length + BREATH;
    }
    return at;
  }

  /** The numbers before a change. A number never lasts longer than its step. */
  countdown(segment: Segment, { countdown, stepUs }: CountStyle): void {
    for (const { number, beforeUs } of countdownPlaces(countdown, stepUs)) {
      if (beforeUs > (segment.end - segment.start) / 2) continue;
      const text = numberWords(number);
      this.put(
        'countdown',
        segment,
        segment.end - beforeUs,
        `${text[0]?.toUpperCase()}${text.slice(1)}.`,
        Math.min(this.length(text), stepUs) as Micros,
      );
    }
  }
}

/** What is prepared before a move: done once a move's name, but for the round that begins. */
function preparing(move: Segment, facts: CallFacts): Link[] {
  const of = facts.of(move);
  const links: Link[] = [];
  if (facts.beginsRound(move)) {
    if (move.round === move.rounds) links.push({ call: 'last-one', of: move, values: { last: 'round' } });
    else
      links.push({
        call: 'round',
        of: move,
        values: { round: numberWords(move.round), rounds: numberWords(move.rounds) },
      });
  }
  const fresh = facts.newNeeds(move);
  if (fresh.length > 0) links.push({ call: 'equipment', of: move, values: { equipment: spokenList(fresh) } });
  if (of !== null && facts.isFirst(move)) {
    if (of.setUp !== '') links.push({ call: 'set-up', of: move, values: { setup: of.setUp } });
    if (of.easier !== '')
      links.push({
        call: 'option',
        of: move,
        values: { easier: inSentence(of.easier), harder: inSentence(of.harder) },
      });
    if (of.caution !== '') links.push({ call: 'caution', of: move, values: { caution: of.caution } });
  }
  return links;
}

/** `alone`: the segment itself where nothing stands before it to prepare it in. */
function activeCalls(
  segment: Segment,
  next: Segment | null,
  follows: Segment | undefined,
  facts: CallFacts,
  style: CountStyle,
  alone: Segment | null,
  writer: CallWriter,
): void {
  const length = segment.end - segment.start;
  const sided = segment.side === 'left' || segment.side === 'right';
  const opening: Link[] = [{ call: 'name', of: segment }];
  if (sided) opening.push({ call: 'side', of: segment });
  if (facts.isLastMove(segment)) opening.push({ call: 'last-one', of: segment, values: { last: 'move' } });
  // Name and side are said whatever it takes; only what comes after them gives way.
  if (alone !== null) opening.push(...preparing(segment, facts).filter((l) => l.call !== 'set-up'));
  writer.chain(segment, segment.start, segment.start + length / 2, opening);
  if (length >= SHORTEST_FOR_HALF)
    writer.put('half-way', segment, segment.start + length / 2, writer.words('half-way', segment));
  if (length >= SHORTEST_FOR_TEN)
    writer.put('ten', segment, segment.end - fromSeconds(10), writer.words('ten', segment));
  writer.countdown(segment, style);
  const gap = follows === undefined || !isBreak(follows) ? 0 : follows.end - follows.start;
  const newMove = next !== null && (next.moveId !== segment.moveId || next.side !== segment.side);
  if (!newMove || next === null || gap >= BREAK_FOR_NEXT_INSIDE) return;
  const text = writer.words('next-up', next);
  const counted =
    countdownPlaces(style.countdown, style.stepUs).filter((p) => p.beforeUs <= length / 2)[0]?.beforeUs ?? 0;
  const usual = gap < BREAK_FOR_NEXT_LATE ? NEXT_WITHOUT_BREAK : NEXT_BEFORE_SHORT_BREAK;
  // It ends before the countdown begins, and is said earlier where it is long.
  writer.put('next-up', segment, segment.end - Math.max(usual, counted + writer.length(text) + BREATH), text);
}

/** `ahead`: the move that is prepared in this segment. */
function breakCalls(
  segment: Segment,
  next: Segment | null,
  ahead: Segment | null,
  facts: CallFacts,
  style: CountStyle | null,
  writer: CallWriter,
): void {
  const length = segment.end - segment.start;
  const counts =
    style !== null && ahead !== null && writer.rules.countIn && isBreak(segment) && length >= SHORTEST_FOR_COUNT_IN;
  const counted = counts
    ? (countdownPlaces(style.countdown, style.stepUs).filter((p) => p.beforeUs <= length / 2)[0]?.beforeUs ?? 0)
    : 0;
  if (counts) writer.countdown(segment, style);
  const opening: WordedCall | null = segment.kind === 'rest' ? 'rest' : segment.kind === 'water' ? 'water' : null;
  let from: number = segment.start;
  if (opening !== null) {
    const text = writer.words(opening, segment);
    writer.put(opening, segment, segment.start, text);
    // Next-up waits two seconds in a rest, so that the class hears it with its breath back.
    from = Math.max(
      segment.start + writer.length(text) + BREATH,
      segment.start + (segment.kind === 'rest' ? fromSeconds(2) : fromSeconds(1)),
    );
  } else if (isBreak(segment)) from = segment.start + fromSeconds(1);
  const links: Link[] = [];
  if (isBreak(segment) && next !== null && length >= BREAK_FOR_NEXT_INSIDE) links.push({ call: 'next-up', of: next });
  if (ahead !== null) links.push(...preparing(ahead, facts));
  writer.chain(segment, from, segment.end - counted - (counted > 0 ? BREATH : 0), links);
}

const inSentence = (text: string) => (/^[A-Z][a-z]/.test(text) ? `${text[0]?.toLowerCase()}${text.slice(1)}` : text);

function fill(words: string, call: WordedCall, segment: Segment, values: Values): string {
  const side = segment.side === 'left' || segment.side === 'right' ? segment.side : '';
  // `Next up, clam, left.` but `Clam on the left is next.`
  const sided = /\{move\}\W*$/.test(words) ? `${segment.label}, ${side}` : `${segment.label} on the ${side}`;
  const move = side !== '' && !words.includes('{side}') && call === 'next-up' ? sided : segment.label;
  const all: Values = { move, side, ...values };
  const spoken = words
    .replace(/\{(\w+)\}/g, (whole, name: string) => all[name] ?? whole)
    .replace(/\.\.+$/, '.')
    .trim();
  return spoken === '' ? '' : (spoken[0]?.toUpperCase() ?? '') + spoken.slice(1);
}
