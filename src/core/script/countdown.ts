import type { Plan } from '../plan/plan.ts';
import type { Segment } from '../plan/segment.ts';
import { type Length, asLength, fromSeconds } from '../time/micros.ts';
import type { CallRules, CallStyle, Countdown } from './cue.ts';

const SECOND = fromSeconds(1);

/** Numbers of each school of the countdown (common practice). `4-3-2` leaves the change where the one would be. */
export function countdownBeats(countdown: Countdown): readonly number[] {
  switch (countdown) {
    case 'none':
      return [];
    case '3-2-1':
      return [3, 2, 1];
    case '4-3-2':
      return [4, 3, 2];
    case '5-4-3-2-1':
      return [5, 4, 3, 2, 1];
    case '8-6-4-3-2-1':
      return [8, 6, 4, 3, 2, 1];
  }
}

interface CountPlace {
  readonly number: number;
  /** Before the change. */
  readonly beforeUs: Length;
}

/**
 * Where each number of a countdown is said. The change falls one step after the last number: for 4-3-2 on the missing
 * one.
 */
export function countdownPlaces(countdown: Countdown, stepUs: Length): CountPlace[] {
  const shift = countdown === '4-3-2' ? 1 : 0;
  return countdownBeats(countdown).map((number) => ({ number, beforeUs: asLength((number - shift) * stepUs) }));
}

/**
 * The countdown of a block's segments and the time from number to number: a second, or a beat where the pace is the
 * beat and a tempo is known.
 */
export interface CountStyle {
  readonly countdown: Countdown;
  readonly stepUs: Length;
}

/** Thousandths of a beat a minute of a block: its own where it is counted to music, else the rules'; null: no music. */
export function tempoOf(plan: Plan | null, blockId: string, rules: Pick<CallRules, 'milliBpm'>): number | null {
  const scheme = plan?.blocks.find((b) => b.id === blockId)?.scheme;
  return scheme?.kind === 'counts' ? scheme.milliBpm : rules.milliBpm;
}

/** Reads the style of any segment, each block's once. */
export function countStyles(
  plan: Plan | null,
  rules: CallRules,
  styleOf: (blockId: string) => CallStyle,
): (segment: Pick<Segment, 'blockId'>) => CountStyle {
  const known = new Map<string, CountStyle>();
  return ({ blockId }) => {
    let style = known.get(blockId);
    if (style === undefined) {
      const { countdown, pace } = styleOf(blockId);
      const milliBpm = pace === 'beat' ? tempoOf(plan, blockId, rules) : null;
      style = {
        countdown,
        stepUs: milliBpm === null ? SECOND : asLength(60e9 / milliBpm),
      };
      known.set(blockId, style);
    }
    return style;
  };
}

/** How long before the end of a segment its countdown begins; 0: it has none, or no room for one. */
export function countedBefore({ countdown, stepUs }: CountStyle, length: number): number {
  return countdownPlaces(countdown, stepUs).find((p) => p.beforeUs <= length / 2)?.beforeUs ?? 0;
}
