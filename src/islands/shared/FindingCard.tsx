import { MeasuredWanted } from './MeasuredWanted.tsx';
import { type Finding, wordsOf } from '../../core/findings/finding.ts';
import type { Shot } from '../../core/edit/shots.ts';
import { placeInProgramme } from '../../core/findings/place.ts';
import type { ProgrammeTime } from '../../core/time/micros.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { applyFix, isApplied } from '../../core/workout/apply-fix.ts';
import { useDocument } from '../workbench/workbench-context.tsx';

/** A finding with what was measured and every way to set it right: one click each, one undo each. */
export function FindingCard({
  finding,
  shots,
  select,
}: {
  readonly finding: Finding;
  /** Where takes lie in what is played. */
  readonly shots: readonly Shot[];
  readonly select: (key: string, at: ProgrammeTime) => void;
}) {
  const { document, change } = useDocument();
  const at = placeInProgramme(finding, shots);
  const go = () => {
    if (at !== null) select(finding.segmentKey ?? '', at);
  };
  const [first, ...others] = finding.fixes;
  return (
    <li
      data-finding
      className={`border-l-[3px] bg-sheet px-3 py-2 ${finding.severity === 'alarm' ? 'border-alarm!' : 'border-talk!'}`}
    >
      <button className="text-left font-semibold hover:underline" onClick={go}>
        {wordsOf(finding).says}
      </button>
      <p className="text-[13px] text-soft">
        <time>{writeTime(finding.at, 1)}</time> · <MeasuredWanted finding={finding} /> ·{' '}
        {Math.round(finding.certainty * 100)} % sure
      </p>
      <div className="mt-1.5 flex flex-wrap items-baseline gap-x-3 gap-y-1">
        {[...(first === undefined ? [] : [first]), ...others].map((m, i) =>
          isApplied(document, m, finding.takeId) ? (
            <span key={m.label} className="text-[13px]">
              Done: {m.label}. Undo takes it back.
            </span>
          ) : (
            <button
              key={m.label}
              className={
                i === 0 && m.kind !== 'let-stand'
                  ? 'btn h-auto! text-left whitespace-normal!'
                  : 'text-left text-[13px] underline decoration-line underline-offset-2 hover:decoration-ink'
              }
              onClick={() => change(m.label, (d) => applyFix(d, m, finding.takeId))}
            >
              {m.label}
            </button>
          ),
        )}
      </div>
    </li>
  );
}
