import { useEffect, useState } from 'react';
import { designer } from '../../browser/designer.ts';
import type { OrderAnswer } from '../../core/plan/order.ts';
import type { Block } from '../../core/plan/plan.ts';
import { Dialog } from '../../ui/Dialog.tsx';
import { useDocument, useStudio } from '../workbench/workbench-context.tsx';
import { changeBlock } from './edit-plan.ts';

/** A better order of a block's moves, before and after side by side; the person accepts it or not. */
export function OrderDialog({ block, onClose }: { readonly block: Block; readonly onClose: () => void }) {
  const { change } = useDocument();
  const { studio } = useStudio();
  const [locked, setLocked] = useState<readonly number[]>([]);
  const [answer, setAnswer] = useState<OrderAnswer | null>(null);
  useEffect(() => {
    let current = true;
    void designer()
      .order(block, locked, studio.exercises)
      .then((found) => {
        if (current) setAnswer(found);
      });
    return () => {
      current = false;
    };
  }, [block, locked, studio]);
  const better = answer !== null && answer.cost < answer.costBefore;
  const accept = () => {
    if (answer !== null)
      change('Another order', (d) => ({
        ...d,
        plan: changeBlock(d.plan, block.id, (b) => ({
          ...b,
          moves: answer.order.flatMap((i) => block.moves[i] ?? []),
        })),
      }));
    onClose();
  };
  return (
    <Dialog title={`The order of ${block.name}`} onClose={onClose} wide>
      <p className="text-soft">
        Fewest changes of level, prop and side; never the same pattern twice in a row; pull after push. Tick a move to
        keep it in its place.
      </p>
      <div className="mt-3 grid grid-cols-2 gap-6">
        <section>
          <h3>As it is</h3>
          <ol className="mt-1">
            {block.moves.map((m, i) => (
              <li key={m.id}>
                <label className="flex items-center gap-2 border-b py-1">
                  <input
                    type="checkbox"
                    checked={locked.includes(i)}
                    onChange={(e) => setLocked(e.target.checked ? [...locked, i] : locked.filter((l) => l !== i))}
                  />
                  {m.name}
                </label>
              </li>
            ))}
          </ol>
        </section>
        <section>
          <h3>Better</h3>
          <ol className="mt-1">
            {answer === null ? (
              <li className="text-soft">Searching …</li>
            ) : (
              answer.order.map((i) => (
                <li key={i} className="border-b py-1">
                  {block.moves[i]?.name}
                </li>
              ))
            )}
          </ol>
        </section>
      </div>
      {answer !== null && (
        <p className="mt-3 text-[13.5px]" role="status">
          {better ? (
            <>
              Cost <span className="figures">{answer.costBefore}</span> before,{' '}
              <span className="figures">{answer.cost}</span> after: {answer.levelChanges} level changes,{' '}
              {answer.propChanges} prop changes
              {answer.repeatedPatterns > 0 ? `, ${answer.repeatedPatterns} repeated patterns` : ''}.
            </>
          ) : (
            'No order is better by these rules.'
          )}
          {answer.optimal ? '' : ' With more than ten moves this is a good order, not a proved optimum.'}
        </p>
      )}
      <div className="mt-4 flex justify-end gap-2">
        <button className="btn btn-quiet" onClick={onClose}>
          Leave it
        </button>
        <button className="btn btn-main" disabled={!better} onClick={accept}>
          Use this order
        </button>
      </div>
    </Dialog>
  );
}
