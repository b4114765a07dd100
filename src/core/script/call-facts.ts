import { moveSaid } from '../exercise/move-said.ts';
import { type ExerciseBook, SHIPPED_BOOK } from '../exercise/library.ts';
import { languageOf } from '../language/languages.ts';
import type { BlockKind, Plan } from '../plan/plan.ts';
import { type Segment, isActive } from '../plan/segment.ts';
import { type BankKind, type CueBank, EMPTY_BANK, linesOfMove } from './cue-bank.ts';
import { type Version, versionShown } from '../plan/levels.ts';
import { traitsReader } from '../plan/traits.ts';

/** What calls are made from besides the segments. */
export interface CallFacts {
  /** What the move of a segment brings with it; null for a segment of no move. */
  readonly of: (segment: Segment) => MoveFacts | null;
  /** Equipment that is needed for the first time in this segment, the mat too. */
  readonly newNeeds: (segment: Segment) => readonly string[];
  /** All equipment of the class, in the order it is needed. */
  readonly allNeeds: readonly string[];
  /** How often a move of this name was done before. */
  readonly timesBefore: (segment: Segment) => number;
  /** True where a move of this name is done for the first time, and no preview has shown it. */
  readonly isFirst: (segment: Segment) => boolean;
  /**
   * True where the segment begins the last move of its block's last round, in a block of which a viewer would say so.
   */
  readonly isLastMove: (segment: Segment) => boolean;
  /** True where the segment is the first interval of its round, of several rounds. */
  readonly beginsRound: (segment: Segment) => boolean;
}

export interface MoveFacts {
  readonly needs: readonly string[];
  readonly setUp: string;
  readonly easier: string;
  readonly harder: string;
  readonly caution: string;
  readonly form: string;
  /** Its form line and those of its pattern, in the order in which they are said. */
  readonly cues: readonly string[];
  readonly breath: string;
  /** False: the plan says that there are no easier or harder versions. */
  readonly levels: boolean;
  /** How the easier and the harder version are done, where the plan says more than what they are. */
  readonly easierAs: Version;
  readonly harderAs: Version;
  readonly impact: 'none' | 'low' | 'high';
  readonly known: boolean;
}

/** True where a move is shown before its block begins. */
export function isPreview(s: Pick<Segment, 'kind' | 'blockKind'>): boolean {
  return s.kind === 'demo' && s.blockKind === 'preview';
}

/**
 * Kinds of block in which the last move is called: nobody announces the last stretch, or the last move of a warm-up.
 */
const HAS_LAST_MOVE: ReadonlySet<BlockKind> = new Set(['circuit', 'strength', 'cardio', 'core']);

/** Reads a class once for all its calls. */
export function callFacts(
  plan: Plan | null,
  segments: readonly Segment[],
  book: ExerciseBook = SHIPPED_BOOK,
  bank: CueBank = EMPTY_BANK,
): CallFacts {
  const language = languageOf(plan?.language);
  const { calling } = language;
  const traits = plan === null ? () => null : traitsReader(plan, book);
  const moves = new Map(plan?.blocks.flatMap((b) => b.moves.map((m) => [m.id, m] as const)) ?? []);
  const levelless = new Set(plan?.blocks.flatMap((b) => (b.noLevels === true ? [b.id] : [])) ?? []);
  const known = new Map<string, MoveFacts | null>();
  const of = (segment: Segment): MoveFacts | null => {
    if (segment.moveId === null) return null;
    const key = `${segment.moveId}/${segment.label}`;
    let facts = known.get(key);
    if (facts === undefined) known.set(key, (facts = read(segment)));
    return facts;
  };
  const ownWords = (kind: BankKind, { label }: Segment) =>
    linesOfMove(bank, label, kind, plan?.instructor ?? '').map((l) => l.text.replace(/[.\s]+$/, ''));
  const read = (segment: Segment): MoveFacts | null => {
    const t = traits(segment);
    if (t === null) return null;
    const move = moves.get(segment.moveId ?? '');
    const levels = move?.noLevels !== true && !levelless.has(segment.blockId);
    const needs = t.needs.map(calling.thing);
    const said = moveSaid(t.exercise, t.pattern, language);
    return {
      needs: t.level === 'low' || t.level === 'floor' ? [...needs, calling.mat] : needs,
      setUp: said.setUp,
      levels,
      easier: levels ? (move?.easier ?? said.easier) : '',
      harder: levels ? (move?.harder ?? said.harder) : '',
      easierAs: versionShown('easier', move?.easierAs, plan?.presenters),
      harderAs: versionShown('harder', move?.harderAs, plan?.presenters),
      caution: said.caution,
      form: said.form,
      // The instructor's own words come before the program's.
      cues: [...ownWords('form', segment), ...said.cues],
      breath: ownWords('breath', segment)[0] ?? said.breath,
      impact: t.impact,
      known: t.exercise !== null,
    };
  };

  const needed = new Set<string>();
  let place: string | undefined;
  const newNeeds = new Map<number, readonly string[]>();
  const done = new Map<string, number>();
  const timesBefore = new Map<number, number>();
  const lastUse = new Map<string, string>();
  const lastMoves = new Set<number>();
  const rounds = new Set<string>();
  const begins = new Set<number>();
  for (const s of segments) if (isActive(s)) lastUse.set(s.blockId, `${s.moveId}/${s.round}`);
  const previewed = new Set(segments.flatMap((s) => (isPreview(s) ? [s.label.toLowerCase()] : [])));
  const blockMoves = new Map<string, Set<string>>();
  for (const s of segments) {
    if (!isActive(s)) continue;
    const name = s.label.toLowerCase();
    timesBefore.set(s.index, done.get(name) ?? 0);
    done.set(name, (done.get(name) ?? 0) + 1);
    const needs = of(s)?.needs ?? [];
    const fresh = needs.filter((need) => !needed.has(need));
    for (const need of fresh) needed.add(need);
    // Where it is worn is said when it is taken up, and when it moves.
    const moved = s.place !== undefined && s.place !== place && fresh.length === 0 ? needs.slice(0, 1) : fresh;
    const said = moved.map((need, i) => (i === 0 && s.place !== undefined ? `${need} ${s.place}` : need));
    if (said.length > 0) newNeeds.set(s.index, said);
    place = s.place ?? place;
    const uses = blockMoves.get(s.blockId) ?? new Set();
    const use = `${s.moveId}/${s.round}`;
    if (lastUse.get(s.blockId) === use && !uses.has(use) && uses.size >= 2 && HAS_LAST_MOVE.has(s.blockKind))
      lastMoves.add(s.index);
    blockMoves.set(s.blockId, uses.add(use));
    const round = `${s.blockId}/${s.round}`;
    if (s.rounds > 1 && !rounds.has(round)) begins.add(s.index);
    rounds.add(round);
  }
  return {
    of,
    allNeeds: [...needed],
    newNeeds: (s) => newNeeds.get(s.index) ?? [],
    timesBefore: (s) => timesBefore.get(s.index) ?? 0,
    isFirst: (s) => isPreview(s) || ((timesBefore.get(s.index) ?? 0) === 0 && !previewed.has(s.label.toLowerCase())),
    isLastMove: (s) => lastMoves.has(s.index),
    beginsRound: (s) => begins.has(s.index),
  };
}
