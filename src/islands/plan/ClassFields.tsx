import { useDocument } from '../workbench/workbench-context.tsx';
import { readTempo } from '../../formats/outline/outline-fields.ts';
import { readPresenters, writePresenters } from '../../formats/outline/outline-presenters.ts';
import { TypedField } from './TypedField.tsx';
import { LanguageSelect } from './LanguageSelect.tsx';
import { SidesSelect } from './SidesSelect.tsx';

/** What holds for the whole class. */
export function ClassFields() {
  const {
    document: { plan },
    change,
  } = useDocument();
  return (
    <div className="flex flex-wrap items-center gap-x-5 gap-y-2">
      <label className="flex items-center gap-2">
        <span className="label">Instructor</span>
        <input
          className="field-box w-44"
          value={plan.instructor}
          maxLength={200}
          onChange={(e) => change('instructor', (d) => ({ ...d, plan: { ...d.plan, instructor: e.target.value } }))}
        />
      </label>
      <TypedField
        label="With"
        value={plan.presenters === undefined ? '' : writePresenters(plan.presenters)}
        placeholder="nobody else"
        wanted="NAME, NAME (easier), NAME (harder): who else is before the camera, and which version they show"
        className="w-56"
        onChange={(text) => {
          let understood = true;
          const presenters = readPresenters(text, () => void (understood = false));
          if (!understood || presenters.length === 0) return false;
          change('presenters', (d) => ({ ...d, plan: { ...d.plan, presenters } }));
          return true;
        }}
        onClear={() =>
          change('presenters', (d) => {
            const { presenters: _, ...plan } = d.plan;
            return { ...d, plan };
          })
        }
      />
      <LanguageSelect />
      <label className="flex items-center gap-2">
        <span className="label">Cueing</span>
        <select
          className="field-box"
          value={plan.cueing}
          onChange={(e) =>
            change('cueing', (d) => ({
              ...d,
              plan: { ...d.plan, cueing: e.target.value === 'own' ? 'own' : 'mirrored' },
            }))
          }
        >
          <option value="mirrored">mirrored (viewer’s side)</option>
          <option value="own">own side</option>
        </select>
      </label>
      <SidesSelect
        label="Sides"
        value={plan.sides}
        inherit={null}
        onChange={(sides) => sides !== null && change('sides', (d) => ({ ...d, plan: { ...d.plan, sides } }))}
      />
      <TypedField
        label="Tempo"
        value={plan.milliBpm === undefined ? '' : String(plan.milliBpm / 1000)}
        placeholder="none"
        wanted="From 30 to 300 beats a minute, for counts that have no tempo of their own"
        className="w-16 text-right"
        onChange={(text) => {
          const milliBpm = readTempo(text);
          if (milliBpm === null) return false;
          change('tempo', (d) => ({ ...d, plan: { ...d.plan, milliBpm } }));
          return true;
        }}
        onClear={() =>
          change('tempo', (d) => {
            const { milliBpm: _, ...plan } = d.plan;
            return { ...d, plan };
          })
        }
      />
    </div>
  );
}
