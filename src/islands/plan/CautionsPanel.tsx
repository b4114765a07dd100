import clsx from 'clsx';
import { MeasuredWanted } from '../shared/MeasuredWanted.tsx';
import { type Finding, wordsOf } from '../../core/findings/finding.ts';
import { STANDING_NOTICE } from '../../core/checks/plan-checks.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { applyFix } from '../../core/workout/apply-fix.ts';
import { useChange } from '../workbench/workbench-context.tsx';

/**
 * What a careful colleague would say, each with its source and, where there is one, its fix; and the standing notice.
 */
export function CautionsPanel({ findings }: { readonly findings: readonly Finding[] }) {
  const change = useChange();
  return (
    <div>
      {findings.length === 0 && <p>Nothing to say against this plan.</p>}
      <ul className="flex flex-col gap-2">
        {findings.map((f, i) => (
          <li
            key={i}
            className={clsx(
              'border-l-[3px] bg-sheet px-3 py-1.5',
              f.severity === 'alarm' ? 'border-alarm!' : 'border-talk!',
            )}
          >
            <p className="font-semibold">{wordsOf(f).says}</p>
            <p className="text-[13px] text-soft">
              <time>{writeTime(f.at)}</time> · <MeasuredWanted finding={f} />
            </p>
            {f.fixes.length > 0 && (
              <p className="mt-1 flex flex-wrap gap-1.5">
                {f.fixes.map((m) => (
                  <button key={m.label} className="btn" onClick={() => change(m.label, (d) => applyFix(d, m))}>
                    {m.label}
                  </button>
                ))}
              </p>
            )}
          </li>
        ))}
      </ul>
      <p className="mt-4 border-t pt-3 text-[13px] text-soft">{STANDING_NOTICE}</p>
    </div>
  );
}
