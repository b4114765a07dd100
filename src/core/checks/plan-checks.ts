import type { RuleId } from '../findings/rules.ts';
import type { Plan } from '../plan/plan.ts';
import { type Segment, isActive } from '../plan/segment.ts';
import { type Balance, balanceOf } from '../plan/balance.ts';
import { type ExerciseBook, SHIPPED_BOOK } from '../exercise/library.ts';
import { metOf, traitsReader } from '../plan/traits.ts';
import { type ChangeFigures, USUAL_CHANGES, changeOvers } from '../script/change-over.ts';
import { type Micros, fromSeconds, micros } from '../time/micros.ts';
import { writeSeconds, writeTime } from '../time/typed-time.ts';
import { type Finding, type Mend, TRADE } from '../findings/finding.ts';
import { breakGroups, groupNeeds } from './break-groups.ts';
import { levelFindings } from './level-checks.ts';
import { phraseFindings } from './phrase-checks.ts';
import { addShare, evenRounds, holdFor, lengthenBreak, lengthenShare, riseBefore } from './plan-mends.ts';

const ACSM = 'ACSM Guidelines';
/** Warm-up and cool-down 5 to 10 min; a class below this length is a piece of one and is not held to it. */
const GUIDED_CLASS = fromSeconds(15 * 60);
const SHORTEST_WARM_UP = fromSeconds(5 * 60);
/** A static stretch is held 10 to 30 s. */
const SHORTEST_STRETCH = fromSeconds(10);
/** From rest to this effort in one step is a jump. */
const VIGOROUS_MET = 6;
const LARGEST_STEP_MET = 4.5;
/** A side that comes up short by less than this is rounding. */
const SIDE_SLACK = fromSeconds(2);

/** The notice that goes into script and description (common practice). */
export const STANDING_NOTICE =
  'Stop if you feel chest pain, faintness, dizziness or pain in a joint. Ask a health professional first if you are pregnant, injured or under treatment. Local rules and licensed practice decide.';

/** What a careful colleague would say of a plan: cautions with their sources, breaks too short, sides uneven. */
export function planFindings(
  plan: Plan,
  segments: readonly Segment[],
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

const finding = (
  rule: RuleId,
  at: Micros,
  segmentKey: string | null,
  says: string,
  measured: string,
  wanted: string,
  source: string,
  mends: readonly (Mend | null)[] = [],
  severity: Finding['severity'] = 'note',
): Finding => ({
  rule,
  severity,
  segmentKey,
  clock: 'plan',
  at,
  says,
  measured,
  wanted,
  source,
  certainty: 1,
  mends: mends.filter((m) => m !== null),
});

function shares(plan: Plan, segments: readonly Segment[], balance: Balance): Finding[] {
  const total = segments.at(-1)?.end ?? 0;
  if (total < GUIDED_CLASS) return [];
  const found: Finding[] = [];
  const active = segments.find((s) => isActive(s));
  if (balance.warmUpUs === 0)
    found.push(
      finding(
        'no-warm-up',
        active?.start ?? micros(0),
        active?.key ?? null,
        'The class has no warm-up.',
        'none',
        '5 to 10 min',
        ACSM,
        [addShare(plan, 'warm-up')],
        'alarm',
      ),
    );
  else if (balance.warmUpUs < SHORTEST_WARM_UP)
    found.push({
      ...finding(
        'short-warm-up',
        micros(0),
        null,
        'The warm-up is short.',
        writeTime(balance.warmUpUs),
        '5 to 10 min',
        ACSM,
        [lengthenShare(plan, 'warm-up', segments)],
      ),
      facts: { over: (SHORTEST_WARM_UP - balance.warmUpUs) / 1e6 },
    });
  if (balance.coolDownUs === 0)
    found.push(
      finding('no-cool-down', micros(total), null, 'The class has no cool-down.', 'none', '5 to 10 min', ACSM, [
        addShare(plan, 'cool-down'),
      ]),
    );
  else if (balance.coolDownUs < SHORTEST_WARM_UP)
    found.push({
      ...finding(
        'short-cool-down',
        micros(total - balance.coolDownUs),
        null,
        'The cool-down is short.',
        writeTime(balance.coolDownUs),
        '5 to 10 min',
        ACSM,
        [lengthenShare(plan, 'cool-down', segments)],
      ),
      facts: { over: (SHORTEST_WARM_UP - balance.coolDownUs) / 1e6 },
    });
  return found;
}

function effortSteps(plan: Plan, segments: readonly Segment[], book: ExerciseBook): Finding[] {
  const traits = traitsReader(plan, book);
  const found: Finding[] = [];
  let last: { met: number; level: string | null } | null = null;
  for (const segment of segments) {
    const of = isActive(segment) ? traits(segment) : null;
    if (of === null) continue;
    const met = metOf(of.effort);
    const from = last?.met ?? metOf('rest');
    if (met >= VIGOROUS_MET && met - from > LARGEST_STEP_MET) {
      found.push(
        finding(
          'effort-jump',
          segment.start,
          segment.key,
          `${segment.label} is a jump in effort.`,
          `${from} to ${met} MET`,
          `steps of ${LARGEST_STEP_MET} MET or less`,
          `${TRADE}; MET of the Compendium of Physical Activities 2011`,
        ),
      );
    }
    if (of.impact === 'high' && (last?.level === 'floor' || last?.level === 'low')) {
      found.push(
        finding(
          'jump-after-floor',
          segment.start,
          segment.key,
          `${segment.label} jumps straight after floor work.`,
          'no rise between',
          'a standing move or a march first',
          TRADE,
          [riseBefore(plan, segment)],
        ),
      );
    }
    last = { met, level: of.level };
  }
  return found;
}

function stretches(plan: Plan, segments: readonly Segment[]): Finding[] {
  return segments
    .filter((s) => s.kind === 'hold' && s.end - s.start < SHORTEST_STRETCH)
    .map((s) =>
      finding(
        'short-stretch',
        s.start,
        s.key,
        `${s.label} is held too short.`,
        `${writeSeconds(micros(s.end - s.start))} s`,
        '10 to 30 s (another school: 30 to 60 s)',
        ACSM,
        [holdFor(plan, s, 15), holdFor(plan, s, 30)],
      ),
    );
}

function sides(plan: Plan, balance: Balance): Finding[] {
  const off = balance.sidesUs.left - balance.sidesUs.right;
  if (Math.abs(off) <= SIDE_SLACK) return [];
  const short = off > 0 ? 'right' : 'left';
  return [
    {
      ...finding(
        'side-short',
        micros(0),
        null,
        `The ${short} side comes up ${writeSeconds(micros(Math.abs(off)))} s short.`,
        `left ${writeSeconds(balance.sidesUs.left)} s, right ${writeSeconds(balance.sidesUs.right)} s`,
        'the same',
        TRADE,
        [evenRounds(plan)],
        'alarm',
      ),
      facts: { over: Math.abs(off) / 1e6 },
    },
  ];
}

function breaks(plan: Plan, segments: readonly Segment[], figures: ChangeFigures, book: ExerciseBook): Finding[] {
  return breakGroups(plan, segments, changeOvers(plan, segments, figures, book)).map((group) => {
    const { worst, changes, says, mends } = group;
    const [from, to] = [segments.slice(0, worst.toIndex).findLast(isActive), segments[worst.toIndex]];
    const longer =
      from === undefined || to === undefined
        ? null
        : lengthenBreak(plan, from, to, micros(worst.neededUs + worst.saidBeforeUs));
    return {
      ...finding(
        'break-planned-short',
        worst.at,
        to?.key ?? null,
        says,
        `${writeSeconds(worst.plannedUs)} s`,
        groupNeeds(group),
        TRADE,
        changes.length === 1 ? [longer] : [...mends],
      ),
      facts: { over: (worst.neededUs + worst.saidBeforeUs - worst.plannedUs) / 1e6 },
    };
  });
}
