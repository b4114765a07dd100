import { useState } from 'react';
import { ArrowDown, ArrowUp, X } from 'lucide-react';
import { BLOCK_KINDS, type Block, type BlockKind, isPlainBlock } from '../../core/plan/plan.ts';
import type { Micros } from '../../core/time/micros.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { TimeField } from '../shared/TimeField.tsx';
import { useDerived, useDocument } from '../workbench/workbench-context.tsx';
import { MoveRow } from './MoveRow.tsx';
import { SchemeFields } from './SchemeFields.tsx';
import { SidesSelect } from './SidesSelect.tsx';
import { OrderDialog } from './OrderDialog.tsx';
import { addMove, changeBlock, changeKind, removeBlock, shiftBlock } from './edit-plan.ts';
import { focusSoon } from './focus.ts';

const TINT: Readonly<Record<BlockKind, string>> = {
  'warm-up': 'work', circuit: 'work', strength: 'work', cardio: 'work', core: 'work', flow: 'work', hold: 'hold', 'cool-down': 'hold', talk: 'talk', 'set-up': 'set-up', water: 'water',
};

export function BlockCard({ block }: { readonly block: Block }) {
  const { change } = useDocument();
  const { compiled } = useDerived();
  const [more, setMore] = useState(false);
  const [ordering, setOrdering] = useState(false);
  const set = (label: string, next: (block: Block) => Block) => change(label, (d) => ({ ...d, plan: changeBlock(d.plan, block.id, next) }));
  const plain = isPlainBlock(block.kind);
  const own = compiled.segments.filter((s) => s.blockId === block.id);
  const length = own.reduce((sum, s) => sum + s.end - s.start, 0) as Micros;
  const problem = compiled.problems.find((p) => p.blockId === block.id);
  const append = () => change('Add a move', (d) => {
    const added = addMove(d.plan, block.id, null);
    focusSoon(`move-${added.id}`);
    return { ...d, plan: added.plan };
  });
  return (
    <li className={`kind-${TINT[block.kind]} border-l-4 border-(--k)! bg-sheet/70 pl-3`}>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1 py-1.5">
        <input
          id={`block-${block.id}`} aria-label="Name of the block" value={block.name} maxLength={200} className="field w-40 font-display text-[17px] font-semibold"
          onChange={(e) => set('block name', (b) => ({ ...b, name: e.target.value }))}
          onKeyDown={(e) => {
            if (e.key === 'Enter' && !plain) { e.preventDefault(); append(); }
            if (e.altKey && (e.key === 'ArrowUp' || e.key === 'ArrowDown')) { e.preventDefault(); change('Move the block', (d) => ({ ...d, plan: shiftBlock(d.plan, block.id, e.key === 'ArrowUp' ? -1 : 1) })); focusSoon(`block-${block.id}`); }
          }}
        />
        <select aria-label="Kind of block" className="field-box" value={block.kind} onChange={(e) => set('kind of block', (b) => changeKind(b, e.target.value as BlockKind))}>
          {BLOCK_KINDS.map((kind) => <option key={kind}>{kind}</option>)}
        </select>
        <SchemeFields scheme={block.scheme} plain={plain} onChange={(scheme) => set('timing', (b) => ({ ...b, scheme }))} />
        {!plain && (
          <label className="flex items-center gap-1.5"><span className="label">rounds</span>
            <input type="number" min={1} max={100} className="field-box w-14 text-right" value={block.rounds} onChange={(e) => { const rounds = Number(e.target.value); if (Number.isInteger(rounds) && rounds >= 1 && rounds <= 100) set('rounds', (b) => ({ ...b, rounds })); }} />
          </label>
        )}
        <span className="ml-auto flex items-center gap-1">
          <time className="mr-2">{writeTime(length)}</time>
          {!plain && <button className="btn btn-quiet" aria-expanded={more} onClick={() => setMore(!more)}>{more ? 'less' : 'more'}</button>}
          <IconButton label="Block up" onClick={() => change('Move the block', (d) => ({ ...d, plan: shiftBlock(d.plan, block.id, -1) }))}><ArrowUp size={14} /></IconButton>
          <IconButton label="Block down" onClick={() => change('Move the block', (d) => ({ ...d, plan: shiftBlock(d.plan, block.id, 1) }))}><ArrowDown size={14} /></IconButton>
          <IconButton label={`Delete ${block.name}`} onClick={() => change('Delete the block', (d) => ({ ...d, plan: removeBlock(d.plan, block.id) }))}><X size={14} /></IconButton>
        </span>
      </div>
      {ordering && <OrderDialog block={block} onClose={() => setOrdering(false)} />}
      {more && !plain && <BlockMore block={block} set={set} openOrder={() => setOrdering(true)} />}
      {!plain && (
        <ol className="border-t">
          {block.moves.map((move, i) => <MoveRow key={move.id} block={block} move={move} number={i + 1} />)}
          <li><button className="w-full px-2 py-1.5 text-left text-soft hover:bg-shade" onClick={append}>+ move</button></li>
        </ol>
      )}
      {problem !== undefined && <p role="status" className="px-2 pb-1.5 text-alarm">{problem.message}</p>}
    </li>
  );
}

function BlockMore({ block, set, openOrder }: { readonly block: Block; readonly openOrder: () => void; readonly set: (label: string, next: (block: Block) => Block) => void }) {
  return (
    <div className="flex flex-wrap items-center gap-x-5 gap-y-2 border-t py-2">
      <label className="flex items-center gap-1.5"><span className="label">order</span>
        <select className="field-box" value={block.order} onChange={(e) => set('order', (b) => ({ ...b, order: e.target.value === 'station' ? 'station' : 'circuit' }))}>
          <option value="circuit">all moves, then again</option>
          <option value="station">all rounds of a move, then the next</option>
        </select>
      </label>
      <span className="flex items-center gap-1.5"><span className="label">rest between rounds</span><TimeField label="Rest between rounds" value={block.roundRestUs} placeholder="as rest" onChange={(roundRestUs) => set('round rest', (b) => ({ ...b, roundRestUs }))} onClear={() => set('round rest', (b) => ({ ...b, roundRestUs: null }))} className="w-20 border-line! bg-sheet" /></span>
      <span className="flex items-center gap-1.5"><span className="label">rest after the block</span><TimeField label="Rest after the block" value={block.blockRestUs} placeholder="as rest" onChange={(blockRestUs) => set('block rest', (b) => ({ ...b, blockRestUs }))} onClear={() => set('block rest', (b) => ({ ...b, blockRestUs: null }))} className="w-20 border-line! bg-sheet" /></span>
      <label className="flex items-center gap-1.5"><input type="checkbox" checked={block.keepLastRest} onChange={(e) => set('last rest', (b) => ({ ...b, keepLastRest: e.target.checked }))} /> last rest kept</label>
      {block.moves.length > 2 && <button className="btn" onClick={openOrder}>Find a better order</button>}
      <SidesSelect label="sides" value={block.sides} inherit="as the class" onChange={(sides) => set('sides', (b) => ({ ...b, sides }))} />
    </div>
  );
}

export function IconButton({ label, onClick, children }: { readonly label: string; readonly onClick: () => void; readonly children: React.ReactNode }) {
  return <button className="rounded-sm p-1 text-soft hover:bg-shade hover:text-ink" aria-label={label} title={label} onClick={onClick}>{children}</button>;
}
