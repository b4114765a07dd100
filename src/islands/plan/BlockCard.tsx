import clsx from 'clsx';
import { memo, useMemo, useState } from 'react';
import { SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { ArrowDown, ArrowUp, Copy, GripVertical, X } from 'lucide-react';
import { type Block, type BlockKind, isPlainBlock } from '../../core/plan/plan.ts';
import type { Length } from '../../core/time/micros.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { IconButton } from '../../ui/IconButton.tsx';
import { useChange } from '../workbench/workbench-context.tsx';
import { BlockMore } from './BlockMore.tsx';
import { BlockTiming } from './BlockTiming.tsx';
import { BlockSaid } from './BlockSaid.tsx';
import { MoveRow } from './MoveRow.tsx';
import { OrderDialog } from './OrderDialog.tsx';
import { StepStrip } from './StepStrip.tsx';
import { useBlockCommands } from './use-block-commands.ts';
import type { Bar, Strips } from './block-strips.ts';
import { changeBlock, removeBlock } from './edit-plan.ts';
import { blockTrouble } from './edit-many.ts';

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
  preview: 'talk',
  repeat: 'set-up',
  part: 'talk',
};

const NO_BARS: readonly Bar[] = [];

interface Props {
  readonly block: Block;
  readonly length: Length;
  readonly problem: string | null;
  /** How its moves lie in time. */
  readonly strips: Strips | null;
}

export const BlockCard = memo(function BlockCard({ block, length, problem, strips }: Props) {
  const change = useChange();
  const [more, setMore] = useState(false);
  const [ordering, setOrdering] = useState(false);
  const { setNodeRef, setActivatorNodeRef, listeners, isDragging, isOver } = useSortable({ id: block.id });
  const set = (label: string, next: (block: Block) => Block) =>
    change(label, (d) => ({ ...d, plan: changeBlock(d.plan, block.id, next) }));
  const plain = isPlainBlock(block.kind);
  const trouble = blockTrouble(block.name);
  const order = block.moves.map((m) => m.id).join('/');
  // The same list while the order is the same: a new one would draw every row again.
  const moveIds = useMemo(() => (order === '' ? [] : order.split('/')), [order]);
  const { append, shift, duplicate, onNameKey, onPaste, onCopy } = useBlockCommands(block, set);
  return (
    <li
      ref={setNodeRef}
      data-block={block.id}
      className={clsx(
        `kind-${TINT[block.kind]}`,
        'group/block border-b border-l-4 border-b-line! border-l-(--k)! pl-3',
        isDragging && 'opacity-40',
        isOver && !isDragging && 'shadow-[0_-3px_0_var(--color-ink)]',
      )}
    >
      <div className="flex items-baseline gap-x-2 py-1.5 max-sm:flex-wrap">
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
          className="field -ml-2 w-44 shrink-0 font-display text-[17px] font-semibold"
          onChange={(e) => set('block name', (b) => ({ ...b, name: e.target.value }))}
          onKeyDown={onNameKey}
          onPaste={onPaste}
          onCopy={onCopy}
        />
        <span className="flex min-w-0 flex-wrap items-baseline gap-x-1.5 gap-y-0.5">
          <BlockTiming block={block} length={length} set={set} />
          <BlockSaid block={block} />
        </span>
        <span className="ml-auto flex shrink-0 items-center gap-1 self-start">
          <span
            className={clsx(
              'flex items-center gap-0.5 opacity-0 group-focus-within/block:opacity-100',
              'group-hover/block:opacity-100 [@media(hover:none)]:opacity-100',
            )}
          >
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
          <time className="ml-1 w-18 text-right text-[16px]">
            {block.about === true ? '~' : ''}
            {writeTime(length)}
          </time>
        </span>
      </div>
      {ordering && <OrderDialog block={block} onClose={() => setOrdering(false)} />}
      {more && !plain && <BlockMore block={block} set={set} openOrder={() => setOrdering(true)} />}
      <StepStrip block={block} set={set} />
      {!plain && (
        <ol>
          <SortableContext items={moveIds} strategy={verticalListSortingStrategy}>
            {block.moves.map((move, i) => (
              <MoveRow
                key={move.id}
                blockId={block.id}
                blockName={block.name}
                rounds={block.rounds}
                move={move}
                number={i + 1}
                bars={strips?.get(move.id) ?? NO_BARS}
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
      {trouble !== null && (
        <p role="status" className="px-2 pb-1.5 text-[13px] text-alarm">
          {trouble}
        </p>
      )}
      {problem !== null && (
        <p role="status" className="px-2 pb-1.5 text-alarm">
          {problem}
        </p>
      )}
    </li>
  );
});
