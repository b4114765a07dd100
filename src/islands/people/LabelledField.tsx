import type { InputHTMLAttributes } from 'react';

interface Props extends Omit<InputHTMLAttributes<HTMLInputElement>, 'onChange' | 'value' | 'className'> {
  readonly label: string;
  readonly value: string;
  readonly set: (value: string) => void;
}

/** A field that must be filled, with its label above it. */
export function LabelledField({ label, set, ...field }: Props) {
  return (
    <label className="grid gap-1">
      {label}
      <input className="field field-box" required onChange={(e) => set(e.target.value)} {...field} />
    </label>
  );
}

/** What a new password must be; the server asks the same. */
export const NEW_PASSWORD = {
  type: 'password',
  autoComplete: 'new-password',
  minLength: 10,
  maxLength: 128,
} as const;
