import { type Micros, ZERO, add } from '../time/micros.ts';
import { type Block, type Move, PLAN_LIMITS, type Plan, type SidePolicy, isPlainBlock, moveInRound } from './plan.ts';
import { type MoveTiming, countsLength, moveTimings } from './scheme.ts';
import type { Segment, SegmentKind, SegmentSide } from './segment.ts';

export interface PlanProblem {
  readonly code: 'no-moves' | 'no-blocks' | 'too-many-segments' | 'too-many-moves' | 'nothing-timed';
  readonly blockId: string | null;
  readonly message: string;
}

export interface Compiled {
  readonly segments: readonly Segment[];
  readonly total: Micros;
  readonly problems: readonly PlanProblem[];
}

/**
 * Compiles a plan to the segments of the class on plan time. Segments tile [0, total) in order. Spans of no length
 * are left out. What cannot be compiled (a block without moves, too many segments) comes back as a problem.
 */
export function compile(plan: Plan): Compiled {
  const problems: PlanProblem[] = [];
  const writer = new SegmentWriter();
  const moveCount = plan.blocks.reduce((sum, block) => sum + block.moves.length, 0);
  if (moveCount > PLAN_LIMITS.moves) {
    problems.push({
      code: 'too-many-moves',
      blockId: null,
      message: `The plan has ${moveCount} moves; Euphon takes at most ${PLAN_LIMITS.moves}. Split the class.`,
    });
    return { segments: [], total: ZERO, problems };
  }
  if (plan.blocks.length === 0) {
    problems.push({ code: 'no-blocks', blockId: null, message: 'The plan is empty. Add a block to begin.' });
  }
  for (const block of plan.blocks) {
    if (!isPlainBlock(block.kind) && block.moves.length === 0) {
      problems.push({ code: 'no-moves', blockId: block.id, message: `“${block.name}” has no moves yet.` });
      continue;
    }
    if (!compileBlock(block, plan.sides, writer)) {
      problems.push({
        code: 'too-many-segments',
        blockId: block.id,
        message: `“${block.name}” and what stands before it make more than ${PLAN_LIMITS.segments} segments; the rest was left out.`,
      });
      break;
    }
  }
  if (writer.segments.length === 0 && problems.length === 0) {
    problems.push({ code: 'nothing-timed', blockId: null, message: 'Every length in the plan is 0.' });
  }
  return { segments: writer.segments, total: writer.now, problems };
}

class SegmentWriter {
  readonly segments: Segment[] = [];
  now: Micros = ZERO;

  /** Every field is written out: spreading two objects a segment took most of the time of compiling. */
  push(
    length: Micros,
    of: Shared,
    key: string,
    kind: SegmentKind,
    label: string,
    set: number,
    side: SegmentSide | null,
  ): void {
    if (length <= 0) return;
    const start = this.now;
    this.now = add(start, length);
    this.segments.push({
      index: this.segments.length,
      key,
      kind,
      label,
      start,
      end: this.now,
      blockId: of.blockId,
      blockName: of.blockName,
      blockKind: of.blockKind,
      round: of.round,
      rounds: of.rounds,
      set,
      sets: of.sets,
      moveId: of.moveId,
      side,
      position: of.position,
      needs: of.needs,
      scheme: of.scheme,
      countUs: of.countUs,
    });
  }
}

/** What the segments of one use of a move have in common. */
type Shared = Pick<
  Segment,
  | 'blockId'
  | 'blockName'
  | 'blockKind'
  | 'round'
  | 'rounds'
  | 'sets'
  | 'moveId'
  | 'position'
  | 'needs'
  | 'scheme'
  | 'countUs'
>;

function timedBy(scheme: Block['scheme']): Pick<Segment, 'scheme' | 'countUs'> {
  const countUs =
    scheme.kind === 'counts' ? countsLength(1, scheme.milliBpm) : scheme.kind === 'reps' ? scheme.repUs : null;
  return { scheme: scheme.kind, countUs };
}

interface Use {
  readonly move: Move;
  readonly round: number;
  readonly timing: MoveTiming;
}

/** False when the class grew past the limit. */
function compileBlock(block: Block, classSides: SidePolicy, writer: SegmentWriter): boolean {
  const common = {
    blockId: block.id,
    blockName: block.name,
    blockKind: block.kind,
    rounds: block.rounds,
    ...timedBy(block.scheme),
  };
  if (isPlainBlock(block.kind)) {
    const kind: SegmentKind = block.kind === 'talk' ? 'talk' : block.kind === 'water' ? 'water' : 'set-up';
    const lengthUs = block.scheme.kind === 'plain' ? block.scheme.lengthUs : ZERO;
    const of = { ...common, round: 1, sets: 1, moveId: null, position: null, needs: [] };
    writer.push(lengthUs, of, `${block.id}/${kind}`, kind, block.name, 1, null);
    return true;
  }
  const uses = usesOf(block);
  const shown = new Set<string>();
  for (const [at, use] of uses.entries()) {
    const { move, round, timing } = use;
    const of: Shared = {
      blockId: block.id,
      blockName: block.name,
      blockKind: block.kind,
      rounds: block.rounds,
      round,
      sets: timing.sets.length,
      moveId: move.id,
      position: move.position,
      needs: move.needs,
      ...timedBy(block.scheme),
    };
    const place = `${block.id}/${move.id}/r${round}`;
    if (move.demoUs !== null && !shown.has(move.id)) {
      writer.push(move.demoUs, of, `${place}/demo`, 'demo', move.name, 1, null);
    }
    shown.add(move.id);
    const sides = sidesOf(move.sides ?? block.sides ?? classSides, round);
    const lastUse = at === uses.length - 1;
    for (const [s, workUs] of timing.sets.entries()) {
      const lastSet = s === timing.sets.length - 1;
      writeSides({
        of,
        place,
        label: move.name,
        kind: timing.kind,
        workUs,
        between: timing,
        sides,
        set: s + 1,
        writer,
      });
      const restUs = lastSet ? restAfter(block, uses, at, timing) : timing.restUs;
      const isChange = timing.kind === 'hold' && !(lastUse && lastSet && block.blockRestUs !== null);
      writer.push(
        restUs,
        of,
        `${place}/s${s + 1}/rest`,
        isChange ? 'change-over' : 'rest',
        isChange ? 'Change-over' : 'Rest',
        s + 1,
        null,
      );
    }
    if (writer.segments.length > PLAN_LIMITS.segments) return false;
  }
  return true;
}

/** The uses of the block's moves in the order they are done. */
function usesOf(block: Block): Use[] {
  const timings = moveTimings(block);
  const uses: Use[] = [];
  const use = (index: number, round: number) => {
    const [written, timing] = [block.moves[index], timings[index]];
    if (written === undefined || timing === undefined) return;
    const move = moveInRound(written, round);
    const sameLength = move.workUs === written.workUs;
    uses.push({
      move,
      round,
      timing: sameLength ? timing : { ...timing, sets: timing.sets.map(() => move.workUs ?? ZERO) },
    });
  };
  if (block.order === 'circuit') {
    for (let round = 1; round <= block.rounds; round++) block.moves.forEach((_, i) => use(i, round));
  } else {
    block.moves.forEach((_, i) => {
      for (let round = 1; round <= block.rounds; round++) use(i, round);
    });
  }
  return uses;
}

/** The rest after the last set of a use: the block's, the round's or the scheme's own. */
function restAfter(block: Block, uses: readonly Use[], at: number, timing: MoveTiming): Micros {
  const next = uses[at + 1];
  if (next === undefined) return block.blockRestUs ?? (block.keepLastRest ? timing.restUs : ZERO);
  const newRound = block.order === 'circuit' ? next.round !== uses[at]?.round : next.move.id !== uses[at]?.move.id;
  return newRound && block.roundRestUs !== null ? block.roundRestUs : timing.restUs;
}

type Sides =
  | { readonly kind: 'one'; readonly side: SegmentSide }
  | { readonly kind: 'own'; readonly order: readonly ['left' | 'right', 'left' | 'right'] }
  | { readonly kind: 'half'; readonly order: readonly ['left' | 'right', 'left' | 'right']; readonly changeUs: Micros };

function sidesOf(policy: SidePolicy, round: number): Sides {
  if (policy.kind === 'both') return { kind: 'one', side: 'both' };
  const other = policy.first === 'left' ? 'right' : 'left';
  switch (policy.kind) {
    case 'alternate':
      return { kind: 'one', side: 'alternate' };
    case 'rounds':
      return { kind: 'one', side: round % 2 === 1 ? policy.first : other };
    case 'own':
      return { kind: 'own', order: [policy.first, other] };
    case 'half':
      return { kind: 'half', order: [policy.first, other], changeUs: policy.changeUs };
  }
}

interface SideJob {
  readonly of: Shared;
  readonly place: string;
  readonly label: string;
  readonly kind: 'work' | 'hold';
  readonly workUs: Micros;
  readonly between: MoveTiming;
  readonly sides: Sides;
  readonly set: number;
  readonly writer: SegmentWriter;
}

function writeSides(job: SideJob): void {
  const { of, label, kind, workUs, sides, set, writer } = job;
  const place = `${job.place}/s${set}`;
  const active = (length: Micros, side: SegmentSide) =>
    writer.push(length, of, `${place}/${kind}/${side}`, kind, label, set, side);
  const between = (length: Micros, between: 'rest' | 'change-over', text: string) =>
    writer.push(length, of, `${place}/switch`, between, text, set, null);
  switch (sides.kind) {
    case 'one':
      active(workUs, sides.side);
      return;
    case 'own':
      active(workUs, sides.order[0]);
      if (kind === 'hold') between(job.between.restUs, 'change-over', 'Switch sides');
      else between(job.between.restUs, 'rest', 'Rest');
      active(workUs, sides.order[1]);
      return;
    case 'half': {
      // The interval keeps its length: the switch is taken out of it, an odd microsecond goes to the second side.
      const changeUs = Math.min(sides.changeUs, workUs) as Micros;
      const firstUs = Math.floor((workUs - changeUs) / 2) as Micros;
      active(firstUs, sides.order[0]);
      between(changeUs, 'change-over', 'Switch sides');
      active((workUs - changeUs - firstUs) as Micros, sides.order[1]);
    }
  }
}
