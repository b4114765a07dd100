import { type PlannedSegment, isActive } from '../plan/segment.ts';
import type { SpokenTrack } from '../transcript/clauses.ts';
import {
  type BlockTiming,
  type BreakTiming,
  TIMER_SPREAD_S,
  type Timing,
  USUAL_CHANGE,
  USUAL_REST,
  usualTiming,
} from './duration-model.ts';
import { type Doing, doingOf } from './clause-context.ts';
import { type SpeechFlow, USUAL_FLOW } from './speech-flow.ts';

/** A segment as the last search laid it: times in microseconds, and the gaps of its ends. */
export interface Laid {
  readonly segment: number;
  readonly startUs: number;
  readonly endUs: number;
  readonly fromGap: number;
  readonly toGap: number;
}

export function usualTimings(segments: readonly PlannedSegment[]): Timing {
  const blocks = new Map<string, BlockTiming>();
  for (const s of segments) if (isActive(s) && !blocks.has(s.blockId)) blocks.set(s.blockId, usualTiming(s));
  return { blocks, rest: USUAL_REST, change: USUAL_CHANGE };
}

/** What is believed beforehand counts as so many segments seen. */
const PRIOR = { ratio: 2.5, spread: 3, over: 2, breakSpread: 3 } as const;
/** One segment that lasts wildly long is not a habit: the middle counts, not the mean. */
const LIMITS = { ratio: [0.55, 1.9], overS: [-8, 20] } as const;

/**
 * One step of expectation and maximisation: how this class is run, from how the last search laid it. Beliefs from
 * before (`usual`) weigh as a few segments, so that little evidence changes little.
 */
export function learnTiming(segments: readonly PlannedSegment[], laid: readonly Laid[], usual: Timing): Timing {
  const blocks = new Map<string, BlockTiming>();
  for (const [id, before] of usual.blocks) {
    const own = laid.filter((l) => isActive(segments[l.segment]!) && segments[l.segment]?.blockId === id);
    blocks.set(id, before.way === 'timer' || before.way === 'music' ? before : learnBlock(segments, own, before));
  }
  return {
    blocks,
    rest: learnBreaks(segments, laid, 'rest', usual.rest),
    change: learnBreaks(segments, laid, 'change-over', usual.change),
  };
}

function learnBlock(segments: readonly PlannedSegment[], own: readonly Laid[], before: BlockTiming): BlockTiming {
  const logs = own.map((l) => ({ at: Math.log((l.endUs - l.startUs) / plannedUs(segments, l)), weight: 1 }));
  if (logs.length === 0) return before;
  const clock = before.way === 'by hand';
  const middle = weightedMedian(logs);
  const weight = logs.reduce((s, l) => s + l.weight, 0);
  // Somebody who looks at a clock is right on average; without one a whole block is longer or shorter.
  const pull = clock ? PRIOR.ratio * 5 : PRIOR.ratio;
  const log = (Math.log(before.ratio) * pull + middle * weight) / (pull + weight);
  const ratio = Math.min(LIMITS.ratio[1], Math.max(LIMITS.ratio[0], Math.exp(log)));
  const off = own.map((l) => {
    const x = Math.log((l.endUs - l.startUs) / (plannedUs(segments, l) * ratio));
    return clock ? Math.abs(x) * (plannedUs(segments, l) / 1e6) : Math.abs(x);
  });
  const spread = spreadOf(off, before.spread, PRIOR.spread);
  return { way: before.way, ratio, spread: clock ? Math.max(TIMER_SPREAD_S * 2, spread) : Math.max(0.06, spread) };
}

function learnBreaks(
  segments: readonly PlannedSegment[],
  laid: readonly Laid[],
  kind: PlannedSegment['kind'],
  before: BreakTiming,
): BreakTiming {
  const over = laid
    .filter((l) => segments[l.segment]?.kind === kind)
    .map((l) => ({ at: (l.endUs - l.startUs - plannedUs(segments, l)) / 1e6, weight: 1 }));
  if (over.length === 0) return before;
  const weight = over.reduce((s, o) => s + o.weight, 0);
  const overS = Math.min(
    LIMITS.overS[1],
    Math.max(LIMITS.overS[0], (before.overS * PRIOR.over + weightedMedian(over) * weight) / (PRIOR.over + weight)),
  );
  const spreadS = spreadOf(
    over.map((o) => Math.abs(o.at - overS)),
    before.spreadS,
    PRIOR.breakSpread,
  );
  return { overS, spreadS: Math.max(1, spreadS) };
}

const plannedUs = (segments: readonly PlannedSegment[], l: Laid) => {
  const s = segments[l.segment]!;
  return s.end - s.start;
};

function weightedMedian(list: readonly { readonly at: number; readonly weight: number }[]): number {
  const sorted = [...list].sort((a, b) => a.at - b.at);
  const half = sorted.reduce((s, x) => s + x.weight, 0) / 2;
  let sum = 0;
  for (const x of sorted) {
    sum += x.weight;
    if (sum >= half) return x.at;
  }
  return 0;
}

/** A standard deviation from distances, by their middle; the belief from before weighs as `prior` of them. */
function spreadOf(off: readonly number[], before: number, prior: number): number {
  const sorted = [...off].sort((a, b) => a - b);
  const middle = 1.4826 * (sorted[sorted.length >> 1] ?? before);
  return Math.sqrt((before ** 2 * prior + middle ** 2 * off.length) / (prior + off.length));
}

const PRIOR_PAUSES = 60;
const PRIOR_SPOKEN_S = 120;
/**
 * A silence counts at most as this many usual ones: half a minute without a word says nothing about how somebody
 * speaks.
 */
const MOST_PAUSES = 8;

/** How this class is spoken, from how the last search cuts its stretches into work, breaks and talk. */
export function learnFlow(track: SpokenTrack, segments: readonly PlannedSegment[], laid: readonly Laid[]): SpeechFlow {
  const [silent, marks] = [
    { work: 0, break: 0, talk: 0 },
    { work: 0, break: 0, talk: 0 },
  ];
  let [taken, spoken] = [0, 0];
  let first = 0;
  for (const s of track.stretches) {
    if (!s.endKnown) continue;
    while (first < laid.length && laid[first]!.endUs <= s.start) first++;
    for (let j = first; j < laid.length && laid[j]!.startUs < s.end; j++) {
      const l = laid[j]!;
      const [from, to] = [Math.max(s.first, l.fromGap), Math.min(s.last + 1, l.toGap)];
      const d: Doing = doingOf(segments[l.segment]!);
      let [said, weight] = [0, 0];
      for (let c = from; c < to; c++) {
        said += (track.clauses[c]?.spokenUs ?? 0) / 1e6;
        weight += track.clauses[c]?.pauseAfter ?? 0;
      }
      const seconds = (Math.min(s.end, l.endUs) - Math.max(s.start, l.startUs)) / 1e6;
      // A stretch with more words than usually fit shows how fast they were said.
      if (said > seconds * 0.9 && said > 4) {
        taken += seconds;
        spoken += said;
      }
      if (weight < 0.2) continue;
      silent[d] += Math.min(Math.max(0, seconds - said), weight * USUAL_FLOW.pauseS[d] * MOST_PAUSES);
      marks[d] += weight;
    }
  }
  const pause = (d: Doing) =>
    Math.max(0.25, (USUAL_FLOW.pauseS[d] * PRIOR_PAUSES + silent[d]) / (PRIOR_PAUSES + marks[d]));
  const rate = Math.max(0.75, Math.min(1, (PRIOR_SPOKEN_S + taken) / (PRIOR_SPOKEN_S + spoken)));
  return { rate, pauseS: { work: pause('work'), break: pause('break'), talk: pause('talk') } };
}
