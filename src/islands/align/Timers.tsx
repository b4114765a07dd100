import type { Alignment } from '../../core/align/alignment.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { useDocument } from '../workbench/workbench-context.tsx';
import { withTimerDismissed } from '../../core/workout/pins.ts';

/**
 * The machine timers that blocks seem to have been filmed to: each can be dismissed where the breaks were run by hand.
 */
export function Timers({ alignment: { grids, segments } }: { readonly alignment: Alignment }) {
  const { document, change } = useDocument();
  const { noTimers } = document.edit;
  const nameOf = (id: string) => segments.find((r) => r.segment.blockId === id)?.segment.blockName ?? '';
  const dismissed = noTimers.filter((id) => nameOf(id) !== '');
  const heard = [...new Set(grids.map((g) => g.blockId))];
  if (heard.length === 0 && dismissed.length === 0) return null;
  return (
    <section>
      <h2 className="text-lg">Filmed to a timer</h2>
      <ul className="mt-1 text-[13.5px]">
        {heard.map((id) => {
          const own = grids.filter((g) => g.blockId === id);
          const period = own[0] && writeTime(own[0].periodUs, 1);
          return (
            <li key={id} className="flex items-start gap-2 border-b py-1">
              <span className="min-w-0 flex-1">
                <strong>{nameOf(id)}</strong>: a start each <time>{period}</time>, from{' '}
                {own.map((g, i) => (
                  <span key={g.startUs}>
                    {i > 0 && ' and anew from '}
                    <time>{writeTime(g.startUs, 1)}</time>
                  </span>
                ))}
              </span>
              <button
                className="btn text-[13px]"
                aria-label={`${nameOf(id)} was not filmed to a timer`}
                onClick={() => change('No timer there', (d) => withTimerDismissed(d, id, true))}
              >
                no timer
              </button>
            </li>
          );
        })}
        {dismissed.map((id) => (
          <li key={id} className="flex items-start gap-2 border-b py-1">
            <span className="min-w-0 flex-1 text-soft">
              <strong>{nameOf(id)}</strong>: run by hand, as you said.
            </span>
            <button
              className="btn text-[13px]"
              onClick={() => change('Listen for a timer again', (d) => withTimerDismissed(d, id, false))}
            >
              listen again
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
