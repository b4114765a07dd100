import type { SidePolicy } from '../../core/plan/plan.ts';
import { fromSeconds } from '../../core/time/micros.ts';
import { TimeField } from '../shared/TimeField.tsx';

const WORDS: Readonly<Record<SidePolicy['kind'], string>> = {
  both: 'no sides',
  own: 'each side its interval',
  half: 'switch at half-time',
  alternate: 'alternate each rep',
  rounds: 'other side in the other round',
  one: 'one side only',
};
const SWITCH = fromSeconds(4);

interface Props {
  readonly label: string;
  readonly value: SidePolicy | null;
  /** What null means, in words; null: the field must have a value. */
  readonly inherit: string | null;
  readonly onChange: (value: SidePolicy | null) => void;
}

/** The side policies, which side is first, and what a switch costs. */
export function SidesSelect({ label, value, inherit, onChange }: Props) {
  const kind = value?.kind ?? 'inherit';
  const first = value !== null && value.kind !== 'both' ? value.first : 'left';
  const make = (next: string, side: 'left' | 'right'): SidePolicy | null => {
    if (next === 'inherit') return null;
    if (next === 'both') return { kind: 'both' };
    if (next === 'half')
      return { kind: 'half', first: side, changeUs: value?.kind === 'half' ? value.changeUs : SWITCH };
    return { kind: next as 'own' | 'alternate' | 'rounds' | 'one', first: side };
  };
  return (
    <span className="flex items-center gap-1.5">
      <label className="flex items-center gap-2">
        <span className="label">{label}</span>
        <select className="field-box" value={kind} onChange={(e) => onChange(make(e.target.value, first))}>
          {inherit !== null && <option value="inherit">{inherit}</option>}
          {Object.entries(WORDS).map(([name, words]) => (
            <option key={name} value={name}>
              {words}
            </option>
          ))}
        </select>
      </label>
      {value !== null && value.kind !== 'both' && value.kind !== 'alternate' && (
        <select
          aria-label={`${label}: first side`}
          className="field-box"
          value={first}
          onChange={(e) => onChange(make(value.kind, e.target.value === 'right' ? 'right' : 'left'))}
        >
          <option value="left">{value.kind === 'one' ? 'left' : 'left first'}</option>
          <option value="right">{value.kind === 'one' ? 'right' : 'right first'}</option>
        </select>
      )}
      {value?.kind === 'half' && (
        <TimeField
          label={`${label}: seconds the switch costs`}
          value={value.changeUs}
          onChange={(changeUs) => onChange({ ...value, changeUs })}
          className="w-14 border-line! bg-sheet"
        />
      )}
    </span>
  );
}
