import { type Length, type Micros, ZERO, asLength } from '../time/micros.ts';
import { PHRASE_COUNTS, dancedSteps, stepName } from './choreography.ts';
import { sidesOf, writeSides } from './compile-sides.ts';
import { middleOf, slackOf } from './dose.ts';
import { type Block, type Move, type Plan, type Scheme, isPlainBlock } from './plan.ts';
import { PLAN_LIMITS } from './plan-limits.ts';
import { loaded } from './levels.ts';
import { isInRound, moveInRound } from './rounds.ts';
import { type MoveTiming, countsLength, moveTiming, tempoOfBlock } from './scheme.ts';
import { type Segment, type SegmentKind, TAKE_UP } from './segment.ts';
import { type SegmentWriter, type Shared } from './segment-writer.ts';

/** What a use of a move is counted in: its own dose where it has one, else the block's scheme. */
function timedBy(block: Block, move: Move | null, milliBpm: number | null): Pick<Segment, 'scheme' | 'countUs'> {
  const { scheme } = block;
  const dose = move?.dose;
  if (dose?.kind === 'reps') return { scheme: 'reps', countUs: dose.repUs };
  const tempo = (dose?.kind === 'counts' ? dose.milliBpm : null) ?? tempoOfBlock(block, milliBpm);
  if (dose?.kind === 'counts') return { scheme: 'counts', countUs: tempo === null ? null : countsLength(1, tempo) };
  if (scheme.kind === 'ladder' && scheme.counted !== undefined)
    return { scheme: 'reps', countUs: scheme.counted.repUs };
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
  if (block.kind === 'part') return true;
  if (isPlainBlock(block.kind)) {
    const kind: SegmentKind = block.kind === 'talk' ? 'talk' : block.kind === 'water' ? 'water' : 'set-up';
    const lengthUs = block.scheme.kind === 'plain' ? block.scheme.lengthUs : ZERO;
    const length = block.range === undefined ? lengthUs : middleOf(block.range);
    const slackUs = slackOf(length, block.range, about);
    writer.push(length, sharedBy(block, about), { key: `${block.id}/${kind}`, kind, label: block.name, slackUs });
    return true;
  }
  const leadInUs = block.leadInUs ?? ZERO;
  if (block.moves.length > 0)
    writer.push(leadInUs, sharedBy(block, about), {
      key: `${block.id}/lead-in`,
      kind: 'set-up',
      label: 'Lead-in',
      slackUs: ZERO,
    });
  if (block.scheme.kind === 'choreography') return compileChoreography(block, block.scheme, about, writer);
  const uses = usesOf(block, milliBpm);
  const shown = new Set<string>();
  const from = writer.now;
  for (const [at, use] of uses.entries()) {
    const { move, round, timing } = use;
    const of: Shared = {
      ...sharedBy(block, about),
      round,
      sets: timing.sets.length,
      moveId: move.id,
      position: move.position,
      needs: loaded(move.needs, move.load),
      ...(move.place !== undefined && { place: move.place }),
      ...(move.also !== undefined && { also: move.also }),
      ...(move.by !== undefined && { by: move.by }),
      ...timedBy(block, move, milliBpm),
    };
    const place = `${block.id}/${move.id}/r${round}`;
    if (move.instead !== undefined) {
      const talk = { ...sharedBy(block, about), round };
      const own = { key: `${place}/${move.instead}`, kind: move.instead, label: move.name };
      writer.push(timing.sets[0] ?? ZERO, talk, own);
      continue;
    }
    writeTakeUp(move, of, { place, milliBpm, writer });
    if (move.demoUs !== null && !shown.has(move.id))
      writer.push(move.demoUs, of, { key: `${place}/demo`, kind: 'demo', label: move.name });
    shown.add(move.id);
    const sides = sidesOf(move.sides ?? block.sides ?? plan.sides, round);
    const lastUse = at === uses.length - 1;
    for (const [s, workUs] of timing.sets.entries()) {
      const lastSet = s === timing.sets.length - 1;
      const between = breakOf(block, timing.kind, timing.restUs);
      writeSides({
        ...{ of, place, move, kind: timing.kind, workUs },
        ...{ betweenUs: between.us, changes: between.changes, sides, set: s + 1, writer },
      });
      const after = lastSet
        ? lastUse
          ? { us: restAfter(block, uses, at, timing), changes: false }
          : breakOf(block, timing.kind, restAfter(block, uses, at, timing))
        : between;
      const isChange = after.changes || (timing.kind === 'hold' && !(lastUse && lastSet && block.blockRestUs !== null));
      const kind = isChange ? 'change-over' : 'rest';
      writer.push(after.us, of, {
        key: `${place}/s${s + 1}/rest`,
        kind,
        label: isChange ? 'Change-over' : 'Rest',
        set: s + 1,
      });
    }
    if (writer.segments.length > PLAN_LIMITS.segments) return false;
  }
  fillPhrase(block, from, milliBpm, writer);
  return true;
}

/** What stands between two moves: the rest, or where there is none the block's change-over. */
function breakOf(
  block: Block,
  kind: 'work' | 'hold',
  restUs: Length,
): { readonly us: Length; readonly changes: boolean } {
  const changeUs = block.changeUs ?? ZERO;
  return restUs === 0 && changeUs > 0 ? { us: changeUs, changes: true } : { us: restUs, changes: kind === 'hold' };
}

/** Taking up a prop before a move, in counts of the music or in time. */
function writeTakeUp(
  move: Move,
  of: Shared,
  {
    place,
    milliBpm,
    writer,
  }: { readonly place: string; readonly milliBpm: number | null; readonly writer: SegmentWriter },
): void {
  const { takeUp } = move;
  if (takeUp === undefined) return;
  const tempo = of.scheme === 'counts' && of.countUs !== null ? of.countUs : null;
  const countUs = tempo ?? (milliBpm === null ? null : countsLength(1, milliBpm));
  const us = takeUp.counts === null ? takeUp.lengthUs : countUs === null ? ZERO : asLength(takeUp.counts * countUs);
  writer.push(us, of, { key: `${place}/take-up`, kind: 'change-over', label: `${TAKE_UP}${takeUp.prop}` });
}

/** Fills the last phrase of a counted block, where the plan says with what. */
function fillPhrase(block: Block, from: Micros, milliBpm: number | null, writer: SegmentWriter): void {
  const { filler } = block;
  const tempo = tempoOfBlock(block, milliBpm);
  const last = block.moves.at(-1);
  if (filler === undefined || tempo === null || last === undefined) return;
  const countUs = countsLength(1, tempo);
  const counts = Math.round((writer.now - from) / countUs);
  const lacks = (PHRASE_COUNTS - (counts % PHRASE_COUNTS)) % PHRASE_COUNTS;
  const of: Shared = { ...sharedBy(block, block.about === true), round: block.rounds, scheme: 'counts', countUs };
  writer.push(
    countsLength(lacks, tempo),
    { ...of, moveId: last.id },
    { key: `${block.id}/filler`, kind: 'work', label: filler, side: 'both' },
  );
}

/** The fields that all segments of a block without a move have in common. */
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
    ...(block.by !== undefined && { by: block.by }),
    ...(block.clock !== undefined && { clock: block.clock }),
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
      const moves = step.elements.map((i) => block.moves[i]!);
      const last = moves.at(-1)!;
      const of: Shared = {
        ...sharedBy(block, about),
        round,
        moveId: last.id,
        position: last.position,
        needs: [...new Set(moves.flatMap((m) => m.needs))],
        // It is counted like any other dance to music.
        scheme: 'counts',
        countUs,
      };
      const label = stepName(
        moves.map((m) => m.name),
        scheme.build,
      );
      const key = `${block.id}/r${round}/step${n + 1}`;
      writer.push(countsLength(step.counts, scheme.milliBpm), of, { key, kind: 'work', label, side: 'both' });
      const lacks = step.even ? 0 : (PHRASE_COUNTS - (step.counts % PHRASE_COUNTS)) % PHRASE_COUNTS;
      if (block.filler !== undefined)
        writer.push(countsLength(lacks, scheme.milliBpm), of, {
          key: `${key}/filler`,
          kind: 'work',
          label: block.filler,
          side: 'both',
        });
      if (writer.segments.length > PLAN_LIMITS.segments) return false;
    }
  return true;
}

/** The uses of the block's moves in the order they are done. */
function usesOf(block: Block, milliBpm: number | null): Use[] {
  const uses: Use[] = [];
  const use = (index: number, round: number) => {
    const written = block.moves[index]!;
    if (!isInRound(written, round)) return;
    const move = moveInRound(written, round);
    uses.push({ move, round, timing: moveTiming(block, move, index, milliBpm) });
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

/** The rest after the last set of a use: the block's, the round's, that before a new move, or the scheme's own. */
function restAfter(block: Block, uses: readonly Use[], at: number, timing: MoveTiming): Length {
  const next = uses[at + 1];
  if (next === undefined) return block.blockRestUs ?? (block.keepLastRest ? timing.restUs : ZERO);
  const newRound = block.order === 'circuit' ? next.round !== uses[at]?.round : next.move.id !== uses[at]?.move.id;
  const restUs = newRound && block.roundRestUs !== null ? block.roundRestUs : timing.restUs;
  const isNew = next.move.instead === undefined && !uses.slice(0, at + 1).some((u) => u.move.name === next.move.name);
  return isNew ? asLength(Math.max(restUs, block.newRestUs ?? 0)) : restUs;
}
