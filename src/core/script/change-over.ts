import { type Length, type Micros, type PlanTime, asLength, fromSeconds } from '../time/micros.ts';
import { writeSeconds } from '../time/typed-time.ts';
import type { Plan } from '../plan/plan.ts';
import { type PlannedSegment, type Segment, isActive } from '../plan/segment.ts';
import { type ExerciseBook, SHIPPED_BOOK } from '../exercise/library.ts';
import { type Traits, traitsReader } from '../plan/traits.ts';

/** What a change-over costs, part by part. A studio sets its own figures; the defaults are common practice. */
export interface ChangeFigures {
  /** A move the class knows already, explained again: 18 to 20 s. */
  readonly knownUs: Length;
  /** A new move that must be shown: 20 to 25 s. */
  readonly newUs: Length;
  /** From standing to the floor or back: 5 to 10 s. */
  readonly levelUs: Length;
  /** Taking up or putting down a prop, changing a load: 5 s. */
  readonly propUs: Length;
  /** The other side of the same move: 4 to 6 s. */
  readonly sideUs: Length;
}

export const USUAL_CHANGES: ChangeFigures = {
  knownUs: fromSeconds(18),
  newUs: fromSeconds(22),
  levelUs: fromSeconds(7),
  propUs: fromSeconds(5),
  sideUs: fromSeconds(5),
};

/** One reason why a change-over takes time. */
export interface ChangePart {
  readonly kind: 'known' | 'new' | 'level' | 'prop' | 'side' | 'words';
  readonly why: string;
  readonly us: Micros;
}

/** One change from a move to the next. */
export interface ChangeOver {
  /** The segment it leads to. */
  readonly toIndex: number;
  readonly at: PlanTime;
  readonly from: string;
  readonly to: string;
  readonly plannedUs: Length;
  /** How much of it was said before the work ended. */
  readonly saidBeforeUs: Length;
  readonly neededUs: Length;
  /** needed − planned where positive. */
  readonly shortUs: Length;
  readonly parts: readonly ChangePart[];
}

/** Every change-over of a compiled class with what it has and what it needs, in the order of the class. */
export function changeOvers(
  plan: Plan,
  segments: readonly PlannedSegment[],
  figures: ChangeFigures = USUAL_CHANGES,
  book: ExerciseBook = SHIPPED_BOOK,
): ChangeOver[] {
  const traits = traitsReader(plan, book);
  const seen = new Set<string>();
  const shown = new Set<string>();
  const changes: ChangeOver[] = [];
  let last: PlannedSegment | null = null;
  for (const segment of segments) {
    if (segment.kind === 'demo' && segment.moveId !== null) shown.add(nameKey(segment));
    if (!isActive(segment)) continue;
    if (last !== null)
      changes.push(
        changeBetween(last, segment, {
          traits,
          figures,
          known: seen.has(nameKey(segment)) || shown.has(nameKey(segment)),
        }),
      );
    seen.add(nameKey(segment));
    last = segment;
  }
  return changes;
}

const nameKey = (segment: Segment) => segment.label.toLowerCase();

function changeBetween(
  from: PlannedSegment,
  to: PlannedSegment,
  {
    traits,
    figures,
    known,
  }: { readonly traits: (segment: Segment) => Traits | null; readonly figures: ChangeFigures; readonly known: boolean },
): ChangeOver {
  const [a, b] = [traits(from), traits(to)];
  const sameMove = from.moveId === to.moveId && from.label === to.label;
  const plannedUs = asLength(to.start - from.end);
  const parts = sameMove
    ? from.side === to.side
      ? []
      : [{ kind: 'side' as const, why: 'other side', us: figures.sideUs }]
    : longerOf(explaining(b, figures, known), moving(a, b, figures), plannedUs);
  const explained = parts.some((p) => p.kind === 'known' || p.kind === 'new');
  const saidBeforeUs = asLength(
    explained ? Math.min(SAID_IN_WORK.most, Math.max(0, SAID_IN_WORK.lacksTo - plannedUs)) : 0,
  );
  const neededUs = asLength(Math.max(0, parts.reduce((sum, part) => sum + part.us, 0) - saidBeforeUs));
  return {
    toIndex: to.index,
    at: from.end,
    from: from.label,
    to: to.label,
    plannedUs,
    saidBeforeUs,
    neededUs,
    shortUs: asLength(Math.max(0, neededUs - plannedUs)),
    parts,
  };
}

/**
 * The shorter a break, the more of the next move is announced before the work ends: as much as the break lacks to
 * `lacksTo`, and at most `most`.
 */
const SAID_IN_WORK = { lacksTo: fromSeconds(15), most: fromSeconds(10) } as const;
/** An option that is shown with a new move: 6 to 8 s (common practice). */
const OPTION_US = fromSeconds(7);

/** What must be said and shown before a move. */
function explaining(b: Traits | null, figures: ChangeFigures, known: boolean): ChangePart[] {
  const shown: ChangePart = known
    ? { kind: 'known', why: 'known move', us: figures.knownUs }
    : { kind: 'new', why: 'new move to be shown', us: figures.newUs };
  const option = !known && b?.exercise != null && b.exercise.easier !== '' && b.impact === 'high';
  return option ? [shown, { kind: 'words', why: 'an option to be shown', us: OPTION_US }] : [shown];
}

/** What people must do before a move: get down or up, take up or put down. */
function moving(a: Traits | null, b: Traits | null, figures: ChangeFigures): ChangePart[] {
  const parts: ChangePart[] = [];
  if (a?.endLevel != null && b?.level != null && a.endLevel !== b.level)
    parts.push({ kind: 'level', why: `${a.endLevel} to ${b.level}`, us: figures.levelUs });
  const up = (b?.needs ?? []).filter((n) => !(a?.needs ?? []).includes(n));
  const down = (a?.needs ?? []).filter((n) => !(b?.needs ?? []).includes(n));
  const worn = a?.place !== undefined && b?.place !== undefined && a.place !== b.place;
  if (worn && up.length === 0)
    parts.push({ kind: 'prop', why: `move ${b.needs[0] ?? 'the prop'} to ${b.place}`, us: figures.propUs });
  else if (up.length > 0 || down.length > 0)
    parts.push({
      kind: 'prop',
      why: up.length > 0 ? `take up ${up.join(' and ')}` : `put down ${down.join(' and ')}`,
      us: figures.propUs,
    });
  return parts;
}

/**
 * People listen while they move, so only the longer of both is needed. Back to back nothing is explained; what is named
 * there is a change that nobody can make in no time: another level and a prop at once.
 */
function longerOf(said: readonly ChangePart[], done: readonly ChangePart[], plannedUs: Length): readonly ChangePart[] {
  if (plannedUs === 0) return done.length > 1 ? done : [];
  const sum = (parts: readonly ChangePart[]) => parts.reduce((us, p) => us + p.us, 0);
  return sum(done) > sum(said) ? done : said;
}

/** `new move to be shown 22 s + standing to floor 7 s`; the same move again needs nothing. */
export function whyNeeded(change: ChangeOver): string {
  return change.parts.length === 0
    ? 'the same move again'
    : change.parts.map((p) => `${p.why} ${writeSeconds(p.us)} s`).join(' + ') +
        (change.saidBeforeUs === 0
          ? ''
          : `, of which ${writeSeconds(change.saidBeforeUs)} s are said before the work ends`);
}
