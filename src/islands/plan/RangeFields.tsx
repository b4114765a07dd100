import type { Range } from '../../core/plan/dose.ts';
import { TimeField } from '../shared/TimeField.tsx';

interface Props {
  readonly range: Range;
  readonly onChange: (range: Range) => void;
  /** Takes the length as exact again: the middle of the two. */
  readonly onExact: () => void;
}

/** A length that is a guess, as the two lengths it lies between. */
export function RangeFields({ range, onChange, onExact }: Props) {
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
      <button className="btn btn-quiet text-[13px]" onClick={onExact}>
        exactly
      </button>
    </span>
  );
}
