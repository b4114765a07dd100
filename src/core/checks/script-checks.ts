import type { Claim } from '../claims/claim.ts';
import { type ScriptClaim, scriptClaims } from '../claims/script-claims.ts';
import type { Plan } from '../plan/plan.ts';
import type { PlannedSegment } from '../plan/segment.ts';
import type { CallMeans } from '../script/calls.ts';
import type { Cue, Script } from '../script/cue.ts';
import type { Schedule } from '../script/placed-line.ts';
import type { Corrections } from '../language/said-lines.ts';
import type { Side } from '../language/side.ts';
import { languageOf } from '../language/languages.ts';
import { type PlanTime, ZERO, fromSeconds } from '../time/micros.ts';
import { type CueChange, type Finding, type Fix, finding } from '../findings/finding.ts';
import { missingLines } from './missing-lines.ts';
import { type SaidText, wordingFindings } from './wording-checks.ts';

/**
 * Everything to say of a script before it is filmed, in the order of the class: what is not true, what does not fit,
 * how it is worded, what is missing.
 */
export function scriptFindings(
  { plan, segments }: { readonly plan: Plan; readonly segments: readonly PlannedSegment[] },
  script: Script,
  schedule: Schedule<PlanTime>,
  means: CallMeans,
): Finding[] {
  const cues = new Map(script.cues.map((cue) => [cue.id, cue]));
  const said = schedule.lines.map((line): SaidText => ({
    text: line.text,
    clock: 'plan',
    at: line.start,
    end: line.end,
    segmentKey: segments[line.segmentIndex]?.key ?? null,
    cueId: line.cueId,
    kind: segments[line.segmentIndex]?.kind ?? null,
  }));
  return [
    ...scriptClaims(plan, segments, schedule.lines)
      .filter((c) => c.verdict === 'false')
      .map((claim) => falseLine(claim, cues.get(claim.line.cueId ?? ''), languageOf(plan.language).corrections)),
    ...doNotFit(segments, schedule, cues),
    ...wordingFindings(said, cues, means.speaker),
    ...missingLines(segments, script, schedule, means),
  ].sort((a, b) => a.at - b.at);
}

function falseLine(claim: ScriptClaim, cue: Cue | undefined, corrections: Corrections): Finding {
  const change = cue === undefined ? null : correction(claim, cue, corrections);
  const removals = cue === undefined ? [] : [removal(cue)];
  return finding(
    `claim-${claim.type}`,
    { of: 'script', ...claimFacts(claim) },
    {
      ...{ clock: 'plan', severity: 'alarm', segmentKey: claim.segmentKey, at: claim.at, certainty: 0.9 },
      ...(cue !== undefined && { cueId: cue.id }),
      fixes: change === null ? removals : [change, ...removals],
    },
  );
}

/** What a claim says and what is so, as its rule holds it. */
export const claimFacts = ({ said, claimed, actual }: Claim) => ({ said, claimed, actual });

const scriptFix = (label: string, changes: readonly CueChange[]): Fix => ({ kind: 'script', label, changes });
const removal = (cue: Cue): Fix => scriptFix('Take the line out', [{ kind: 'remove', cueId: cue.id }]);

/** The line as it would be true: moved to where it holds, or with the right number, name or side put in. */
function correction(claim: ScriptClaim, cue: Cue, corrections: Corrections): Fix | null {
  const { claimed, actual } = claim;
  switch (claim.type) {
    case 'seconds-left':
      return scriptFix(`Say it ${claimed} s before the end`, [
        { kind: 'change', cueId: cue.id, next: { anchor: { kind: 'end', beforeUs: fromSeconds(Number(claimed)) } } },
      ]);
    case 'half-way':
      return scriptFix('Say it in the middle', [{ kind: 'change', cueId: cue.id, next: { anchor: { kind: 'half' } } }]);
    case 'moves-left':
    case 'round':
    case 'length':
    case 'count':
      return typeof claimed === 'number' && typeof actual === 'number'
        ? reworded(cue, replaceNumber(cue.text, claimed, actual, corrections), String(actual))
        : null;
    case 'side': {
      const { sideForms } = corrections;
      const [from, to] = [sideForms[claimed as Side], sideForms[actual as Side]];
      return reworded(cue, replaceFirst(cue.text, from, to), String(actual));
    }
    case 'next-up':
      return reworded(cue, replaceWord(cue.text, String(claimed), String(actual)), String(actual));
    case 'position':
    case 'equipment':
      return null;
  }
}

function reworded(cue: Cue, text: string, what: string): Fix | null {
  return text === cue.text ? null : scriptFix(`Say ${what}`, [{ kind: 'change', cueId: cue.id, next: { text } }]);
}

/**
 * Puts another number in, as figures, as a word or as an ordinal, whichever the line used; the line itself where it
 * holds no such number.
 */
export function replaceNumber(text: string, from: number, to: number, { numberForms }: Corrections): string {
  return replaceFirst(text, numberForms(from), numberForms(Math.round(to)));
}

/** Puts the form of one word in the place of the same form of another, for the first form that the text has. */
function replaceFirst(text: string, from: readonly string[], to: readonly string[]): string {
  for (const [i, old] of from.entries()) {
    const next = to[i] ?? '';
    const replaced = next === '' ? text : replaceWord(text, old, next);
    if (replaced !== text) return replaced;
  }
  return text;
}

/** Replaces whole words, keeping a capital at the front. */
function replaceWord(text: string, from: string, to: string): string {
  if (from === '') return text;
  const escaped = from.replace(/[.*+?^${}()|[\]\\]/g, '\\$&').replace(/\s+/g, '[\\s-]+');
  return text.replace(new RegExp(`(?<!\\p{L}|\\d)${escaped}(?:e?s)?(?!\\p{L}|\\d)`, 'iu'), (old) =>
    /^[A-Z]/.test(old) ? `${to[0]?.toUpperCase() ?? ''}${to.slice(1)}` : to.toLowerCase(),
  );
}

function doNotFit(
  segments: readonly PlannedSegment[],
  schedule: Schedule<PlanTime>,
  cues: ReadonlyMap<string, Cue>,
): Finding[] {
  return schedule.dropped.flatMap((d): Finding[] => {
    const cue = d.cueId === null ? undefined : cues.get(d.cueId);
    if (cue === undefined || d.text.trim() === '') return [];
    const segment = d.segmentIndex === null ? undefined : segments[d.segmentIndex];
    const place = { clock: 'plan', severity: 'alarm', cueId: cue.id, at: segment?.start ?? ZERO } as const;
    const free: Fix = scriptFix('Let it find its own place', [
      { kind: 'change', cueId: cue.id, next: { anchor: { kind: 'free' } } },
    ]);
    const fixes = [...(segment !== undefined && cue.anchor.kind !== 'free' ? [free] : []), removal(cue)];
    const at = { ...place, segmentKey: segment?.key ?? null, fixes };
    return d.reason === 'segment-gone'
      ? [finding('segment-gone', { text: d.text }, at)]
      : [finding('line-too-long', { text: d.text, missingUs: d.missingUs }, at)];
  });
}
