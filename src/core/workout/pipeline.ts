import type { Claim } from '../claims/claim.ts';
import { claimsInTake, recordedClass } from '../claims/running.ts';
import { mistakeFindings } from '../mistakes/find-mistakes.ts';
import { withTakeMends } from '../checks/take-mends.ts';
import { isSettled } from '../edit/decisions.ts';
import { takeFindings } from '../checks/take-checks.ts';
import { laneFindings } from '../checks/deliver-checks.ts';
import type { Finding } from '../findings/finding.ts';
import { type SaidText, wordingFindings } from '../checks/wording-checks.ts';
import { type Programme, conform, keepRanges } from '../edit/conform.ts';
import { type Lanes, lanes } from '../lanes/lanes.ts';
import { type Compiled, compile } from '../plan/compile.ts';
import type { TakeSound } from '../signal/activity.ts';
import { type Alignment, align, voiceOf } from '../align/align.ts';
import { type Transcript } from '../transcript/transcript.ts';
import { type FrameRate } from '../time/frames.ts';
import type { Micros } from '../time/micros.ts';
import type { WorkoutDocument } from './document.ts';

/** A take as the core sees it. */
export interface TakeFacts {
  readonly duration: Micros;
  readonly rate: FrameRate;
  readonly transcript: Transcript;
  /** What else was heard in it; null where it was not listened to yet. */
  readonly sound: TakeSound | null;
}

/** What the take gives: this is the slow part, and changes only with plan, transcript, pins and dismissed timers. */
export interface Aligned {
  readonly compiled: Compiled;
  readonly alignment: Alignment;
  readonly claims: readonly Claim[];
  readonly takeFindings: readonly Finding[];
}

/** plan and take to recorded segments. */
export function alignWorkout(
  document: Pick<WorkoutDocument, 'plan'> & { readonly edit: Pick<WorkoutDocument['edit'], 'pins' | 'noTimers'> },
  take: TakeFacts,
): Aligned {
  const compiled = compile(document.plan);
  const { pins, noTimers } = document.edit;
  const { transcript, duration, sound } = take;
  const alignment = align(compiled.segments, transcript, duration, pins, sound, new Set(noTimers));
  const tokens = alignment.words;
  const claims = claimsInTake(tokens, recordedClass(document.plan, alignment));
  const recorded = alignment.segments.flatMap((r) =>
    r.recorded === null ? [] : [{ key: r.segment.key, kind: r.segment.kind, ...r.recorded }],
  );
  const said = take.transcript.cues.map((cue): SaidText => {
    const here = recorded.find((r) => cue.start >= r.start && cue.start < r.end);
    return {
      text: cue.text,
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
    takeFindings: withTakeMends(
      [
        ...takeFindings(alignment, claims),
        ...mistakeFindings(document.plan, alignment, tokens, voiceOf(take.sound)),
        ...wordingFindings(said, 'take'),
      ].sort((a, b) => a.at - b.at),
      { alignment, tokens, claims },
    ),
  };
}

export interface Produced {
  readonly programme: Programme;
  readonly lanes: Lanes;
  readonly findings: readonly Finding[];
}

/** Recorded segments to programme, lanes and findings: fast, runs with every keystroke. */
export function produce(edit: WorkoutDocument['edit'], aligned: Aligned, take: TakeFacts): Produced {
  const programme = conform(aligned.alignment, keepRanges(take.duration, edit.removed, take.rate));
  const laid = lanes(programme, edit.rules, edit.overrides);
  return {
    programme,
    lanes: laid,
    findings: [...aligned.takeFindings.filter((f) => !isSettled(f, edit.settled)), ...laneFindings(laid)],
  };
}
