import { writeTime } from '../../core/time/typed-time.ts';
import { useChange, useDerived, useDocument } from '../workbench/workbench-context.tsx';

/**
 * What felt wrong in a rehearsal, with a note; shown there and at the desk afterwards. Nothing where nothing was
 * marked.
 */
export function Marks({ go }: { readonly go: (segmentIndex: number) => void }) {
  const {
    compiled: { segments },
  } = useDerived();
  const {
    document: {
      script: { marks },
    },
  } = useDocument();
  const change = useChange();
  if (marks.length === 0) return null;
  const set = (label: string, next: typeof marks) =>
    change(label, (d) => ({ ...d, script: { ...d.script, marks: next } }));
  return (
    <section className="mb-4" aria-label="Marked">
      <h3>Marked in rehearsal</h3>
      <ul className="text-[13.5px]">
        {marks.map((m, i) => {
          const of = segments.find((s) => s.key === m.segmentKey);
          return (
            <li key={i} className="border-b py-1">
              <div className="flex items-start gap-2">
                <button
                  className="flex-1 text-left hover:underline disabled:no-underline"
                  disabled={of === undefined}
                  onClick={() => of !== undefined && go(of.index)}
                >
                  <time className="text-soft">{of === undefined ? 'gone' : writeTime(of.start)}</time> {m.text}
                </button>
                <button
                  className="text-soft hover:text-ink"
                  aria-label={`Take the mark off ${m.text}`}
                  onClick={() => set('Take a mark off', marks.toSpliced(i, 1))}
                >
                  ×
                </button>
              </div>
              <input
                aria-label={`Note on ${m.text}`}
                placeholder="what was wrong"
                maxLength={500}
                className="field text-soft"
                value={m.note}
                onChange={(e) => set('note on a mark', marks.with(i, { ...m, note: e.target.value }))}
              />
            </li>
          );
        })}
      </ul>
    </section>
  );
}
