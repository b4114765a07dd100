import { compile } from '../plan/compile.ts';
import { freshIds } from '../plan/ids.ts';
import { type Block, type Plan, type Scheme } from '../plan/plan.ts';
import { newBlock } from '../plan/new-plan.ts';
import type { Segment } from '../plan/segment.ts';
import { type ChangeOver, whyNeeded } from '../script/change-over.ts';
import { type Length, asLength, micros } from '../time/micros.ts';
import { writeTime } from '../time/typed-time.ts';
import type { Fix } from '../findings/finding.ts';
import type { FactsOf } from '../findings/rules.ts';

/** Breaks of one block that are short for the same reason. */
interface BreakGroup {
  readonly blockId: string;
  readonly blockName: string;
  readonly changes: readonly ChangeOver[];
  /** The most that one of them is short, and what it has and needs. */
  readonly worst: ChangeOver;
  readonly facts: FactsOf<'break-planned-short'>;
  readonly fixes: readonly Fix[];
}

/** Rests are set in steps that people read off a clock. */
const STEP_US = 5e6;

/** The short breaks of a class by block and reason, the worst group first: one line for forty breaks, not forty. */
export function breakGroups(
  plan: Plan,
  segments: readonly Segment[],
  changes: readonly ChangeOver[],
): readonly BreakGroup[] {
  const groups = new Map<string, ChangeOver[]>();
  for (const change of changes) {
    if (change.shortUs <= 0 || change.plannedUs <= 0) continue;
    const block = segments[change.toIndex]?.blockId ?? '';
    const key = `${block} ${change.parts.map((p) => p.kind).join()}`;
    groups.set(key, [...(groups.get(key) ?? []), change]);
  }
  return [...groups.values()]
    .map((own): BreakGroup => {
      const worst = own.reduce((a, b) => (b.shortUs > a.shortUs ? b : a));
      const to = segments[worst.toIndex]!;
      const block = plan.blocks.find((b) => b.id === to.blockId);
      return {
        blockId: to.blockId,
        blockName: to.blockName,
        changes: own,
        worst,
        facts: {
          ...{ from: worst.from, to: worst.to, blockName: to.blockName, many: own.length },
          areAlike: own.every((c) => c.shortUs === worst.shortUs),
          ...{ shortUs: worst.shortUs, plannedUs: worst.plannedUs },
          ...{ neededUs: worst.neededUs, saidBeforeUs: worst.saidBeforeUs, why: whyNeeded(worst) },
        },
        fixes: block === undefined ? [] : fixesFor(plan, block, worst, own),
      };
    })
    .sort((a, b) => b.worst.shortUs * b.changes.length - a.worst.shortUs * a.changes.length);
}

function fixesFor(plan: Plan, block: Block, worst: ChangeOver, own: readonly ChangeOver[]): Fix[] {
  if (own.length < 2) return [];
  const fixes: Fix[] = [];
  const before = compile(plan).total;
  const offer = (words: string, next: Plan) => {
    const more = compile(next).total - before;
    fixes.push({ kind: 'plan', label: `${words} (+${writeTime(micros(more), 0)})`, plan: next });
  };
  // In a longer break everything is said inside it.
  const us = asLength(Math.ceil((worst.neededUs + worst.saidBeforeUs) / STEP_US) * STEP_US);
  const longer = withRest(block.scheme, us);
  if (longer !== null)
    offer(`Make them ${us / 1e6} s`, {
      ...plan,
      blocks: plan.blocks.map((b) => (b.id === block.id ? { ...b, scheme: longer } : b)),
    });
  if (worst.parts.some((p) => p.kind === 'new')) {
    const shown: Block = { ...newBlock(freshIds(plan)('b'), 'preview', 'Preview'), of: [block.id] };
    const at = plan.blocks.findIndex((b) => b.id === block.id);
    offer('Preview all its moves first', { ...plan, blocks: plan.blocks.toSpliced(at, 0, shown) });
  }
  return fixes;
}

/** A scheme with another rest between its moves; null where it has none. */
function withRest(scheme: Scheme, us: Length): Scheme | null {
  switch (scheme.kind) {
    case 'interval':
    case 'pair':
    case 'ladder':
    case 'reps':
    case 'counts':
      return { ...scheme, restUs: us };
    case 'hold':
      return { ...scheme, changeUs: us };
    case 'emom':
    case 'choreography':
    case 'flow':
    case 'plain':
      return null;
  }
}
