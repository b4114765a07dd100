import type { Claim } from '../claims/claim.ts';
import { claimsInTake, recordedClass } from '../claims/class-timeline.ts';
import { mistakeFindings } from '../mistakes/find-mistakes.ts';
import { withTakeFixes } from '../checks/take-fixes.ts';
import { takeFindings } from '../checks/take-checks.ts';
import type { Finding } from '../findings/finding.ts';
import { type SaidText, wordingFindings } from '../checks/wording-checks.ts';
import { type Compiled, compile } from '../plan/compile.ts';
import type { TakeSound } from '../signal/take-sound.ts';
import { align, voiceOf } from '../align/align.ts';
import { type Alignment } from '../align/alignment.ts';
import { typicalSpeaker } from '../speech/line-time.ts';
import type { Transcript } from '../transcript/transcript.ts';
import type { Span } from '../time/span.ts';
import type { FrameRate } from '../time/frames.ts';
import type { TakeTime } from '../time/micros.ts';
import { type WorkoutDocument, decidedOn } from './document.ts';

/** A take as the core sees it. */
export interface TakeFacts {
  readonly duration: TakeTime;
  readonly rate: FrameRate;
  readonly transcript: Transcript;
  /** What else was heard in it; null where it was not listened to yet. */
  readonly sound: TakeSound | null;
  /** How plainly its own sound carries the voice, 0 to 1; null where nobody listened yet. */
  readonly ownClarity: number | null;
}

/**
 * What is worked out from one take. This is the slow part: it changes only with the plan, the transcript, pins and
 * dismissed timers.
 */
export interface Aligned {
  readonly compiled: Compiled;
  readonly alignment: Alignment;
  readonly claims: readonly Claim<TakeTime>[];
  readonly takeFindings: readonly Finding[];
}

/**
 * Aligns a take with the plan, and finds its claims and mistakes. `lacking`: keys of the segments at which stretches
 * begin that earlier takes do not hold.
 */
export function alignWorkout(
  document: Pick<WorkoutDocument, 'plan'> & { readonly edit: Pick<WorkoutDocument['edit'], 'pins' | 'noTimers'> },
  take: TakeFacts,
  lacking: readonly string[] = [],
): Aligned {
  const compiled = compile(document.plan);
  const { pins, noTimers } = document.edit;
  const { transcript, duration, sound } = take;
  const alignment = align(compiled.segments, transcript, duration, {
    pins,
    sound,
    noTimer: new Set(noTimers),
    lacking,
  });
  const { words } = alignment;
  const claims = claimsInTake(words, recordedClass(document.plan, alignment));
  const recorded = alignment.segments.flatMap((r) =>
    r.recorded === null ? [] : [{ key: r.segment.key, kind: r.segment.kind, ...r.recorded }],
  );
  const said = take.transcript.cues.map((cue): SaidText => {
    const here = recorded.find((r) => cue.start >= r.start && cue.start < r.end);
    return {
      text: cue.text,
      clock: 'take',
      at: cue.start,
      end: cue.end,
      segmentKey: here?.key ?? null,
      cueId: null,
      kind: here?.kind ?? null,
    };
  });
  return {
    compiled,
    alignment,
    claims,
    takeFindings: withTakeFixes(
      [
        ...takeFindings(alignment, claims, speechIn(alignment, sound), sound?.music),
        ...mistakeFindings(document.plan, alignment, words, voiceOf(take.sound)),
        ...wordingFindings(said, undefined, typicalSpeaker(document.plan.language)),
      ].sort((a, b) => a.at - b.at),
      { alignment, tokens: words.tokens, claims },
    ),
  };
}

/** A take of the programme, with what was computed from it. */
export interface ProgrammeTake {
  readonly takeId: string;
  readonly facts: TakeFacts;
  readonly aligned: Aligned;
}

/** Aligns one take of the programme. A take filmed after others (`before`) is likely to go on where those stopped. */
export function alignTake(
  document: Pick<WorkoutDocument, 'plan' | 'edit'>,
  takeId: string,
  facts: TakeFacts,
  before: readonly ProgrammeTake[],
): ProgrammeTake {
  const edit = decidedOn(document.edit, takeId);
  const lacking = lackingIn(before.map((b) => b.aligned));
  return { takeId, facts, aligned: alignWorkout({ plan: document.plan, edit }, facts, lacking) };
}

/**
 * Keys of the segments at which stretches begin that none of these takes holds: a further take is likely to hold those.
 */
export function lackingIn(before: readonly Aligned[]): string[] {
  const held = new Set(
    before.flatMap(({ alignment }) => alignment.segments.flatMap((r) => (r.recorded === null ? [] : [r.segment.key]))),
  );
  const segments = before[0]?.compiled.segments ?? [];
  const lacks = (k: number) => segments[k] !== undefined && !held.has(segments[k].key);
  return segments.flatMap((s, k) => (lacks(k) && (k === 0 || !lacks(k - 1)) ? [s.key] : []));
}

/** Words placed more loosely than this do not tell where nobody speaks. */
export const PLACED_US = 300_000;

/** When somebody speaks, in order: by words where they are placed well, else by the sound; null: that is not known. */
export function speechIn({ words }: Alignment, sound: TakeSound | null): Span<TakeTime>[] | null {
  const { tokens } = words;
  const placed = tokens.length > 0 && tokens.every((w) => w.sigma <= PLACED_US);
  const speech = placed ? tokens.map((w) => ({ start: w.at, end: w.end })) : voiceOf(sound);
  return speech === null ? null : [...speech].sort((a, b) => a.start - b.start);
}
