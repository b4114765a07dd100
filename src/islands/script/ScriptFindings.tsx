import { MeasuredWanted } from '../shared/MeasuredWanted.tsx';
import { type Finding, wordsOf } from '../../core/findings/finding.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { applyFix } from '../../core/workout/apply-fix.ts';
import { useChange } from '../workbench/workbench-context.tsx';

/** What was found in the script: what is not true first, then the rest in the order of the class. */
export function ScriptFindings({
  findings,
  toLine,
}: {
  readonly findings: readonly Finding[];
  readonly toLine: (cueId: string) => void;
}) {
  const change = useChange();
  const sorted = [...findings.filter((f) => f.severity === 'alarm'), ...findings.filter((f) => f.severity !== 'alarm')];
  if (findings.length === 0) return <p>Nothing to say against this script.</p>;
  return (
    <ul className="flex flex-col gap-2" aria-label="Findings">
      {sorted.map((f, i) => (
        <li
          key={i}
          className={`border-l-[3px] bg-sheet px-3 py-1.5 ${f.severity === 'alarm' ? 'border-alarm!' : 'border-talk!'}`}
        >
          {f.cueId === undefined ? (
            <p className="font-semibold">{wordsOf(f).says}</p>
          ) : (
            <button className="text-left font-semibold hover:underline" onClick={() => toLine(f.cueId!)}>
              {wordsOf(f).says}
            </button>
          )}
          <p className="text-[13px] text-soft">
            <time>{writeTime(f.at)}</time> · <MeasuredWanted finding={f} /> · {Math.round(f.certainty * 100)} % sure
          </p>
          {f.fixes.length > 0 && (
            <p className="mt-1 flex flex-wrap gap-1.5">
              {f.fixes.map((m) => (
                <button
                  key={m.label}
                  className="btn max-w-full whitespace-normal! text-left"
                  onClick={() => change(m.label, (d) => applyFix(d, m))}
                >
                  {m.label}
                </button>
              ))}
            </p>
          )}
        </li>
      ))}
    </ul>
  );
}
