import { type Segment, isActive, isBreak, nextActive } from '../plan/segment.ts';
import { lineTime } from '../speech/line-time.ts';
import { numberWords } from '../speech/spoken.ts';
import { type Micros, fromSeconds, micros } from '../time/micros.ts';
import type { CallKind, CallRules, Countdown } from './cue.ts';

/** A call the program wants, with its exact place on plan time. */
export interface WantedCall {
  readonly call: CallKind;
  readonly segment: Segment;
  readonly start: Micros;
  readonly length: Micros;
  readonly text: string;
}

/** Below these lengths a half-way or ten-second call only crowds the countdown (common practice). */
const SHORTEST_FOR_HALF = fromSeconds(20);
const SHORTEST_FOR_TEN = fromSeconds(18);
/** A counted number takes one second, never less than 0.4 s (common practice). */
const COUNT_STEP = fromSeconds(1);
const BREAK_FOR_NEXT_INSIDE = fromSeconds(15);
const BREAK_FOR_NEXT_LATE = fromSeconds(8);

/** Seconds before the change at which each number of a countdown is said. `4-3-2` leaves the change where the one would be. */
export function countdownBeats(countdown: Countdown): readonly number[] {
  switch (countdown) {
    case 'none': return [];
    case '3-2-1': return [3, 2, 1];
    case '4-3-2': return [4, 3, 2];
    case '5-4-3-2-1': return [5, 4, 3, 2, 1];
    case '8-6-4-3-2-1': return [8, 6, 4, 3, 2, 1];
  }
}

/** The change falls one step after the last number, but for 4-3-2, where it falls on the missing one. */
function countdownPlaces(countdown: Countdown): { number: number; beforeUs: Micros }[] {
  const beats = countdownBeats(countdown);
  const shift = countdown === '4-3-2' ? 1 : 0;
  return beats.map((number) => ({ number, beforeUs: micros((number - shift) * COUNT_STEP) }));
}

/** All calls that the rules want for a compiled class, in no promise of fitting. */
export function wantedCalls(segments: readonly Segment[], rules: CallRules): WantedCall[] {
  return segments.flatMap((segment) => callsOf(segment, segments, rules));
}

function callsOf(segment: Segment, segments: readonly Segment[], rules: CallRules): WantedCall[] {
  const calls: WantedCall[] = [];
  const length = segment.end - segment.start;
  const put = (call: Exclude<CallKind, 'countdown'>, start: number, of: Segment = segment) => {
    if (!rules.on[call]) return;
    const text = fill(rules.words[call], of);
    if (text !== '') calls.push({ call, segment, start: micros(start), length: lineTime(text), text });
  };
  const next = nextActive(segments, segment.index);
  if (isActive(segment)) {
    if (segment.side === 'left' || segment.side === 'right') {
      put('name', segment.start);
      const nameTime = rules.on.name ? lineTime(fill(rules.words.name, segment)) + fromSeconds(0.2) : 0;
      put('side', segment.start + nameTime);
    } else put('name', segment.start);
    if (length >= SHORTEST_FOR_HALF) put('half-way', segment.start + length / 2);
    if (length >= SHORTEST_FOR_TEN) put('ten', segment.end - fromSeconds(10));
    for (const { number, beforeUs } of countdownPlaces(rules.countdown)) {
      if (beforeUs > length / 2) continue;
      const text = numberWords(number);
      calls.push({ call: 'countdown', segment, start: micros(segment.end - beforeUs), length: Math.min(lineTime(text), COUNT_STEP) as Micros, text: `${text[0]?.toUpperCase()}${text.slice(1)}.` });
    }
    const follows = segments[segment.index + 1];
    const gap = follows === undefined || !isBreak(follows) ? 0 : follows.end - follows.start;
    const newMove = next !== null && (next.moveId !== segment.moveId || next.side !== segment.side);
    if (newMove && next !== null && gap < BREAK_FOR_NEXT_INSIDE) {
      const before = gap < BREAK_FOR_NEXT_LATE ? fromSeconds(8) : fromSeconds(4) + lineTime(fill(rules.words['next-up'], next));
      put('next-up', segment.end - before, next);
    }
    return calls;
  }
  if (segment.kind === 'rest') put('rest', segment.start);
  if (isBreak(segment) && next !== null && length >= BREAK_FOR_NEXT_INSIDE) {
    put('next-up', segment.start + (segment.kind === 'rest' ? fromSeconds(2) : fromSeconds(1)), next);
  }
  return calls;
}

function fill(words: string, segment: Segment): string {
  const side = segment.side === 'left' || segment.side === 'right' ? segment.side : '';
  const spoken = words.replace('{move}', side !== '' && !words.includes('{side}') && words.startsWith('Next') ? `${segment.label}, ${side}` : segment.label)
    .replace('{side}', side).trim();
  return spoken === '' ? '' : (spoken[0]?.toUpperCase() ?? '') + spoken.slice(1);
}
