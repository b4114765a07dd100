import { type Micros, ZERO } from '../time/micros.ts';
import { dancedSteps, stepName } from './choreography.ts';
import { type Phase, middleOf, slackOf } from './dose.ts';
import {
  type Block,
  type Move,
  PLAN_LIMITS,
  type Plan,
  type Scheme,
  type SidePolicy,
  isPlainBlock,
  moveInRound,
} from './plan.ts';
import { type MoveTiming, countsLength, moveTimings, tempoOfBlock } from './scheme.ts';
import type { Segment, SegmentKind, SegmentSide } from './segment.ts';
import { type SegmentWriter, type Shared } from './segment-writer.ts';

/** How a use of a move is timed, for whoever counts: its own dose before the block's scheme. */
function timedBy(block: Block, move: Move | null, milliBpm: number | null): Pick<Segment, 'scheme' | 'countUs'> {
  const { scheme } = block;
  const dose = move?.dose;
  if (dose?.kind === 'reps') return { scheme: 'reps', countUs: dose.repUs };
  const tempo = (dose?.kind === 'counts' ? dose.milliBpm : null) ?? tempoOfBlock(block, milliBpm);
  if (dose?.kind === 'counts') return { scheme: 'counts', countUs: tempo === null ? null : countsLength(1, tempo) };
  const countUs =
    scheme.kind === 'reps' ? scheme.repUs : scheme.kind === 'counts' ? countsLength(1, scheme.milliBpm) : null;
  return { scheme: scheme.kind, countUs };
}

interface Use {
  readonly move: Move;
  readonly round: number;
  readonly timing: MoveTiming;
}

/**
 * Compiles one block that does its own moves. False when the class grew past the limit. `milliBpm` is the tempo of the
 * class.
 */
export function compileBlock(block: Block, plan: Pick<Plan, 'sides' | 'milliBpm'>, writer: SegmentWriter): boolean {
  const milliBpm = plan.milliBpm ?? null;
  const about = block.about === true;
  if (isPlainBlock(block.kind)) {
    const kind: SegmentKind = block.kind === 'talk' ? 'talk' : block.kind === 'water' ? 'water' : 'set-up';
    const lengthUs = block.scheme.kind === 'plain' ? block.scheme.lengthUs : ZERO;
    const length = block.range === undefined ? lengthUs : middleOf(block.range);
    const slack = slackOf(length, block.range, about);
    writer.push(length, sharedBy(block, about), `${block.id}/${kind}`, kind, block.name, 1, null, slack);
    return true;
  }
  if (block.scheme.kind === 'choreography') return compileChoreography(block, block.scheme, about, writer);
  const uses = usesOf(block, milliBpm);
  const shown = new Set<string>();
  for (const [at, use] of uses.entries()) {
    const { move, round, timing } = use;
    const of: Shared = {
      blockId: block.id,
      blockName: block.name,
      blockKind: block.kind,
      rounds: block.rounds,
      about,
      round,
      sets: timing.sets.length,
      moveId: move.id,
      position: move.position,
      needs: move.needs,
      ...timedBy(block, move, milliBpm),
    };
    const place = `${block.id}/${move.id}/r${round}`;
    if (move.demoUs !== null && !shown.has(move.id)) {
      writer.push(move.demoUs, of, `${place}/demo`, 'demo', move.name, 1, null);
    }
    shown.add(move.id);
    const sides = sidesOf(move.sides ?? block.sides ?? plan.sides, round);
    const lastUse = at === uses.length - 1;
    for (const [s, workUs] of timing.sets.entries()) {
      const lastSet = s === timing.sets.length - 1;
      writeSides({
        of,
        place,
        move,
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

/** What plain segments of a block have in common. */
function sharedBy(block: Block, about: boolean): Shared {
  return {
    blockId: block.id,
    blockName: block.name,
    blockKind: block.kind,
    rounds: block.rounds,
    round: 1,
    sets: 1,
    moveId: null,
    position: null,
    needs: [],
    about,
    ...timedBy(block, null, null),
  };
}

/** The steps of a combination, each a segment that is named by its elements; it belongs to the last of them. */
function compileChoreography(
  block: Block,
  scheme: Extract<Scheme, { kind: 'choreography' }>,
  about: boolean,
  writer: SegmentWriter,
): boolean {
  const counts = block.moves.map((m) => (m.dose?.kind === 'counts' ? m.dose.counts : 0));
  const steps = dancedSteps(scheme.build, counts, scheme.free);
  const countUs = countsLength(1, scheme.milliBpm);
  for (let round = 1; round <= block.rounds; round++)
    for (const [n, step] of steps.entries()) {
      const moves = step.elements.map((i) => block.moves[i] as Move);
      const last = moves.at(-1) as Move;
      const of: Shared = {
        ...sharedBy(block, about),
        round,
        moveId: last.id,
        position: last.position,
        needs: [...new Set(moves.flatMap((m) => m.needs))],
        // Whoever counts, counts it like any dance to music.
        scheme: 'counts',
        countUs,
      };
      const label = stepName(
        moves.map((m) => m.name),
        scheme.build,
      );
      const key = `${block.id}/r${round}/step${n + 1}`;
      writer.push(countsLength(step.counts, scheme.milliBpm), of, key, 'work', label, 1, 'both');
      if (writer.segments.length > PLAN_LIMITS.segments) return false;
    }
  return true;
}

/** The uses of the block's moves in the order they are done. */
function usesOf(block: Block, milliBpm: number | null): Use[] {
  const timings = moveTimings(block, milliBpm);
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
  readonly move: Move;
  readonly kind: 'work' | 'hold';
  readonly workUs: Micros;
  readonly between: MoveTiming;
  readonly sides: Sides;
  readonly set: number;
  readonly writer: SegmentWriter;
}

function writeSides(job: SideJob): void {
  const { of, move, kind, workUs, sides, set, writer } = job;
  const place = `${job.place}/s${set}`;
  const active = (length: Micros, side: SegmentSide) => {
    const key = `${place}/${kind}/${side}`;
    const { phases = [], range } = move;
    const slack = slackOf(length, range, of.about);
    if (phases.length === 0) return writer.push(length, of, key, kind, move.name, set, side, slack);
    // A side may have half of them: each keeps its share, the last takes what rounding leaves.
    const whole = phases.reduce((sum, p) => sum + p.lengthUs, 0);
    let left: number = length;
    for (const [n, phase] of phases.entries()) {
      const us = n === phases.length - 1 ? left : Math.round((phase.lengthUs / Math.max(1, whole)) * length);
      writer.push(us as Micros, of, `${key}/p${n + 1}`, kind, phaseLabel(move, phase), set, side);
      left -= us;
    }
  };
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

/** `Squat: pulses`, and with an effort `Bike: fast, 85 %`. */
function phaseLabel(move: Move, { name, effortPercent }: Phase): string {
  const effort = effortPercent === null ? '' : `, ${effortPercent} %`;
  return `${move.name}: ${name}${effort}`;
}
