import type { Programme, ProgrammeSegment } from '../edit/assemble.ts';
import type { ExerciseBook } from '../exercise/library.ts';
import type { ClassBeat } from '../music/arrangement.ts';
import type { Phase } from '../plan/dose.ts';
import { languageOf } from '../language/languages.ts';
import { atHomeWords } from '../plan/at-home.ts';
import { type Presenter, versionShown } from '../plan/levels.ts';
import type { Move, Plan } from '../plan/plan.ts';
import { type SegmentKind, isActive, isBreak } from '../plan/segment.ts';
import {
  type Length,
  type ProgrammeTime,
  asLength,
  earlier,
  fromSeconds,
  later,
  moved,
  movedBack,
} from '../time/micros.ts';
import type { Span } from '../time/span.ts';
import {
  type BoardBreath,
  type BoardCount,
  type BoardShare,
  breathsOf,
  countsOf,
  doneOf,
  repsOf,
} from './board-counts.ts';
import type { Slot } from './look-rules.ts';
import { type Wording, kindWord, namedWithSide } from './wording.ts';

/** What can be shown of a segment besides its time and the name of its move; on programme time. */
export interface Board extends Span<ProgrammeTime> {
  readonly segmentKey: string;
  readonly blockId: string;
  readonly kind: SegmentKind;
  readonly words: readonly BoardWords[];
  /** Counts of the phrase that the music is in. */
  readonly beats: readonly BoardCount[];
  /** Repetitions, spread evenly over the segment. */
  readonly reps: readonly BoardCount[];
  readonly breaths: readonly BoardBreath[];
  /** What comes after it, the nearest first. */
  readonly coming: readonly Coming[];
  /** How much of the class is done, in steps that are seen. */
  readonly done: readonly BoardShare[];
}

interface BoardWords extends Span<ProgrammeTime> {
  readonly slot: Exclude<Slot, 'move' | 'side' | 'done'>;
  readonly text: string;
}

export interface Coming {
  readonly kind: SegmentKind;
  readonly label: string;
  readonly lengthUs: Length;
}

/** What comes next is shown in the last ten seconds of work (common practice). */
const NEXT_SHOWN = fromSeconds(10);
const MOST_COMING = 4;
/** One board a segment. */
export function boards(
  { segments, length }: Pick<Programme, 'segments' | 'length'>,
  plan: Pick<Plan, 'title' | 'instructor' | 'blocks' | 'presenters' | 'language'>,
  beats: readonly ClassBeat<ProgrammeTime>[],
  { book, wording }: { readonly book: ExerciseBook | undefined; readonly wording: Wording },
): Board[] {
  const moves = new Map(plan.blocks.flatMap((b) => b.moves.map((m) => [m.id, m] as const)));
  const { viewers } = languageOf(plan.language);
  const atHome = new Map(
    plan.blocks.flatMap((b) => (b.atHome === undefined ? [] : [[b.id, atHomeWords(b.atHome, viewers)] as const])),
  );
  const movesOf = movesByBlock(segments);
  let beat = 0;
  return segments.map((segment, i) => {
    const move = moves.get(segment.segment?.moveId ?? '');
    while (beat < beats.length && beats[beat]!.at < segment.start) beat++;
    const inside: ClassBeat<ProgrammeTime>[] = [];
    for (let b = beat; b < beats.length && beats[b]!.at < segment.end; b++) inside.push(beats[b]!);
    const after = segments.slice(i + 1, i + 1 + MOST_COMING);
    const active = isActive(segment);
    return {
      segmentKey: segment.key,
      blockId: segment.segment?.blockId ?? '',
      ...{ kind: segment.kind, start: segment.start, end: segment.end },
      words: [
        ...wordsOf(segment, segments, i, {
          move,
          atHome: atHome.get(segment.segment?.blockId ?? ''),
          presenters: plan.presenters,
          movesOf,
          wording,
        }),
        ...introduced(segments, i, plan),
        ...(active ? cautioned(segment, move, book) : []),
      ],
      beats: active ? countsOf(inside, segment.end) : [],
      reps: active ? repsOf(segment, move) : [],
      breaths: active ? breathsOf(segment, move) : [],
      coming: after.map((s) => ({ kind: s.kind, label: nameOf(s, wording), lengthUs: asLength(s.end - s.start) })),
      done: doneOf(segment, length),
    };
  });
}

/** Moves of each block in the order they come. */
function movesByBlock(segments: readonly ProgrammeSegment[]): ReadonlyMap<string, readonly string[]> {
  const found = new Map<string, string[]>();
  for (const { segment } of segments) {
    if (segment === null || segment.moveId === null || !isActive(segment)) continue;
    const own = found.get(segment.blockId) ?? [];
    if (own.length === 0) found.set(segment.blockId, own);
    if (!own.includes(segment.moveId)) own.push(segment.moveId);
  }
  return found;
}

interface BoardOf {
  readonly move: Move | undefined;
  /** How often it is done at home, in words. */
  readonly atHome: string | undefined;
  readonly presenters: readonly Presenter[] | undefined;
  /** Moves of each block in the order they come. */
  readonly movesOf: ReadonlyMap<string, readonly string[]>;
  readonly wording: Wording;
}

function wordsOf(
  at: ProgrammeSegment,
  segments: readonly ProgrammeSegment[],
  i: number,
  { move, atHome, presenters, movesOf, wording }: BoardOf,
): BoardWords[] {
  const { start, end, segment } = at;
  const words: BoardWords[] = [];
  const put = (slot: BoardWords['slot'], text: string, from = start, to = end) =>
    void (text !== '' && to > from && words.push({ slot, text, start: from, end: to }));
  put('kind', kindWord(at.kind, wording));
  const next = segments.slice(i + 1).find(isActive);
  if (isActive(at)) {
    if (next !== undefined) {
      // Where hardly anything is left besides, what comes next is not shown before the move itself was.
      const from = later(movedBack(end, NEXT_SHOWN), moved(start, (end - start) / 2));
      const taken = newNeeds(at, next);
      const take = taken.length === 0 ? '' : ` · ${wording.take.toLowerCase()} ${taken.join(', ')}`;
      put('next', `${wording.next}: ${namedWithSide(next, wording)}${take}`, from);
    }
    const shownBy = (by: string | undefined) => (by === undefined ? '' : ` (${by})`);
    const options = [
      move?.easier &&
        `${wording.easier}${shownBy(versionShown('easier', move.easierAs, presenters).by)}: ${move.easier}`,
      move?.harder &&
        `${wording.harder}${shownBy(versionShown('harder', move.harderAs, presenters).by)}: ${move.harder}`,
    ];
    put('option', options.filter(Boolean).join(' · '));
    if (segment !== null && segment.rounds > 1)
      put('round', `${wording.round} ${segment.round} ${wording.of} ${segment.rounds}`);
    else if (atHome !== undefined) put('round', atHome);
    else if (segment !== null && segment.sets > 1)
      put('round', `${wording.set} ${segment.set} ${wording.of} ${segment.sets}`);
    const own = movesOf.get(segment?.blockId ?? '') ?? [];
    const n = own.indexOf(segment?.moveId ?? '');
    if (n >= 0 && own.length > 1) put('place', `${wording.move} ${n + 1} ${wording.of} ${own.length}`);
    const effort = phaseOf(at, move)?.effortPercent ?? null;
    put('effort', effort === null ? '' : `${wording.effort} ${effort} %`);
  } else if (isBreak(at) && next !== undefined) {
    const taken = newNeeds(segments.slice(0, i).findLast(isActive), next);
    put('take', taken.length === 0 ? '' : `${wording.take}: ${taken.join(', ')}`);
  }
  return words;
}

/** Titles are read once: so long at the beginning of what they name. */
const TITLE_SHOWN = fromSeconds(8);

/** The title of the class, the part that begins, and who speaks while they only speak. */
function introduced(
  segments: readonly ProgrammeSegment[],
  i: number,
  plan: Pick<Plan, 'title' | 'instructor' | 'blocks'>,
): BoardWords[] {
  const { start, end, kind, segment } = segments[i]!;
  const until = earlier(end, moved(start, TITLE_SHOWN));
  const speaks = (kind === 'talk' || kind === 'demo') && plan.instructor.trim() !== '';
  const before = segments[i - 1]?.segment?.blockId;
  const begins = segment !== null && segment.blockId !== before;
  const at = begins ? plan.blocks.findIndex((b) => b.id === segment.blockId) : -1;
  const part = at > 0 && plan.blocks[at - 1]!.kind === 'part' ? plan.blocks[at - 1]!.name : '';
  return [
    ...(speaks ? [{ slot: 'speaker', text: plan.instructor, start, end: until } as const] : []),
    ...(i === 0 && plan.title !== '' ? [{ slot: 'title', text: plan.title, start, end: until } as const] : []),
    ...(part !== '' ? [{ slot: 'part', text: part, start, end: until } as const] : []),
  ].filter((w) => w.end > w.start);
}

/** What to take care of in a move, as the book of exercises has it. */
function cautioned(
  { start, end, label }: ProgrammeSegment,
  move: Move | undefined,
  book: ExerciseBook | undefined,
): BoardWords[] {
  const text = book?.read(move?.name ?? label)?.caution ?? '';
  return text === '' ? [] : [{ slot: 'caution', text, start, end }];
}

/** What the next move needs and this one does not. */
function newNeeds(now: ProgrammeSegment | undefined, next: ProgrammeSegment): readonly string[] {
  const had = now?.segment?.needs ?? [];
  return (next.segment?.needs ?? []).filter((need) => !had.includes(need));
}

const nameOf = (segment: ProgrammeSegment, wording: Wording) =>
  segment.kind === 'rest' ? wording.restHeading : namedWithSide(segment, wording);

/** The phase of a move that a segment is: each is a segment of its own, its key ends in its number. */
function phaseOf({ key }: ProgrammeSegment, move: Move | undefined): Phase | undefined {
  const n = /\/p(\d+)$/.exec(key)?.[1];
  return n === undefined ? undefined : move?.phases?.[Number(n) - 1];
}
