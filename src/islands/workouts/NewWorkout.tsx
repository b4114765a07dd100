import { useRef, useState } from 'react';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import type { Micros } from '../../core/time/micros.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { Dialog } from '../../ui/Dialog.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { ApiError } from '../shared/api.ts';
import { call } from '../shared/call.ts';
import type { WorkoutSummary } from '../../contract/wire.ts';

export function NewWorkout({
  templates,
  onClose,
}: {
  readonly templates: readonly WorkoutSummary[];
  readonly onClose: () => void;
}) {
  const from = useRef<HTMLSelectElement>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const title = useRef<HTMLInputElement>(null);
  const [outline, setOutline] = useState('');
  const problems = outline.trim() === '' ? [] : readOutline(outline).problems;
  const left = problems.filter((p) => p.severity === 'error' && p.line > 0).length;
  const create = async () => {
    const typed = title.current?.value.trim() ?? '';
    const pasted = outline.trim();
    const template = from.current?.value ?? '';
    if (typed === '' && pasted === '' && template === '') return setTrouble('Give it a title, or paste an outline.');
    setBusy(true);
    try {
      const text = pasted === '' ? null : typed === '' || /^#\s/m.test(pasted) ? pasted : `# ${typed}\n${pasted}`;
      const { id } = await call(
        'createWorkout',
        {},
        {
          body:
            text !== null
              ? { outline: text }
              : { ...(typed === '' ? {} : { title: typed }), ...(template === '' ? {} : { from: template }) },
        },
      );
      window.location.assign(`/w/${id}/plan`);
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      setTrouble(error.message);
      setBusy(false);
    }
  };
  return (
    <Dialog title="New workout" onClose={onClose}>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void create();
        }}
        className="flex flex-col gap-3"
      >
        <label className="flex flex-col gap-1">
          <span className="label">Title</span>
          <input ref={title} autoFocus className="field-box" maxLength={200} />
        </label>
        {templates.length > 0 && (
          <label className="flex flex-col gap-1">
            <span className="label">Begin from</span>
            <select ref={from} className="field-box" defaultValue="">
              <option value="">an empty class</option>
              {templates.map((t) => (
                <option key={t.id} value={t.id}>
                  {t.title}, {writeTime(t.lengthUs as Micros)}
                </option>
              ))}
            </select>
          </label>
        )}
        <label className="flex flex-col gap-1">
          <span className="label">or paste an outline</span>
          <textarea
            rows={7}
            value={outline}
            onChange={(e) => setOutline(e.target.value)}
            className="field-box font-mono text-[13px]"
            placeholder={
              '## Warm-up: 30/10\n- March on the spot\n## Circuit: 3 rounds, 40/20\n- Squat\n- Row | sides own'
            }
          />
        </label>
        {problems.length > 0 && (
          <ul
            role="status"
            className="max-h-40 overflow-y-auto border-l-[3px] border-alarm! bg-sheet px-3 py-1.5 text-[13.5px]"
          >
            {problems.map((p, i) => (
              <li key={i}>
                {p.line > 0 && <span className="figures mr-2">line {p.line}</span>}
                {p.message}
              </li>
            ))}
          </ul>
        )}
        {trouble !== null && <Notice alarm>{trouble}</Notice>}
        <div className="flex justify-end gap-2">
          <button type="button" className="btn btn-quiet" onClick={onClose}>
            Cancel
          </button>
          <button type="submit" className="btn btn-main" disabled={busy}>
            {left > 0 ? 'Create all the same' : 'Create'}
          </button>
        </div>
      </form>
    </Dialog>
  );
}
