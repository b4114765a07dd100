import { compile } from '../../src/core/plan/compile.ts';
import type { Plan } from '../../src/core/plan/plan.ts';
import { type PlannedSegment, type Segment, isActive, isBreak } from '../../src/core/plan/segment.ts';
import { SPARE_CALLS, type CallRules } from '../../src/core/script/cue.ts';
import { schedule } from '../../src/core/script/schedule.ts';
import { wordShares } from '../../src/core/speech/line-time.ts';
import type { TimedWord, Transcript, TranscriptCue } from '../../src/core/transcript/transcript.ts';
import type { TakeTime } from '../../src/core/time/micros.ts';
import type { Span } from '../../src/core/time/span.ts';
import { anySeconds, anyTime } from './times.ts';

/** A small seeded generator; the same seed, the same class. */
export function seeded(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

export interface SyntheticTake {
  readonly segments: readonly PlannedSegment[];
  /** True spans by segment key; left-out segments are missing. */
  readonly truth: ReadonlyMap<string, Span<TakeTime>>;
  readonly transcript: Transcript;
  readonly duration: TakeTime;
}

export interface TakeFaults {
  /** Indices of active segments that are never done. */
  readonly leaveOut?: readonly number[];
  /** Seconds by which breaks run over, at most. */
  readonly breakOverS?: number;
  readonly calls?: CallRules;
  /** Calls say what plan and library know of the moves, too. */
  readonly informed?: boolean;
  /** Share of calls that are forgotten, 0 to 1. */
  readonly forgotten?: number;
}

/**
 * A class as a person runs it: work to the clock, breaks by hand and too long, calls a little off and some forgotten.
 * Overruns of 6 s on average are common practice.
 */
export function syntheticTake(plan: Plan, seed: number, faults: TakeFaults = {}): SyntheticTake {
  const random = seeded(seed);
  const { segments } = compile(plan);
  const truth = new Map<string, Span<TakeTime>>();
  const done: PlannedSegment[] = [];
  let now = anySeconds(1 + random() * 4) as number;
  for (const [i, segment] of segments.entries()) {
    const before = segments[i - 1];
    const left = faults.leaveOut?.includes(i) === true;
    const afterLeft = before !== undefined && faults.leaveOut?.includes(i - 1) === true && isBreak(segment);
    if (left || afterLeft) continue;
    const over = isActive(segment)
      ? (random() - 0.5) * 0.4
      : (random() * 0.7 + 0.3) * (faults.breakOverS ?? 6) * (segment.kind === 'change-over' ? 0.4 : 1);
    const start = anyTime(now);
    now += segment.end - segment.start + over * 1e6;
    const placed = { ...segment, index: done.length, start, end: anyTime(now) };
    truth.set(segment.key, { start: placed.start, end: placed.end });
    done.push(placed);
  }
  const cues: TranscriptCue[] = schedule(
    done,
    { cues: [], calls: faults.calls ?? SPARE_CALLS, marks: [] },
    { plan: faults.informed === true ? plan : null },
  )
    .lines.filter((line) => line.kind === 'countdown' || random() >= (faults.forgotten ?? 0))
    .map((line) => timedCue(line.text, line.start + (random() - 0.3) * 4e5, line.end - line.start));
  return { segments, truth, transcript: { cues }, duration: anyTime(now + 3e6) };
}

function timedCue(text: string, start: number, length: number): TranscriptCue {
  const words = text.split(/\s+/);
  let at = Math.max(0, start);
  const timed = wordShares(words).map((share, w): TimedWord => {
    const from = at;
    at += share * length;
    return { text: words[w] as string, start: anyTime(from), end: anyTime(at) };
  });
  return { start: anyTime(Math.max(0, start)), end: anyTime(at), text, words: timed };
}

/** The same words as paragraphs of about so many seconds, times cut to whole seconds. */
export function coarsen(transcript: Transcript, paragraphS: number): Transcript {
  const cues: { start: number; words: string[] }[] = [];
  for (const word of transcript.cues.flatMap((cue) => cue.words ?? [])) {
    const last = cues.at(-1);
    if (last === undefined || word.start >= last.start + paragraphS * 1e6)
      cues.push({ start: Math.floor(word.start / 1e6) * 1e6, words: [word.text] });
    else last.words.push(word.text);
  }
  return {
    cues: cues.map((cue, i) => ({
      start: anyTime(cue.start),
      end: anyTime(cues[i + 1]?.start ?? cue.start + paragraphS * 1e6),
      text: cue.words.join(' '),
      words: null,
    })),
  };
}

/** Absolute errors of all boundaries in seconds, ascending. */
export function boundaryErrors(
  take: SyntheticTake,
  recorded: readonly { segment: Segment; recorded: { start: number; end: number } | null }[],
): number[] {
  return recorded
    .flatMap(({ segment, recorded: span }) => {
      const truth = take.truth.get(segment.key);
      return truth === undefined || span === null
        ? []
        : [Math.abs(span.start - truth.start) / 1e6, Math.abs(span.end - truth.end) / 1e6];
    })
    .sort((a, b) => a - b);
}

export function quantile(sorted: readonly number[], share: number): number {
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? NaN;
}
