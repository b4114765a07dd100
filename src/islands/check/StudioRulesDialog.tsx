import { asking } from '../shared/call.ts';
import { DOINGS, DOING_TITLES } from '../../core/findings/rule.ts';
import { RULES, type RuleId } from '../../core/findings/rules.ts';
import { MOST_FROM, type StudioRules, canBeOff, withLimit, withRule } from '../../core/findings/studio-rules.ts';
import { Dialog } from '../../ui/Dialog.tsx';
import { useStudio, useWorkbench } from '../workbench/workbench-context.tsx';

const IDS = Object.keys(RULES) as RuleId[];

/**
 * Which rules are checked, and from which value on they tell, for all workouts of the studio. Each change is one undo.
 */
export function StudioRulesDialog({ close }: { readonly close: () => void }) {
  const { studio, setStudio } = useStudio();
  const { workbench } = useWorkbench();
  const { rules } = studio;
  const put = (before: StudioRules, after: StudioRules) => asking('setStudioRules', {}, { body: { before, after } });
  const save = (label: string, after: StudioRules) => {
    setStudio({ ...studio, rules: after });
    workbench.getState().ask(label, { after: put(rules, after), before: put(after, rules) });
  };
  return (
    <Dialog title="What Check tells of" onClose={close} wide>
      <p className="text-soft">
        For all workouts of the studio. What is off is not looked for anywhere; questions that only you can answer are
        always asked. Where a rule measures something, say from how much past what is wanted it tells.
      </p>
      {DOINGS.map((doing) => (
        <fieldset key={doing} className="mt-4">
          <legend className="mb-1 font-display text-lg font-semibold">{DOING_TITLES[doing]}</legend>
          <ul>
            {IDS.filter((id) => RULES[id].doing === doing).map((id) => (
              <RuleRow key={id} id={id} rules={rules} save={save} />
            ))}
          </ul>
        </fieldset>
      ))}
    </Dialog>
  );
}

interface RuleRowOf {
  readonly id: RuleId;
  readonly rules: StudioRules;
  readonly save: (label: string, after: StudioRules) => void;
}

function RuleRow({ id, rules, save }: RuleRowOf) {
  const { finds, unit } = RULES[id] as { readonly finds: string; readonly unit?: string };
  const isOn = !rules.off.includes(id);
  return (
    <li className="flex min-h-9 items-center gap-3 border-t py-1">
      <label className="flex min-w-0 flex-1 items-center gap-2.5">
        <input
          type="checkbox"
          checked={isOn}
          disabled={!canBeOff(id)}
          onChange={(e) =>
            save(`${e.target.checked ? 'Tell' : 'Do not tell'} of ${finds}`, withRule(rules, id, e.target.checked))
          }
        />
        {finds}
      </label>
      {unit !== undefined && isOn && (
        <label className="flex items-center gap-1.5 whitespace-nowrap">
          <span className="text-[13px] text-soft">from</span>
          <input
            type="number"
            className="field-box figures w-24 text-right"
            aria-label={`${finds}: from so many ${unit} past what is wanted`}
            min={0}
            max={MOST_FROM}
            step={0.5}
            placeholder="usual"
            defaultValue={rules.from[id] ?? ''}
            onBlur={(e) => {
              const least = e.target.value === '' ? null : Number(e.target.value);
              if (least !== (rules.from[id] ?? null)) save(`Limit of ${finds}`, withLimit(rules, id, least));
            }}
          />
          {unit}
        </label>
      )}
    </li>
  );
}
