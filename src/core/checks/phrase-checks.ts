import { withCombined } from '../plan/combined.ts';
import { PHRASE_COUNTS, dancedSteps, stepLetters } from '../plan/choreography.ts';
import type { Move, Plan } from '../plan/plan.ts';
import type { PlannedSegment } from '../plan/segment.ts';
import { ZERO } from '../time/micros.ts';
import { type Finding, type Fix, finding } from '../findings/finding.ts';

const EIGHT = 8;

/**
 * Elements of a combination that are no whole eights, at the first step that does not come out on its phrase for them.
 */
export function phraseFindings(plan: Plan, segments: readonly PlannedSegment[]): Finding[] {
  return withCombined(plan).blocks.flatMap((block): Finding[] => {
    if (block.scheme.kind !== 'choreography') return [];
    const counts = block.moves.map((m) => (m.dose?.kind === 'counts' ? m.dose.counts : 0));
    const own = segments.filter((s) => s.blockId === block.id);
    const steps = dancedSteps(block.scheme.build, counts, block.scheme.free);
    const said = new Set<string>();
    return steps.flatMap((step, n): Finding[] => {
      if (step.even) return [];
      return step.elements.flatMap((i): Finding[] => {
        const move = block.moves[i]!;
        const has = counts[i] ?? 0;
        // What another block is made of is said there.
        if (has === 0 || has % EIGHT === 0 || move.allOf !== undefined || said.has(move.id)) return [];
        said.add(move.id);
        const segment = own[n];
        const facts = { letters: stepLetters(step), move: move.name, moveCounts: has, counts: step.counts };
        const at = segment?.start ?? own[0]?.start ?? ZERO;
        const fixes = [
          withCounts(plan, move, Math.ceil(has / EIGHT) * EIGHT, 'Hold its pattern to'),
          ...(has > EIGHT ? [withCounts(plan, move, Math.floor(has / EIGHT) * EIGHT, 'Cut it to')] : []),
        ];
        const place = { clock: 'plan', at, segmentKey: segment?.key ?? null, fixes } as const;
        return [finding('phrase-uneven', { ...facts, phraseCounts: PHRASE_COUNTS }, place)];
      });
    });
  });
}

function withCounts(plan: Plan, move: Move, counts: number, does: string): Fix {
  const changed = (m: Move): Move =>
    m.id === move.id && m.dose?.kind === 'counts' ? { ...m, dose: { ...m.dose, counts } } : m;
  return {
    kind: 'plan',
    label: `${does} ${counts} counts`,
    plan: {
      ...plan,
      blocks: plan.blocks.map((b) => ({ ...b, moves: b.moves.map(changed) })),
    },
  };
}
