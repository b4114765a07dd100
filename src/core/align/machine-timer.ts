import { type PlannedSegment, isActive } from '../plan/segment.ts';
import { type Length, type Micros, asLength, micros } from '../time/micros.ts';
import type { Span } from '../time/span.ts';
import type { BlockTiming, Timing } from './duration-model.ts';

/** The timer that a stretch of a class was filmed to: all starts lie on `startUs` plus planned differences. */
export interface TimerGrid {
  /** Work and rest together, where all of the stretch have the same; else from the first start to the second. */
  readonly periodUs: Length;
  /** Start of its first interval, on take time. */
  readonly startUs: Micros;
  readonly fromIndex: number;
  readonly toIndex: number;
  readonly blockId: string;
}

/** Fewer intervals than this fall together by chance. */
const FEWEST_INTERVALS = 4;
/**
 * By how many nats a timer must explain the take better than no timer: little where the plan is in intervals, which
 * most film to a machine; more where it is free (development set: true timers 3.8 to 4.7, others at most 2.7).
 */
export function timerMargin({ scheme, clock }: Partial<Pick<PlannedSegment, 'scheme' | 'clock'>>): number {
  if (clock === 'timer') return 0;
  return scheme === 'flow' ? 3.2 : scheme === 'hold' || scheme === 'plain' ? 4 : 1.5;
}

/** The ways in which a machine may have run a block, beside what is believed; none where too few intervals tell. */
export function timerHypotheses(segments: readonly PlannedSegment[], blockId: string, now: BlockTiming): BlockTiming[] {
  const own = segments.filter((s) => s.blockId === blockId);
  const worked = own.filter(isActive);
  if (worked[0]?.clock === 'hand') return [];
  if (worked.length < FEWEST_INTERVALS || now.way === 'music' || now.way === 'repetitions') return [];
  const rests = own.some((s) => s.kind === 'rest' || s.kind === 'change-over');
  const timer: BlockTiming = { way: 'timer', ratio: 1, spread: 0.3 };
  const scheme = worked[0]?.scheme;
  const through = rests ? [{ ...timer, throughRests: true }] : [];
  // Without rests between, or with rests between rounds only, the work alone may be timed.
  return scheme === 'interval' || scheme === 'pair' || scheme === 'emom' || scheme === 'ladder'
    ? rests
      ? through
      : [timer]
    : [timer, ...through];
}

/**
 * A start this far from where the timer would have it means that the timer was started anew. Words without times tell
 * it less exactly.
 */
const ANEW_US = { timed: 0.9e6, coarse: 2.2e6 } as const;

/**
 * People say what a timer says a little after it: in paragraphs its starts are found late by 0.6 s in the mean (ten
 * starts in two classes of the development set). Words with times are heard with the timer.
 */
const FOLLOWS_US = 0.5e6;

function middleOf(list: readonly number[]): number {
  return [...list].sort((a, b) => a - b)[list.length >> 1] ?? 0;
}

/**
 * Consecutive filmed segments of a timed block that one start explains: their places from one shift, by the middle of
 * all.
 */
export function timerGrids(
  segments: readonly PlannedSegment[],
  spans: ReadonlyMap<number, Span>,
  { timing, pinned, sharp }: { readonly timing: Timing; readonly pinned: ReadonlySet<number>; readonly sharp: boolean },
): TimerGrid[] {
  const grids: TimerGrid[] = [];
  let run: number[] = [];
  const close = () => {
    const worked = run.filter((k) => isActive(segments[k]!));
    if (worked.length >= 2) {
      const shifts = run.flatMap((k) => {
        const [s, span] = [segments[k]!, spans.get(k)!];
        return [span.start - s.start, span.end - s.end];
      });
      // The mean of the middle half: one boundary that was heard late changes nothing.
      const sorted = shifts.sort((a, b) => a - b);
      const middle = sorted.slice(Math.floor(sorted.length / 4), Math.ceil((sorted.length * 3) / 4));
      const shift = middle.reduce((a, b) => a + b, 0) / middle.length;
      const [first, second] = [segments[worked[0]!]!, segments[worked[1]!]!];
      grids.push({
        periodUs: asLength(second.start - first.start),
        startUs: micros(Math.max(0, first.start + shift - (sharp ? 0 : FOLLOWS_US))),
        fromIndex: run[0]!,
        toIndex: run.at(-1)!,
        blockId: first.blockId,
      });
    }
    run = [];
  };
  for (const [k, s] of segments.entries()) {
    const block = timing.blocks.get(s.blockId);
    const timed =
      block?.way === 'timer' &&
      spans.has(k) &&
      !pinned.has(k) &&
      (isActive(s) || (block.throughRests === true && (s.kind === 'rest' || s.kind === 'change-over')));
    const last = run.at(-1);
    const shift = (spans.get(k)?.start ?? 0) - s.start;
    // A break that ran over starts the timer anew.
    const kept =
      run.length === 0 ||
      Math.abs(shift - middleOf(run.map((j) => spans.get(j)!.start - segments[j]!.start))) <
        (sharp ? ANEW_US.timed : ANEW_US.coarse);
    const goesOn =
      last === undefined ||
      (last === k - 1 &&
        segments[last]?.blockId === s.blockId &&
        Math.abs((spans.get(last)?.end ?? 0) - (spans.get(k)?.start ?? -1e9)) < 1e6);
    if (!timed || !goesOn || !kept) close();
    if (timed) run.push(k);
  }
  close();
  return grids;
}
