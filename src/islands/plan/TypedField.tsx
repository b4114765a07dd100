import { useState } from 'react';
import { Hint } from '../../ui/Hint.tsx';

interface Props {
  readonly label: string;
  /** As it is written while nobody types. */
  readonly value: string;
  readonly placeholder?: string;
  /** What the field takes, for its tip and for what it cannot read. */
  readonly wanted: string;
  readonly className?: string;
  /** Takes what was typed; false where it cannot be read, and nothing is changed. */
  readonly onChange: (text: string) => boolean;
  readonly onClear: () => void;
}

/**
 * A field in a notation of its own: read with each key, what it cannot read stays in it, marked, and changes nothing.
 */
export function TypedField({ label, value, placeholder, wanted, className = '', onChange, onClear }: Props) {
  const [typed, setTyped] = useState<{ readonly text: string; readonly wrong: boolean } | null>(null);
  const wrong = typed?.wrong === true;
  return (
    <label className="flex items-center gap-1.5">
      <span className="label">{label}</span>
      <Hint says={wanted}>
        <input
          aria-label={label}
          className={`field-box ${wrong ? 'border-alarm! text-alarm' : ''} ${className}`}
          placeholder={placeholder}
          aria-invalid={wrong || undefined}
          autoComplete="off"
          value={typed?.text ?? value}
          onBlur={() => {
            if (!wrong) setTyped(null);
          }}
          onChange={(e) => {
            const text = e.target.value;
            if (text.trim() === '') onClear();
            setTyped({ text, wrong: text.trim() !== '' && !onChange(text.trim()) });
          }}
        />
      </Hint>
      {wrong && <span className="text-[13px] text-alarm">{wanted}</span>}
    </label>
  );
}
