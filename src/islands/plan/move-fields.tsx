import { useState } from 'react';
import type { Move } from '../../core/plan/plan.ts';
import { TimeField } from '../shared/TimeField.tsx';

/** A length of a move's own; empty: as the block has it. */
export function OwnTime({
  label,
  word = label,
  value,
  onChange,
}: {
  readonly label: string;
  readonly word?: string;
  readonly value: Move['workUs'];
  readonly onChange: (value: Move['workUs']) => void;
}) {
  return (
    <span className="flex items-center gap-1.5">
      <span className="label">{word}</span>
      <TimeField
        label={label}
        value={value}
        placeholder="–"
        onChange={onChange}
        onClear={() => onChange(null)}
        className="w-16 border-line! bg-sheet"
      />
    </span>
  );
}

/** A line of text; empty: none. */
export function TextField({
  label,
  value,
  onChange,
}: {
  readonly label: string;
  readonly value: string | null;
  readonly onChange: (value: string | null) => void;
}) {
  return (
    <label className="flex items-center gap-1.5">
      <span className="label">{label}</span>
      <input
        className="field-box w-44"
        value={value ?? ''}
        maxLength={2000}
        onChange={(e) => onChange(e.target.value === '' ? null : e.target.value)}
      />
    </label>
  );
}

/** A list written with commas; kept as typed while the field has the focus. */
export function ListField({
  label,
  value,
  onChange,
}: {
  readonly label: string;
  readonly value: readonly string[];
  readonly onChange: (value: string[]) => void;
}) {
  const [text, setText] = useState<string | null>(null);
  return (
    <label className="flex items-center gap-1.5">
      <span className="label">{label}</span>
      <input
        className="field-box w-52"
        value={text ?? value.join(', ')}
        onFocus={() => setText(value.join(', '))}
        onBlur={() => setText(null)}
        onChange={(e) => {
          setText(e.target.value);
          onChange(
            e.target.value
              .split(',')
              .map((t) => t.trim())
              .filter((t) => t !== '')
              .slice(0, 30),
          );
        }}
      />
    </label>
  );
}
