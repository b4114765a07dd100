import { mistakeFindings } from '../core/mistakes/find-mistakes.ts';
import { mistakesOf } from '../core/mistakes/mistake.ts';
import { takeFindings } from '../core/checks/take-checks.ts';
import { align, voiceOf } from '../core/align/align.ts';
import { type Alignment } from '../core/align/alignment.ts';
import { propose } from '../core/propose/propose.ts';
import { writePlanJson } from '../formats/plan-json/plan-json-reader.ts';
import { claimsInTake, recordedClass } from '../core/claims/class-timeline.ts';
import type { Span } from '../core/time/span.ts';
import { type Answer, json, seconds } from './answer.ts';
import { type HeardFile, planOf, transcriptOf } from './read-input.ts';

const spanOf = (span: Span | null) =>
  span === null ? null : { start_s: seconds(span.start), end_s: seconds(span.end) };

export function alignCommand(
  planText: string,
  transcriptText: string,
  durationText: string | undefined,
  heard: HeardFile | null = null,
): Answer {
  const { plan, compiled, notes } = planOf(planText);
  const read = transcriptOf(transcriptText, durationText, { heard, language: plan.language });
  const sound = heard?.sound ?? null;
  const found = align(compiled.segments, read.transcript, read.duration, { sound });
  const mistakes = mistakesOf(
    [
      ...takeFindings(found, claimsInTake(found.words, recordedClass(plan, found))),
      ...mistakeFindings(plan, found, found.words, voiceOf(sound)),
    ],
    found,
  );
  const odd = found.extra.length > 0 || found.segments.some((r) => r.recorded === null);
  return {
    status: odd || notes.length > 0 ? 1 : 0,
    notes: [...notes, ...read.notes],
    text: json({
      ...alignmentJson(found),
      mistakes: mistakes.map((s) => ({
        at_s: seconds(s.at),
        type: s.type,
        said: s.said,
        note: s.note,
        confidence: s.confidence,
      })),
    }),
  };
}

export function claimsCommand(planText: string, transcriptText: string, durationText: string | undefined): Answer {
  const { plan, compiled, notes } = planOf(planText);
  const read = transcriptOf(transcriptText, durationText, { language: plan.language });
  const found = align(compiled.segments, read.transcript, read.duration);
  const claims = claimsInTake(found.words, recordedClass(plan, found));
  return {
    status: claims.length === 0 || claims.some((c) => c.verdict === 'false') ? 1 : 0,
    notes: [...notes, ...read.notes],
    text: json({
      claims: claims.map((c) => ({
        at_s: seconds(c.at),
        type: c.type,
        said: c.said,
        claimed: c.claimed,
        actual: c.actual,
        verdict: c.verdict,
      })),
    }),
  };
}

function alignmentJson(found: Alignment) {
  return {
    segments: found.segments.map(({ segment: s, recorded, confidence, placed, evidence }) => ({
      index: s.index,
      kind: s.kind,
      label: s.label,
      round: s.round,
      side: s.side,
      planned: spanOf(s),
      recorded: spanOf(recorded),
      confidence,
      placed,
      evidence,
    })),
    grid: gridJson(found.grids),
    extra: found.extra.map((e) => ({
      label: e.label,
      side: e.madeUp?.side ?? null,
      made_up_index: e.madeUp?.index ?? null,
      after_index: e.after,
      ...spanOf(e),
    })),
  };
}

/** The longest timer found, and the others beside it; null where breaks were run by hand. */
function gridJson(grids: Alignment['grids']) {
  const [longest] = [...grids].sort((a, b) => b.toIndex - b.fromIndex - (a.toIndex - a.fromIndex));
  return longest === undefined
    ? null
    : {
        period_s: seconds(longest.periodUs),
        start_s: seconds(longest.startUs),
        from_index: longest.fromIndex,
        to_index: longest.toIndex,
        all: grids.map((g) => ({
          period_s: seconds(g.periodUs),
          start_s: seconds(g.startUs),
          from_index: g.fromIndex,
          to_index: g.toIndex,
        })),
      };
}

/** A plan for a recording that has none, as Euphon's JSON. */
export function proposeCommand(
  transcriptText: string,
  durationText: string | undefined,
  heard: HeardFile | null = null,
): Answer {
  const read = transcriptOf(transcriptText, durationText, { heard });
  const { plan, intervals, doubts } = propose(read.transcript, read.duration, { sound: heard?.sound ?? null });
  return {
    status: intervals.length === 0 || doubts.length > 0 ? 1 : 0,
    notes: [...read.notes, ...doubts],
    text: writePlanJson(plan),
  };
}
