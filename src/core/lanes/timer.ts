import type { ProgrammeSegment } from '../edit/assemble.ts';
import { isActive, isBreak } from '../plan/segment.ts';
import { type ProgrammeTime, earlier, later, moved, movedBack } from '../time/micros.ts';
import { type LaneRules, type Override, overrideOf } from './rules.ts';

/** One number on screen, on programme time. `share` is how much of the segment is left (down) or done (up), 0 to 1. */
export interface TimerTick {
  readonly segmentKey: string;
  readonly kind: ProgrammeSegment['kind'];
  readonly start: ProgrammeTime;
  readonly end: ProgrammeTime;
  readonly value: number;
  readonly share: number;
}

const SECOND = 1_000_000;

/**
 * The timer's numbers. Counting down, the last second shows 1 and the first number is the length rounded to seconds, so
 * that 30.2 s begin at 30, not at 31 for a blink. Counting up, the first second shows 0.
 */
export function timerTicks(
  segments: readonly ProgrammeSegment[],
  rules: LaneRules,
  overrides: readonly Override[],
): TimerTick[] {
  return segments.flatMap((segment) => {
    const shown =
      overrideOf(overrides, segment.key, 'timer', 'show') ??
      (rules.timer.on && !segment.about && (isActive(segment) || (rules.timer.inBreaks && isBreak(segment))));
    if (!shown) return [];
    const down = (overrideOf(overrides, segment.key, 'timer', 'direction') ?? rules.timer.direction) === 'down';
    return down ? countDown(segment) : countUp(segment);
  });
}

function countDown(segment: ProgrammeSegment): TimerTick[] {
  const length = segment.end - segment.start;
  const first = Math.max(1, Math.round(length / SECOND));
  const ticks: TimerTick[] = [];
  for (let value = first; value >= 1; value--) {
    const start = value === first ? segment.start : later(segment.start, movedBack(segment.end, value * SECOND));
    const end = movedBack(segment.end, (value - 1) * SECOND);
    if (end > start)
      ticks.push({ segmentKey: segment.key, kind: segment.kind, start, end, value, share: value / first });
  }
  return ticks;
}

function countUp(segment: ProgrammeSegment): TimerTick[] {
  const length = segment.end - segment.start;
  const ticks: TimerTick[] = [];
  for (let value = 0; value * SECOND < length; value++) {
    const end = earlier(segment.end, moved(segment.start, (value + 1) * SECOND));
    ticks.push({
      segmentKey: segment.key,
      kind: segment.kind,
      start: moved(segment.start, value * SECOND),
      end,
      value,
      share: (value * SECOND) / length,
    });
  }
  return ticks;
}
