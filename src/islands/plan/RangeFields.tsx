import type { Range } from '../../core/plan/dose.ts';
import { TimeField } from '../shared/TimeField.tsx';

/** A length that is a guess, as the two lengths it lies between. */
export function RangeFields({ range, onChange }: { readonly range: Range; readonly onChange: (range: Range) => void }) {
  return (
    <span className="flex items-baseline gap-x-1.5">
      <span className="text-soft">lasts</span>
      <TimeField
        label="Shortest"
        className="said"
        value={range.leastUs}
        onChange={(leastUs) => onChange({ leastUs, mostUs: leastUs > range.mostUs ? leastUs : range.mostUs })}
      />
      <span className="text-soft">to</span>
      <TimeField
        label="Longest"
        className="said"
        value={range.mostUs}
        onChange={(mostUs) => onChange({ leastUs: mostUs < range.leastUs ? mostUs : range.leastUs, mostUs })}
      />
    </span>
  );
}
