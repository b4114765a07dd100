import { useState } from 'react';
import { readSteps, stepLetters } from '../../core/plan/choreography.ts';
import { type Scheme } from '../../core/plan/plan.ts';
import { Hint } from '../../ui/Hint.tsx';

/** The steps of a free build-up, typed in letters. What is no step stays in the field and changes nothing. */
export function FreeSteps({
  scheme,
  onChange,
}: {
  readonly scheme: Extract<Scheme, { kind: 'choreography' }>;
  readonly onChange: (scheme: Scheme) => void;
}) {
  const written = scheme.free.map((elements) => stepLetters({ elements, times: 1 })).join(' ');
  const [text, setText] = useState(written);
  const wrong = text.trim() !== '' && readSteps(text) === null;
  return (
    <Hint says="Letters of the moves below: A B AB C ABC" open={wrong}>
      <input
        aria-label="Steps, in letters"
        aria-invalid={wrong || undefined}
        className={`said ${wrong ? 'border-alarm! text-alarm' : ''}`}
        placeholder="A B AB"
        value={text}
        onChange={(e) => {
          setText(e.target.value);
          const free = readSteps(e.target.value);
          if (free !== null) onChange({ ...scheme, free });
        }}
      />
    </Hint>
  );
}
