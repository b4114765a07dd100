import { useState } from 'react';
import { withPlan } from '../../core/workout/with-language.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { writeOutline } from '../../formats/outline/outline-writer.ts';
import { useDocument } from '../workbench/workbench-context.tsx';
import { keepIds } from './edit-plan.ts';

/**
 * The plan as text. Every keystroke is read; what cannot be understood is named by its line and changes nothing else.
 */
export function OutlineEditor() {
  const { document, change } = useDocument();
  const [text, setText] = useState(() => writeOutline(document.plan));
  const { problems } = readOutline(text);
  return (
    <div>
      <textarea
        aria-label="The plan as an outline"
        value={text}
        spellCheck={false}
        rows={Math.max(18, text.split('\n').length + 1)}
        className="field-box w-full font-mono text-[13px] leading-relaxed"
        onChange={(e) => {
          setText(e.target.value);
          const read = readOutline(e.target.value);
          if (read.value.blocks.length > 0) change('outline', (d) => withPlan(d, keepIds(d.plan, read.value)));
        }}
      />
      {problems.length > 0 && (
        <ul role="status" className="mt-2 border-l-[3px] border-alarm! bg-sheet px-3 py-2">
          {problems.slice(0, 12).map((p, i) => (
            <li key={i}>
              {p.line > 0 && <span className="figures mr-2">line {p.line}</span>}
              {p.message}
            </li>
          ))}
        </ul>
      )}
      <p className="mt-2 text-[13px] text-soft">
        A block begins with <code>##</code>, a move with <code>-</code>. After the name: <code>sides own</code>,{' '}
        <code>half-kneeling</code>, <code>needs: crate</code>, <code>easier: …</code>, each after a <code>|</code>.
      </p>
    </div>
  );
}
