import { useState } from 'react';
import type { Side } from '../../core/merge/merge-fields.ts';
import { Dialog } from '../../ui/Dialog.tsx';
import type { Conflict } from './saving/conflict.ts';
import { useWorkbench } from './workbench-context.tsx';

/**
 * Shown when something was changed here and in another window: each of it side by side, chosen one by one. Until then
 * theirs stands, everything else is saved, and the choice can be put off.
 */
export function ConflictDialog({ open, onClose }: { readonly open: boolean; readonly onClose: () => void }) {
  const { workbench } = useWorkbench();
  const conflict = workbench((s) => s.conflicts[0]);
  if (!open || conflict === undefined) return null;
  return <Choosing key={conflict.id} conflict={conflict} onClose={onClose} />;
}

function Choosing({ conflict, onClose }: { readonly conflict: Conflict; readonly onClose: () => void }) {
  const { workbench } = useWorkbench();
  const [choices, setChoices] = useState<ReadonlyMap<string, Side>>(new Map());
  const sideOf = (key: string) => choices.get(key) ?? 'theirs';
  const choose = (side: Side, ...keys: readonly string[]) =>
    setChoices(new Map([...choices, ...keys.map((key) => [key, side] as const)]));
  const keys = conflict.clashes.map((c) => c.key);
  const n = conflict.clashes.length;
  return (
    <Dialog title="Changed here and in another window" onClose={onClose} wide>
      <p>
        {conflict.what}: {n === 1 ? 'one thing was' : `${n} things were`} changed in both. Everything else of both is
        kept already. Choose what stands; what you choose can be undone.
      </p>
      <table className="mt-4 w-full table-fixed text-left">
        <thead className="text-[13px] text-soft">
          <tr>
            <th className="w-2/5 py-1 font-normal">Where</th>
            <th className="font-normal">
              <button className="btn btn-quiet -ml-2" onClick={() => choose('mine', ...keys)}>
                All of mine
              </button>
            </th>
            <th className="font-normal">
              <button className="btn btn-quiet -ml-2" onClick={() => choose('theirs', ...keys)}>
                All of theirs
              </button>
            </th>
          </tr>
        </thead>
        <tbody>
          {conflict.clashes.map((clash) => (
            <tr key={clash.key} className="border-t align-top">
              <th scope="row" className="py-2 pr-3 font-normal">
                {clash.place}
              </th>
              {(['mine', 'theirs'] as const).map((side) => (
                <td key={side} className="py-2 pr-3">
                  <label className="flex items-baseline gap-2">
                    <input
                      type="radio"
                      name={clash.key}
                      aria-label={`${clash.place}: ${side}, ${clash[side]}`}
                      checked={sideOf(clash.key) === side}
                      onChange={() => choose(side, clash.key)}
                    />
                    <span
                      className={`min-w-0 break-words ${sideOf(clash.key) === side ? 'font-semibold' : 'text-soft'}`}
                    >
                      {clash[side]}
                    </span>
                  </label>
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <div className="mt-5 flex flex-wrap justify-end gap-2">
        <button className="btn btn-quiet" onClick={onClose}>
          Choose later
        </button>
        <button className="btn btn-main" onClick={() => workbench.getState().choose(conflict, choices)}>
          Go on with these
        </button>
      </div>
    </Dialog>
  );
}
