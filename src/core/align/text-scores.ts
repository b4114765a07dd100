import { type PlannedSegment, isActive } from '../plan/segment.ts';
import type { ClauseReading, Named, Readings } from '../calls/read-clauses.ts';
import { SURE_NAME, announcedScore } from './announcements.ts';
import { type Doing, type Kin, type Place, doingOf, kinOf, relationTo } from './clause-context.ts';
import { markScore, nameScore, sideScore } from './clause-scores.ts';

/** What the words say for a segment: sums over clauses inside it, and what its first and last clause add. By gap. */
export interface TextScores {
  /** Sum of the inside scores of all clauses before a gap. */
  readonly before: Float64Array;
  /** Added where the segment begins at a gap: what its first clause is worth beyond an inside one. */
  readonly begins: Float64Array;
  /** Added where it ends at a gap. */
  readonly ends: Float64Array;
}

/** What comes is announced in work, too, and counts where it begins; a combination names its parts. */
const NAMES_TOGETHER = { own: 1, coming: 0.4, gone: 0.6, other: 0.6 } as const;

/** What this class is like: how often it announces what it does, and how much what is said of moves tells them. */
export interface Shares {
  readonly share: number;
  readonly said: number;
}

/** The text scores of every segment; segments with the same relations to what is named share theirs. */
export function textScores(
  segments: readonly PlannedSegment[],
  readings: Readings,
  announced: readonly (readonly Named[] | null)[],
  { share, said }: Shares,
): TextScores[] {
  const known = new Map<string, TextScores>();
  const labels = new Set(segments.filter(isActive).map((s) => s.label)).size;
  return kinOf(segments).map((kin, k): TextScores => {
    const s = segments[k]!;
    const next = isActive(s) ? s : segments.slice(k + 1, k + 4).find(isActive);
    const side = next?.side === 'left' || next?.side === 'right' ? next.side : null;
    // Which round comes is told in breaks only.
    const told = doingOf(s) === 'break' && next !== undefined && next.rounds > 1;
    const round = told ? `${next.round}/${next.rounds}` : '';
    // Another side or set of the move before needs no announcement.
    const fresh = isActive(s) && kin.own !== lastWorked(segments, k);
    const after = segments[k + 1];
    const leads = isActive(s) && after !== undefined && isActive(after) && after.label !== s.label;
    const key =
      `${leads}|${fresh ? '' : sideBefore(segments, k)}|${doingOf(s)}|${kin.own}|${kin.coming}|${kin.gone}|${side}|` +
      `${round}|${fresh}`;
    let scores = known.get(key);
    if (scores === undefined) {
      scores = scoresOf(doingOf(s), { kin, side, next: next ?? null, readings, leads, said });
      if (fresh && kin.own !== null) {
        // An announcement stands until the next one.
        let [stands, score] = [undefined as (typeof announced)[number] | undefined, 0];
        for (let g = 0; g < announced.length; g++) {
          const names = announced[g]!;
          if (names !== stands) score = announcedScore(names, { label: kin.own, gone: kin.gone, labels, share });
          stands = names;
          scores.begins[g] = scores.begins[g]! + score;
        }
      }
      // The other side of the move before begins with a word of it, or is at least no new announcement.
      if (isActive(s) && !fresh && k > 0 && s.side !== sideBefore(segments, k))
        for (let g = 0; g < scores.begins.length; g++)
          scores.begins[g] = scores.begins[g]! + (saysOther(readings.clauses, g) ? SAID_OTHER.said : SAID_OTHER.unsaid);
      known.set(key, scores);
    }
    return scores;
  });
}

/**
 * Of the starts of a second side, so many have `other side` or the like within a clause (development set), in nats
 * against chance.
 */
const SAID_OTHER = { said: 2.1, unsaid: -0.6 } as const;

function saysOther(clauses: readonly ClauseReading[], g: number): boolean {
  return [g - 2, g - 1, g, g + 1].some((c) => clauses[c]?.marks.includes('otherSide') === true);
}

function sideBefore(segments: readonly PlannedSegment[], k: number): PlannedSegment['side'] {
  for (let j = k - 1; j >= Math.max(0, k - 3); j--) if (isActive(segments[j]!)) return segments[j]!.side;
  return null;
}

/** The label of the worked segment before another, within a few segments. */
function lastWorked(segments: readonly PlannedSegment[], k: number): string | null {
  for (let j = k - 1; j >= Math.max(0, k - 3); j--) if (isActive(segments[j]!)) return segments[j]!.label;
  return null;
}

/** What clauses are worth inside a segment, by clause, and beyond that where it begins and ends, by gap. */
interface Worths {
  readonly own: Float64Array;
  readonly begins: Float64Array;
  readonly ends: Float64Array;
}

function setWorths({ own, begins, ends }: Worths, c: number, worth: (p: Place) => number): void {
  own[c] = worth('inside');
  begins[c] = worth('first') - own[c];
  ends[c + 1] = worth('last') - own[c];
}

/** What clauses are worth to a segment that none of their names, sides and rounds concerns: by doing, then place. */
class PlainWorths {
  private readonly known = new Map<Doing, Worths>();
  private readonly named = new Map<string, number[]>();
  private readonly sided: number[] = [];
  private readonly rounds: number[] = [];

  constructor(readonly clauses: readonly ClauseReading[]) {
    for (const [c, clause] of clauses.entries()) {
      for (const label of new Set(clause.names.map((n) => n.label))) {
        const at = this.named.get(label);
        if (at === undefined) this.named.set(label, [c]);
        else at.push(c);
      }
      if (clause.left !== clause.right) this.sided.push(c);
      if (clause.round !== null) this.rounds.push(c);
    }
  }

  of(d: Doing): Worths {
    let worths = this.known.get(d);
    if (worths === undefined) {
      const n = this.clauses.length;
      worths = { own: new Float64Array(n), begins: new Float64Array(n + 1), ends: new Float64Array(n + 1) };
      for (let c = 0; c < n; c++) setWorths(worths, c, (p) => clauseWorth(this.clauses[c]!, d, p, NOTHING_SAID));
      this.known.set(d, worths);
    }
    return worths;
  }

  /** The clauses that may be worth something else to a segment, some more than once. */
  concerning(d: Doing, { kin, side, next }: Expected): number[] {
    const names = d === 'work' ? [kin.own, kin.coming, kin.gone].flatMap((l) => this.named.get(l ?? '') ?? []) : [];
    const rounds = d === 'break' && next !== null && next.rounds > 1 ? this.rounds : [];
    return [...names, ...(side === null ? [] : this.sided), ...rounds];
  }
}

const NOBODY: Kin = { own: null, coming: null, gone: null };
const NOTHING_SAID: Expected = { kin: NOBODY, side: null, next: null };

// A take is read once and scored many times, each time for every segment.
const plainOf = new WeakMap<readonly ClauseReading[], PlainWorths>();

/** What clauses may say of a segment: its own name and its neighbours’, its side, what comes. */
interface Expected {
  readonly kin: Kin;
  readonly side: 'left' | 'right' | null;
  readonly next: PlannedSegment | null;
}

interface SegmentSaid extends Expected {
  readonly readings: Readings;
  /** Another move follows it without a break: its last words are of that. */
  readonly leads?: boolean;
  /** What counts of what is said of moves, 0 to 1. */
  readonly said?: number;
}

function scoresOf(d: Doing, { readings, leads = false, said = 0, ...expected }: SegmentSaid): TextScores {
  const { clauses } = readings;
  let plain = plainOf.get(clauses);
  if (plain === undefined) plainOf.set(clauses, (plain = new PlainWorths(clauses)));
  const n = clauses.length;
  const usual = plain.of(d);
  const worths = { own: usual.own.slice(), begins: usual.begins.slice(), ends: usual.ends.slice() };
  for (const c of plain.concerning(d, expected)) setWorths(worths, c, (p) => clauseWorth(clauses[c]!, d, p, expected));
  const { own, begins, ends } = worths;
  // What is said of a move is said while it is done, and while it is shown before that.
  const of =
    d === 'talk' ? undefined : readings.said.get((d === 'work' ? expected.kin.own : expected.kin.coming) ?? '');
  const coming = leads ? readings.said.get(expected.kin.coming ?? '') : undefined;
  const before = new Float64Array(n + 1);
  for (let c = 0; c < n; c++) {
    before[c + 1] = before[c]! + own[c]! + said * (of?.[c] ?? 0);
    if (coming !== undefined) ends[c + 1] = ends[c + 1]! + said * (coming[c]! - (of?.[c] ?? 0));
  }
  return { before, begins, ends };
}

function clauseWorth(clause: ClauseReading, d: Doing, p: Place, { kin, side, next }: Expected): number {
  let worth = 0;
  for (const mark of clause.marks) worth += markScore(mark, d, p);
  // In breaks and talk names are announcements: they count where what they announce begins.
  if (d === 'work')
    for (const { label, score, next: announced } of clause.names) {
      const relation = relationTo(kin, label);
      worth += score * NAMES_TOGETHER[relation] * nameScore(relation, d, p);
      if (announced && relation === 'own') worth -= score;
    }
  if (side !== null && clause.left !== clause.right) worth += sideScore((side === 'left') === clause.left, d, p);
  if (clause.round !== null && next !== null && next.rounds > 1 && d === 'break') {
    const said = clause.round === 'last' ? next.rounds : clause.round;
    worth += said === next.round ? 1 : said === next.round - 1 ? 0.5 : -1.5;
  }
  return worth;
}

const ANNOUNCED_BEYOND = 1.2;
const MADE_UP = 4;

/** What the words say of a doing where nothing is planned: names, sides and rounds say nothing there. */
export function unplannedScores(readings: Readings): (doing: Doing) => TextScores {
  const clauses = readings.clauses.map((clause): ClauseReading => ({
    ...clause,
    names: [],
    left: false,
    right: false,
    round: null,
  }));
  return (doing) => scoresOf(doing, { ...NOTHING_SAID, readings: { ...readings, clauses } });
}

export type Beyond = Readonly<Record<'work' | 'break', TextScores>>;

/**
 * Time beyond the plan is work of some kind or a break of some kind; names in it say nothing, but for those of moves
 * that were left out: `leftOut` has from when on each may be made up.
 */
export function beyondScores(
  readings: Readings,
  announced: readonly (readonly Named[] | null)[],
  leftOut: ReadonlyMap<string, number> = new Map(),
): Beyond {
  const scores = unplannedScores(readings);
  const work = scores('work');
  // A move that was announced begins, whether it was its turn or not.
  for (const [g, names] of announced.entries())
    if (names?.some((n) => n.score > SURE_NAME) === true) work.begins[g] = work.begins[g]! + ANNOUNCED_BEYOND;
  // What was left out before is made up: every second one is (development set).
  if (leftOut.size > 0)
    for (const [g, names] of announced.entries()) {
      const best = Math.max(
        0,
        ...(names ?? [])
          .filter((n) => (readings.clauses[g]?.atUs ?? 0) > (leftOut.get(n.label) ?? Infinity))
          .map((n) => n.score),
      );
      work.begins[g] = work.begins[g]! + best * MADE_UP;
    }
  return { work, break: scores('break') };
}
