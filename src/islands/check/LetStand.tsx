import { RULES, isRuleId } from '../../core/findings/rules.ts';
import { useDocument } from '../workbench/workbench-context.tsx';
import { withFoundAgain } from './edit-let-stand.ts';

/** What somebody let stand, and why; each can be found again. */
export function LetStand() {
  const { document, change } = useDocument();
  const { letStand } = document.edit;
  if (letStand.length === 0) return null;
  return (
    <section className="mt-5">
      <h3 className="border-b pb-1 text-lg">Let stand</h3>
      <ul>
        {letStand.map((s) => (
          <li key={`${s.rule} ${s.segmentKey} ${s.at}`} className="flex items-baseline gap-3 border-b py-1.5">
            <span className="min-w-0 grow">
              {isRuleId(s.rule) ? upper(RULES[s.rule].finds) : s.rule}
              <span className="block text-[13px] text-soft">{s.how === '' ? 'no reason given' : s.how}</span>
            </span>
            <button
              className="text-[13px] underline underline-offset-2"
              onClick={() => change('Find it again', (d) => withFoundAgain(d, s))}
            >
              Find it again
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

const upper = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
