import { useMemo } from 'react';
import { type Plan, POSITIONS, type Position } from '../../core/plan/plan.ts';
import { type Segment, isActive } from '../../core/plan/segment.ts';
import { traitsReader } from '../../core/plan/traits.ts';
import { useStudio } from '../workbench/workbench-context.tsx';

interface Props {
  readonly plan: Plan;
  readonly segments: readonly Segment[];
  readonly total: number;
}

/**
 * Where the body is along the class: one row for each position that is used, standing at the top, the floor at the
 * bottom.
 */
export function PositionStrip({ plan, segments, total }: Props) {
  const { book } = useStudio();
  const rows = useMemo(() => {
    const traits = traitsReader(plan, book);
    const spans = new Map<Position, { start: number; end: number }[]>();
    for (const s of segments) {
      const position = isActive(s) ? (traits(s)?.position ?? null) : null;
      if (position !== null) spans.set(position, [...(spans.get(position) ?? []), { start: s.start, end: s.end }]);
    }
    return POSITIONS.filter((p) => spans.has(p)).map((p) => ({ position: p, spans: spans.get(p) ?? [] }));
  }, [plan, segments, book]);
  if (rows.length === 0) return null;
  return (
    <section aria-label="Positions along the class" className="mt-3">
      <h2 className="text-[15px]">Positions</h2>
      <ul className="mt-1">
        {rows.map(({ position, spans }) => (
          <li key={position} className="grid grid-cols-[5.5rem_1fr] items-center text-[13px]">
            <span className="text-soft">{position}</span>
            <span className="relative h-[9px] border-b">
              {spans.map((s) => (
                <span
                  key={s.start}
                  className="absolute top-0 bottom-0 bg-change"
                  style={{ left: `${(s.start / total) * 100}%`, width: `${((s.end - s.start) / total) * 100}%` }}
                />
              ))}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
