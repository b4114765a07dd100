import { type Finding, type Fix, finding } from '../findings/finding.ts';
import type { Move, Plan } from '../plan/plan.ts';
import { type PlannedSegment, isActive } from '../plan/segment.ts';
import { type Length, asLength } from '../time/micros.ts';
import { writeSeconds } from '../time/typed-time.ts';

/** Versions of a move that are told to rest when the interval is over anyway: nobody would hear of it. */
export function levelFindings(plan: Plan, segments: readonly PlannedSegment[]): Finding[] {
  const firstOf = new Map<string, PlannedSegment>();
  const shortest = new Map<string, number>();
  for (const s of segments.filter(isActive)) {
    if (s.moveId === null) continue;
    if (!firstOf.has(s.moveId)) firstOf.set(s.moveId, s);
    shortest.set(s.moveId, Math.min(shortest.get(s.moveId) ?? Infinity, s.end - s.start));
  }
  return plan.blocks.flatMap((block) =>
    block.moves.flatMap((move) =>
      (['easierAs', 'harderAs'] as const).flatMap((field): Finding[] => {
        const stopUs = move[field]?.stopUs;
        const [segment, lengthUs] = [firstOf.get(move.id), shortest.get(move.id)];
        if (stopUs === undefined || segment === undefined || lengthUs === undefined || stopUs < lengthUs) return [];
        const version = field === 'easierAs' ? 'easier' : 'harder';
        const facts = { version, move: move.name, stopUs, lengthUs: asLength(lengthUs) } as const;
        const fixes = [restAtHalf(plan, move, field, asLength(lengthUs / 2))];
        const place = { clock: 'plan', at: segment.start, segmentKey: segment.key, fixes } as const;
        return [finding('version-stop-late', facts, place)];
      }),
    ),
  );
}

function restAtHalf(plan: Plan, move: Move, field: 'easierAs' | 'harderAs', stopUs: Length): Fix {
  const changed = (m: Move): Move => (m.id === move.id ? { ...m, [field]: { ...m[field], stopUs } } : m);
  return {
    kind: 'plan',
    label: `Rest at ${writeSeconds(stopUs)} s`,
    plan: { ...plan, blocks: plan.blocks.map((b) => ({ ...b, moves: b.moves.map(changed) })) },
  };
}
