import { memo, useMemo, useState } from 'react';
import { SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { ArrowDown, ArrowUp, Copy, GripVertical, X } from 'lucide-react';
import { BLOCK_KINDS, type Block, type BlockKind, isPlainBlock } from '../../core/plan/plan.ts';
import type { Micros } from '../../core/time/micros.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { IconButton } from '../../ui/IconButton.tsx';
import { TimeField } from '../shared/TimeField.tsx';
import { useChange } from '../workbench/workbench-context.tsx';
import { MoveRow } from './MoveRow.tsx';
import { OrderDialog } from './OrderDialog.tsx';
import { SchemeFields } from './SchemeFields.tsx';
import { SidesSelect } from './SidesSelect.tsx';
import { addMove, changeBlock, changeKind, removeBlock, shiftBlock } from './edit-plan.ts';
import { blockAsText, duplicateBlock, insertBlocks, insertMoves, readBlockName, readPasted } from './edit-many.ts';
import { focusSoon } from '../shared/focus.ts';

const TINT: Readonly<Record<BlockKind, string>> = {
  'warm-up': 'work',
  circuit: 'work',
  strength: 'work',
  cardio: 'work',
  core: 'work',
  flow: 'work',
  hold: 'hold',
  'cool-down': 'hold',
  talk: 'talk',
  'set-up': 'set-up',
  water: 'water',
};

interface Props {
  readonly block: Block;
  readonly length: Micros;
  readonly problem: string | null;
}

export const BlockCard = memo(function BlockCard({ block, length, problem }: Props) {
  const change = useChange();
  const [more, setMore] = useState(false);
  const [ordering, setOrdering] = useState(false);
  const { setNodeRef, setActivatorNodeRef, listeners, isDragging, isOver } = useSortable({ id: block.id });
  const set = (label: string, next: (block: Block) => Block) =>
    change(label, (d) => ({ ...d, plan: changeBlock(d.plan, block.id, next) }));
  const plain = isPlainBlock(block.kind);
  const order = block.moves.map((m) => m.id).join('/');
  // The same list while the order is the same: a new one would draw every row again.
  const moveIds = useMemo(() => (order === '' ? [] : order.split('/')), [order]);
  const append = () =>
    change('Add a move', (d) => {
      const added = addMove(d.plan, block.id, null);
      focusSoon(`move-${added.id}`);
      return { ...d, plan: added.plan };
    });
  const shift = (by: -1 | 1) => {
    change('Move the block', (d) => ({ ...d, plan: shiftBlock(d.plan, block.id, by) }));
    focusSoon(`block-${block.id}`);
  };
  const duplicate = () =>
    change('Duplicate the block', (d) => {
      const made = duplicateBlock(d.plan, block.id);
      focusSoon(`block-${made.id}`);
      return { ...d, plan: made.plan };
    });
  const onNameKey = (e: React.KeyboardEvent<HTMLInputElement>) => {
    if (e.key === 'Enter') {
      e.preventDefault();
      const typed = readBlockName(block.name);
      if (typed !== null)
        set('block settings', (b) => ({ ...typed, id: b.id, moves: isPlainBlock(typed.kind) ? [] : b.moves }));
      if (!isPlainBlock(typed?.kind ?? block.kind)) append();
    } else if (e.altKey && (e.key === 'ArrowUp' || e.key === 'ArrowDown')) {
      e.preventDefault();
      shift(e.key === 'ArrowUp' ? -1 : 1);
    } else if (e.key === 'ArrowDown' && block.moves[0] !== undefined) {
      e.preventDefault();
      focusSoon(`move-${block.moves[0].id}`);
    } else if ((e.ctrlKey || e.metaKey) && e.key === 'd') {
      e.preventDefault();
      duplicate();
    } else if (e.key === 'Backspace' && block.name === '' && block.moves.length === 0) {
      e.preventDefault();
      change('Delete the block', (d) => ({ ...d, plan: removeBlock(d.plan, block.id) }));
    }
  };
  const onPaste = (e: React.ClipboardEvent) => {
    const pasted = readPasted(e.clipboardData.getData('text/plain'));
    if (pasted === null) return;
    e.preventDefault();
    change('Paste', (d) => ({
      ...d,
      plan:
        pasted.blocks.length > 0
          ? insertBlocks(d.plan, pasted.blocks, d.plan.blocks.findIndex((b) => b.id === block.id) + 1).plan
          : plain
            ? d.plan
            : insertMoves(d.plan, block.id, 0, pasted.moves).plan,
    }));
  };
  const onCopy = (e: React.ClipboardEvent<HTMLInputElement>) => {
    if (e.currentTarget.selectionStart !== e.currentTarget.selectionEnd) return;
    e.preventDefault();
    e.clipboardData.setData('text/plain', blockAsText(block));
  };
  return (
    <li
      ref={setNodeRef}
      data-block={block.id}
      className={`kind-${TINT[block.kind]} border-l-4 border-(--k)! bg-sheet/70 pl-3 ${isDragging ? 'opacity-40' : ''} ${isOver && !isDragging ? 'shadow-[0_-3px_0_var(--color-ink)]' : ''}`}
    >
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1 py-1.5">
        <span
          ref={setActivatorNodeRef}
          {...listeners}
          className="-ml-2 cursor-grab touch-none text-soft"
          aria-hidden="true"
        >
          <GripVertical size={15} />
        </span>
        <input
          id={`block-${block.id}`}
          aria-label="Name of the block"
          value={block.name}
          maxLength={200}
          className="field -ml-2 w-40 font-display text-[17px] font-semibold"
          onChange={(e) => set('block name', (b) => ({ ...b, name: e.target.value }))}
          onKeyDown={onNameKey}
          onPaste={onPaste}
          onCopy={onCopy}
        />
        <select
          aria-label="Kind of block"
          className="field-box"
          value={block.kind}
          onChange={(e) => set('kind of block', (b) => changeKind(b, e.target.value as BlockKind))}
        >
          {BLOCK_KINDS.map((kind) => (
            <option key={kind}>{kind}</option>
          ))}
        </select>
        <SchemeFields
          scheme={block.scheme}
          plain={plain}
          onChange={(scheme) => set('timing', (b) => ({ ...b, scheme }))}
        />
        {!plain && (
          <label className="flex items-center gap-1.5">
            <span className="label">rounds</span>
            <input
              type="number"
              min={1}
              max={100}
              className="field-box w-14 text-right"
              value={block.rounds}
              onChange={(e) => {
                const rounds = Number(e.target.value);
                if (Number.isInteger(rounds) && rounds >= 1 && rounds <= 100) set('rounds', (b) => ({ ...b, rounds }));
              }}
            />
          </label>
        )}
        <span className="ml-auto flex items-center gap-1">
          <time className="mr-2">{writeTime(length)}</time>
          {!plain && (
            <button className="btn btn-quiet" aria-expanded={more} onClick={() => setMore(!more)}>
              {more ? 'less' : 'more'}
            </button>
          )}
          <IconButton label={`Duplicate ${block.name} (Ctrl D)`} onClick={duplicate}>
            <Copy size={14} />
          </IconButton>
          <IconButton label="Block up" onClick={() => shift(-1)}>
            <ArrowUp size={14} />
          </IconButton>
          <IconButton label="Block down" onClick={() => shift(1)}>
            <ArrowDown size={14} />
          </IconButton>
          <IconButton
            label={`Delete ${block.name}`}
            onClick={() => change('Delete the block', (d) => ({ ...d, plan: removeBlock(d.plan, block.id) }))}
          >
            <X size={14} />
          </IconButton>
        </span>
      </div>
      {ordering && <OrderDialog block={block} onClose={() => setOrdering(false)} />}
      {more && !plain && <BlockMore block={block} set={set} openOrder={() => setOrdering(true)} />}
      {!plain && (
        <ol className="border-t">
          <SortableContext items={moveIds} strategy={verticalListSortingStrategy}>
            {block.moves.map((move, i) => (
              <MoveRow
                key={move.id}
                blockId={block.id}
                blockName={block.name}
                rounds={block.rounds}
                move={move}
                number={i + 1}
                before={block.moves[i - 1]?.id ?? null}
                after={block.moves[i + 1]?.id ?? null}
              />
            ))}
          </SortableContext>
          <li>
            <button className="w-full px-2 py-1.5 text-left text-soft hover:bg-shade" onClick={append}>
              + move
            </button>
          </li>
        </ol>
      )}
      {problem !== null && (
        <p role="status" className="px-2 pb-1.5 text-alarm">
          {problem}
        </p>
      )}
    </li>
  );
});

function BlockMore({
  block,
  set,
  openOrder,
}: {
  readonly block: Block;
  readonly openOrder: () => void;
  readonly set: (label: string, next: (block: Block) => Block) => void;
}) {
  return (
    <div className="flex flex-wrap items-center gap-x-5 gap-y-2 border-t py-2">
      <label className="flex items-center gap-1.5">
        <span className="label">order</span>
        <select
          className="field-box"
          value={block.order}
          onChange={(e) => set('order', (b) => ({ ...b, order: e.target.value === 'station' ? 'station' : 'circuit' }))}
        >
          <option value="circuit">all moves, then again</option>
          <option value="station">all rounds of a move, then the next</option>
        </select>
      </label>
      <span className="flex items-center gap-1.5">
        <span className="label">rest between rounds</span>
        <TimeField
          label="Rest between rounds"
          value={block.roundRestUs}
          placeholder="as rest"
          onChange={(roundRestUs) => set('round rest', (b) => ({ ...b, roundRestUs }))}
          onClear={() => set('round rest', (b) => ({ ...b, roundRestUs: null }))}
          className="w-20 border-line! bg-sheet"
        />
      </span>
      <span className="flex items-center gap-1.5">
        <span className="label">rest after the block</span>
        <TimeField
          label="Rest after the block"
          value={block.blockRestUs}
          placeholder="as rest"
          onChange={(blockRestUs) => set('block rest', (b) => ({ ...b, blockRestUs }))}
          onClear={() => set('block rest', (b) => ({ ...b, blockRestUs: null }))}
          className="w-20 border-line! bg-sheet"
        />
      </span>
      <label className="flex items-center gap-1.5">
        <input
          type="checkbox"
          checked={block.keepLastRest}
          onChange={(e) => set('last rest', (b) => ({ ...b, keepLastRest: e.target.checked }))}
        />{' '}
        last rest kept
      </label>
      {block.moves.length > 2 && (
        <button className="btn" onClick={openOrder}>
          Find a better order
        </button>
      )}
      <SidesSelect
        label="sides"
        value={block.sides}
        inherit="as the class"
        onChange={(sides) => set('sides', (b) => ({ ...b, sides }))}
      />
    </div>
  );
}
