import { type Micros, type PlanTime, ZERO, micros } from '../time/micros.ts';
import { withCombined } from './combined.ts';
import { compileBlock } from './compile-block.ts';
import { type Block, type Plan, isPlainBlock } from './plan.ts';
import { PLAN_LIMITS } from './plan-limits.ts';
import { tempoOfBlock } from './scheme.ts';
import type { PlannedSegment } from './segment.ts';
import { SegmentWriter, repeatSuffix } from './segment-writer.ts';

interface PlanProblem {
  readonly code:
    | 'no-moves'
    | 'no-blocks'
    | 'too-many-segments'
    | 'too-many-moves'
    | 'nothing-timed'
    | 'no-tempo'
    | 'nothing-to-repeat';
  readonly blockId: string | null;
  readonly message: string;
}

export interface Compiled {
  readonly segments: readonly PlannedSegment[];
  readonly total: PlanTime;
  /** By how much the class may be longer or shorter, because some lengths are guesses; 0: it is exact. */
  readonly slack: Micros;
  readonly problems: readonly PlanProblem[];
}

/**
 * Compiles a plan to the segments of the class on plan time. Segments tile [0, total) in order. Spans of no length
 * are left out. What cannot be compiled (a block without moves, too many segments) comes back as a problem.
 */
export function compile(written: Plan): Compiled {
  const plan = withCombined(written);
  const problems: PlanProblem[] = [];
  const writer = new SegmentWriter();
  const moveCount = plan.blocks.reduce((sum, block) => sum + block.moves.length, 0);
  if (moveCount > PLAN_LIMITS.moves) {
    problems.push({
      code: 'too-many-moves',
      blockId: null,
      message: `The plan has ${moveCount} moves; Euphon takes at most ${PLAN_LIMITS.moves}. Split the class.`,
    });
    return { segments: [], total: ZERO, slack: ZERO, problems };
  }
  if (plan.blocks.length === 0) {
    problems.push({ code: 'no-blocks', blockId: null, message: 'The plan is empty. Add a block to begin.' });
  }
  for (const block of plan.blocks) {
    const problem = problemOf(block, plan);
    if (problem !== null) problems.push(problem);
    if (problem?.code === 'no-moves' || problem?.code === 'nothing-to-repeat') continue;
    if (!compileAny(block, plan, writer)) {
      problems.push({
        code: 'too-many-segments',
        blockId: block.id,
        message:
          `“${block.name}” and what stands before it make more than ${PLAN_LIMITS.segments} segments; the rest was ` +
          'left out.',
      });
      break;
    }
  }
  if (writer.segments.length === 0 && problems.length === 0) {
    problems.push({ code: 'nothing-timed', blockId: null, message: 'Every length in the plan is 0.' });
  }
  const slack = micros(writer.segments.reduce((sum, s) => sum + s.slackUs, 0));
  return { segments: writer.segments, total: writer.now, slack, problems };
}

/** Why a block cannot be compiled as it is meant; null: it can. */
function problemOf(block: Block, plan: Plan): PlanProblem | null {
  const of = { blockId: block.id };
  if (block.kind === 'repeat' || block.kind === 'preview') {
    if (blocksOf(block, plan).length > 0) return null;
    const does = block.kind === 'repeat' ? 'repeats' : 'shows';
    return { ...of, code: 'nothing-to-repeat', message: `“${block.name}” ${does} no block yet.` };
  }
  if (isPlainBlock(block.kind)) return null;
  if (block.moves.length === 0) return { ...of, code: 'no-moves', message: `“${block.name}” has no moves yet.` };
  const untaken = block.moves.find(
    (m) => m.takeUp?.counts != null && tempoOfBlock(block, plan.milliBpm ?? null) === null,
  );
  if (untaken !== undefined)
    return {
      ...of,
      code: 'no-tempo',
      message: `The counts in which ${untaken.takeUp?.prop} is taken up need a tempo: “tempo: 126” for the class.`,
    };
  const uncounted = block.moves.find(
    (m) => m.dose?.kind === 'counts' && m.dose.milliBpm === null && tempoOfBlock(block, plan.milliBpm ?? null) === null,
  );
  if (uncounted !== undefined)
    return {
      ...of,
      code: 'no-tempo',
      message: `The counts of ${uncounted.name} need a tempo: “at 126” for the move, or “tempo: 126” for the class.`,
    };
  const still = block.scheme.kind === 'choreography' ? block.moves.find((m) => m.dose?.kind !== 'counts') : undefined;
  if (still === undefined) return null;
  return {
    ...of,
    code: 'no-tempo',
    message: `${still.name} is an element of a combination and has no counts yet: “counts 8”.`,
  };
}

/** The blocks that a preview shows or a repeat does again; one of these kinds itself is left out. */
function blocksOf(block: Block, plan: Plan): Block[] {
  return (block.of ?? []).flatMap((id) =>
    plan.blocks.filter((b) => b.id === id && b.kind !== 'repeat' && b.kind !== 'preview'),
  );
}

function compileAny(block: Block, plan: Plan, writer: SegmentWriter): boolean {
  if (block.kind === 'preview') return compilePreview(block, plan, writer);
  if (block.kind !== 'repeat') return compileBlock(block, plan, writer);
  let fits = true;
  for (let time = 1; time <= block.rounds && fits; time++) {
    writer.suffix = repeatSuffix(block.id, time);
    fits = blocksOf(block, plan).every((again) => compileBlock(again, plan, writer));
  }
  writer.suffix = '';
  return fits;
}

/** Each move of the blocks is shown once, as long as the preview has for a move. */
function compilePreview(block: Block, plan: Plan, writer: SegmentWriter): boolean {
  const lengthUs = block.scheme.kind === 'plain' ? block.scheme.lengthUs : ZERO;
  const shown = new Set<string>();
  for (const move of blocksOf(block, plan).flatMap((b) => b.moves)) {
    if (shown.has(move.name.toLowerCase())) continue;
    shown.add(move.name.toLowerCase());
    const of = {
      blockId: block.id,
      blockName: block.name,
      blockKind: block.kind,
      rounds: 1,
      round: 1,
      sets: 1,
      moveId: move.id,
      position: move.position,
      needs: move.needs,
      scheme: 'plain' as const,
      countUs: null,
      about: block.about === true,
    };
    writer.push(lengthUs, of, { key: `${block.id}/${move.id}/preview`, kind: 'demo', label: move.name });
  }
  return writer.segments.length <= PLAN_LIMITS.segments;
}
