import { dancedSteps, stepLetters } from '../../core/plan/choreography.ts';
import type { Block } from '../../core/plan/plan.ts';

const EIGHT = 8;

/**
 * A combination as it is taught: one row an element, one column a step, as wide as its eights; what does not fill its
 * phrase is marked.
 */
export function StepStrip({ block }: { readonly block: Block }) {
  if (block.scheme.kind !== 'choreography' || block.moves.length === 0) return null;
  const { build, free } = block.scheme;
  const counts = block.moves.map((m) => (m.dose?.kind === 'counts' ? m.dose.counts : 0));
  const steps = dancedSteps(build, counts, free);
  const eights = steps.reduce((sum, s) => sum + s.counts / EIGHT, 0);
  if (eights === 0) return null;
  return (
    <figure className="overflow-x-auto px-2 py-2" aria-label="The combination, step by step">
      <table className="w-full table-fixed border-collapse text-center text-[13px]">
        <thead>
          <tr>
            {steps.map((s, n) => (
              <th
                key={n}
                scope="col"
                className={`truncate border-r px-0.5 pb-0.5 font-normal ${s.even ? 'text-soft' : 'font-bold text-alarm'}`}
                style={{ width: `${(s.counts / EIGHT / eights) * 100}%` }}
                title={`${s.counts} counts${s.even ? '' : ': does not come out on a phrase of 32'}`}
              >
                {stepLetters(s)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {block.moves.map((move, i) => (
            <tr key={move.id}>
              {steps.map((s, n) => {
                const danced = s.elements.includes(i);
                return (
                  <td key={n} className="border-r p-0 align-bottom">
                    <span
                      className={`kind-${danced ? 'hold' : 'rest'} block ${danced ? 'h-5 bg-(--k) leading-5 text-paper' : 'mt-3 h-2 bg-(--k) opacity-25'}`}
                    >
                      {danced ? String.fromCharCode(65 + i) : ''}
                    </span>
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
        <tfoot>
          <tr>
            {steps.map((s, n) => (
              <td key={n} className={`figures border-r pt-0.5 ${s.even ? 'text-soft' : 'font-bold text-alarm'}`}>
                {s.counts}
              </td>
            ))}
          </tr>
        </tfoot>
      </table>
    </figure>
  );
}
