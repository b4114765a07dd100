import { useEffect, useState } from 'react';
import { type Length, type Micros } from '../../core/time/micros.ts';
import { readTypedTime, writeTime } from '../../core/time/typed-time.ts';
import { Hint } from '../../ui/Hint.tsx';

interface Props {
  readonly label: string;
  readonly value: Micros | null;
  readonly onChange: (value: Length) => void;
  /** Called when the field is emptied; without it an empty field is a slip. */
  readonly onClear?: () => void;
  readonly placeholder?: string;
  readonly className?: string;
  /** Always so many decimals, as a clock; without it as short as it can be written. */
  readonly digits?: 1 | 2;
  /** The value changes when the field is left or Enter is pressed, not with each key. */
  readonly whenLeft?: boolean;
}

/**
 * A length typed as people write it. What cannot be read stays in the field with its reason; the last good value holds.
 */
export function TimeField({
  label,
  value,
  onChange,
  onClear,
  placeholder,
  className = '',
  digits,
  whenLeft = false,
}: Props) {
  const written =
    value === null
      ? ''
      : digits !== undefined
        ? writeTime(value, digits)
        : value < 60e6
          ? String(Math.round(value / 1e3) / 1e3)
          : writeTime(value);
  const [text, setText] = useState(written);
  const [editing, setEditing] = useState(false);
  useEffect(() => {
    if (!editing) setText(written);
  }, [written, editing]);
  const read = readTypedTime(text);
  const wrong = text.trim() === '' ? onClear === undefined : !read.ok;
  return (
    <Hint says={read.ok ? label : read.message} open={wrong && editing}>
      <input
        data-time
        aria-label={label}
        aria-invalid={wrong || undefined}
        value={text}
        placeholder={placeholder}
        inputMode="decimal"
        autoComplete="off"
        className={`field text-right ${wrong ? 'border-alarm! text-alarm' : ''} ${className}`}
        onFocus={(e) => {
          setEditing(true);
          e.currentTarget.select();
        }}
        onBlur={() => {
          setEditing(false);
          setText(written);
          if (whenLeft && read.ok && text !== written) onChange(read.time);
        }}
        onKeyDown={(e) => {
          if (whenLeft && e.key === 'Enter') e.currentTarget.blur();
        }}
        onChange={(e) => {
          setText(e.target.value);
          const next = readTypedTime(e.target.value);
          if (e.target.value.trim() === '') onClear?.();
          else if (next.ok && !whenLeft) onChange(next.time);
        }}
      />
    </Hint>
  );
}
