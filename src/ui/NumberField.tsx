import { type ComponentProps, useState } from 'react';

type Props = Omit<ComponentProps<'input'>, 'type' | 'value' | 'min' | 'max' | 'onChange'> & {
  readonly value: number;
  readonly least: number;
  readonly most: number;
  /** Also numbers between two whole ones. */
  readonly fractions?: boolean;
  readonly onChange: (value: number) => void;
};

/**
 * A number from `least` to `most`. While it is typed the field holds what was typed, also where that is no such number
 * yet (nothing, or the 1 of 128): the last good value holds until there is a better one, and stands there again when
 * the field is left.
 */
export function NumberField({ value, least, most, fractions = false, onChange, ...field }: Props) {
  const [typed, setTyped] = useState<string | null>(null);
  const isGood = (text: string) => {
    const n = Number(text);
    return text.trim() !== '' && n >= least && n <= most && (fractions || Number.isInteger(n));
  };
  // What was taken from it may change meanwhile (an undo): then that is shown.
  const shown = typed === null || (isGood(typed) && Number(typed) !== value) ? value : typed;
  return (
    <input
      {...field}
      type="number"
      min={least}
      max={most}
      step={fractions ? 'any' : 1}
      value={shown}
      aria-invalid={!isGood(String(shown)) || undefined}
      onChange={(e) => {
        setTyped(e.target.value);
        if (isGood(e.target.value)) onChange(Number(e.target.value));
      }}
      onBlur={(e) => {
        setTyped(null);
        field.onBlur?.(e);
      }}
    />
  );
}
