import type { ComponentProps } from 'react';

interface Props extends Omit<ComponentProps<'input'>, 'className'> {
  readonly label: string;
}

/** A field of a form that must be filled, with its label above it; a form gives it what `register` answers. */
export function LabelledField({ label, ...field }: Props) {
  return (
    <label className="grid gap-1">
      {label}
      <input className="field field-box" required {...field} />
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
