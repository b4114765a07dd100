import type { FactsOf, RuleId } from '../findings/rules.ts';
import { languageOf } from '../language/languages.ts';
import type { Plan } from '../plan/plan.ts';
import { type PlannedSegment, isActive } from '../plan/segment.ts';
import { type Balance, balanceOf } from '../plan/balance.ts';
import { type ExerciseBook, SHIPPED_BOOK } from '../exercise/library.ts';
import { metOf, traitsReader } from '../plan/traits.ts';
import { type ChangeFigures, USUAL_CHANGES, changeOvers } from '../script/change-over.ts';
import { type PlanTime, ZERO, asLength, fromSeconds, planTime } from '../time/micros.ts';
import { type Finding, type Fix, finding } from '../findings/finding.ts';
import { breakGroups } from './break-groups.ts';
import { levelFindings } from './level-checks.ts';
import { phraseFindings } from './phrase-checks.ts';
import { addShare, evenRounds, holdFor, lengthenBreak, lengthenShare, riseBefore } from './plan-fixes.ts';

/**
 * Warm-up and cool-down last 5 to 10 min (ACSM Guidelines); a class below this length is a piece of one and is not held
 * to it.
 */
const GUIDED_CLASS = fromSeconds(15 * 60);
const SHORTEST_WARM_UP = fromSeconds(5 * 60);
/** A static stretch is held 10 to 30 s (ACSM Guidelines). */
const SHORTEST_STRETCH = fromSeconds(10);
/** From rest to this effort in one step is a jump. */
const VIGOROUS_MET = 6;
const LARGEST_STEP_MET = 4.5;
/** A side that comes up short by less than this is rounding. */
const SIDE_SLACK = fromSeconds(2);

/** The notice that goes into script and description (common practice). */
export const STANDING_NOTICE = languageOf().viewers.notice;

/** What a careful colleague would say of a plan: cautions with their sources, breaks too short, sides uneven. */
export function planFindings(
  plan: Plan,
  segments: readonly PlannedSegment[],
  figures: ChangeFigures = USUAL_CHANGES,
  book: ExerciseBook = SHIPPED_BOOK,
): Finding[] {
  const balance = balanceOf(plan, segments, book);
  return [
    ...shares(plan, segments, balance),
    ...effortSteps(plan, segments, book),
    ...stretches(plan, segments),
    ...sides(plan, balance),
    ...breaks(plan, segments, figures, book),
    ...phraseFindings(plan, segments),
    ...levelFindings(plan, segments),
  ];
}

type Place = { readonly at: PlanTime; readonly segmentKey: string | null } & {
  readonly severity?: Finding['severity'];
};

/** A finding on plan time; `fixes` that cannot be had are null. */
const planFinding = <R extends RuleId>(rule: R, facts: FactsOf<R>, place: Place, fixes: readonly (Fix | null)[] = []) =>
  finding(rule, facts, { clock: 'plan', ...place, fixes: fixes.filter((m) => m !== null) });

function shares(plan: Plan, segments: readonly PlannedSegment[], balance: Balance): Finding[] {
  const total = segments.at(-1)?.end ?? 0;
  if (total < GUIDED_CLASS) return [];
  const { warmUpUs, coolDownUs } = balance;
  const found: Finding[] = [];
  const active = segments.find((s) => isActive(s));
  if (warmUpUs === 0) {
    const place = { at: active?.start ?? ZERO, segmentKey: active?.key ?? null, severity: 'alarm' } as const;
    found.push(planFinding('no-warm-up', {}, place, [addShare(plan, 'warm-up')]));
  } else if (warmUpUs < SHORTEST_WARM_UP) {
    const facts = { lengthUs: warmUpUs, wantedUs: SHORTEST_WARM_UP };
    const place = { at: ZERO, segmentKey: null };
    found.push(planFinding('short-warm-up', facts, place, [lengthenShare(plan, 'warm-up', segments)]));
  }
  const at = planTime(total - coolDownUs);
  if (coolDownUs === 0)
    found.push(planFinding('no-cool-down', {}, { at, segmentKey: null }, [addShare(plan, 'cool-down')]));
  else if (coolDownUs < SHORTEST_WARM_UP) {
    const facts = { lengthUs: coolDownUs, wantedUs: SHORTEST_WARM_UP };
    const fixes = [lengthenShare(plan, 'cool-down', segments)];
    found.push(planFinding('short-cool-down', facts, { at, segmentKey: null }, fixes));
  }
  return found;
}

function effortSteps(plan: Plan, segments: readonly PlannedSegment[], book: ExerciseBook): Finding[] {
  const traits = traitsReader(plan, book);
  const found: Finding[] = [];
  let last: { met: number; level: string | null } | null = null;
  for (const segment of segments) {
    const of = isActive(segment) ? traits(segment) : null;
    if (of === null) continue;
    const place = { at: segment.start, segmentKey: segment.key };
    const toMet = metOf(of.effort);
    const fromMet = last?.met ?? metOf('rest');
    if (toMet >= VIGOROUS_MET && toMet - fromMet > LARGEST_STEP_MET) {
      const facts = { move: segment.label, fromMet, toMet, mostMet: LARGEST_STEP_MET };
      found.push(planFinding('effort-jump', facts, place));
    }
    if (of.impact === 'high' && (last?.level === 'floor' || last?.level === 'low'))
      found.push(planFinding('jump-after-floor', { move: segment.label }, place, [riseBefore(plan, segment)]));
    last = { met: toMet, level: of.level };
  }
  return found;
}

function stretches(plan: Plan, segments: readonly PlannedSegment[]): Finding[] {
  return segments
    .filter((s) => s.kind === 'hold' && s.end - s.start < SHORTEST_STRETCH)
    .map((s) => {
      const facts = { move: s.label, lengthUs: asLength(s.end - s.start) };
      const fixes = [holdFor(plan, s, 15), holdFor(plan, s, 30)];
      return planFinding('short-stretch', facts, { at: s.start, segmentKey: s.key }, fixes);
    });
}

function sides(plan: Plan, { sidesUs: { left, right } }: Balance): Finding[] {
  if (Math.abs(left - right) <= SIDE_SLACK) return [];
  const place = { at: ZERO, segmentKey: null, severity: 'alarm' } as const;
  return [planFinding('side-short', { leftUs: left, rightUs: right }, place, [evenRounds(plan)])];
}

function breaks(
  plan: Plan,
  segments: readonly PlannedSegment[],
  figures: ChangeFigures,
  book: ExerciseBook,
): Finding[] {
  return breakGroups(plan, segments, changeOvers(plan, segments, figures, book)).map((group) => {
    const { worst, changes, facts, fixes } = group;
    const [from, to] = [segments.slice(0, worst.toIndex).findLast(isActive), segments[worst.toIndex]];
    const longer =
      from === undefined || to === undefined
        ? null
        : lengthenBreak(plan, from, to, asLength(worst.neededUs + worst.saidBeforeUs));
    const place = { at: worst.at, segmentKey: to?.key ?? null };
    return planFinding('break-planned-short', facts, place, changes.length === 1 ? [longer] : fixes);
  });
}
