import { memo, useMemo, useState } from 'react';
import { SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { ArrowDown, ArrowUp, Copy, GripVertical, X } from 'lucide-react';
import { aboutRange, middleOf } from '../../core/plan/dose.ts';
import { BLOCK_KINDS, type Block, type BlockKind, isPlainBlock } from '../../core/plan/plan.ts';
import type { Micros } from '../../core/time/micros.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { IconButton } from '../../ui/IconButton.tsx';
import { useChange } from '../workbench/workbench-context.tsx';
import { BlockMore } from './BlockMore.tsx';
import { BlockSaid } from './BlockSaid.tsx';
import { BlockOf } from './BlockOf.tsx';
import { MoveRow } from './MoveRow.tsx';
import { OrderDialog } from './OrderDialog.tsx';
import { RangeFields } from './RangeFields.tsx';
import { SchemeFields } from './SchemeFields.tsx';
import { StepStrip } from './StepStrip.tsx';
import type { Bar, Strips } from './block-strips.ts';
import { addMove, changeBlock, changeKind, removeBlock, shiftBlock } from './edit-plan.ts';
import {
  blockAsText,
  blockTrouble,
  duplicateWithLines,
  insertBlocks,
  insertMoves,
  readBlockName,
  readPasted,
} from './edit-many.ts';
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
  preview: 'talk',
  repeat: 'set-up',
  part: 'talk',
};

const NO_BARS: readonly Bar[] = [];

interface Props {
  readonly block: Block;
  readonly length: Micros;
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
      const made = duplicateWithLines(d, block.id);
      focusSoon(`block-${made.id}`);
      return made.document;
    });
  const onNameKey = (e: React.KeyboardEvent<HTMLInputElement>) => {
    if (e.key === 'Enter') {
      e.preventDefault();
      const typed = readBlockName(block.name);
      if (typed !== null)
        set('block settings', (b) => ({ ...typed, id: b.id, moves: isPlainBlock(typed.kind) ? [] : b.moves }));
      if (trouble === null && !isPlainBlock(typed?.kind ?? block.kind)) append();
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
      className={`kind-${TINT[block.kind]} group/block border-b border-l-4 border-b-line! border-l-(--k)! pl-3 ${isDragging ? 'opacity-40' : ''} ${isOver && !isDragging ? 'shadow-[0_-3px_0_var(--color-ink)]' : ''}`}
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
          <select
            aria-label="Kind of block"
            className="said"
            value={block.kind}
            onChange={(e) => set('kind of block', (b) => changeKind(b, e.target.value as BlockKind))}
          >
            {BLOCK_KINDS.map((kind) => (
              <option key={kind}>{kind}</option>
            ))}
          </select>
          {block.kind === 'preview' && <span className="text-soft">of each move of</span>}
          {block.of !== undefined && <BlockOf block={block} onChange={(of) => set('blocks', (b) => ({ ...b, of }))} />}
          {block.range !== undefined && (
            <RangeFields
              range={block.range}
              onChange={(range) => set('length', (b) => ({ ...b, range }))}
              onExact={() =>
                set('exact length', ({ range, ...b }) =>
                  range === undefined ? b : { ...b, scheme: { kind: 'plain', lengthUs: middleOf(range) } },
                )
              }
            />
          )}
          {block.kind === 'part' && <span className="text-soft">begins after a break outside of the video that</span>}
          {block.kind !== 'repeat' && block.range === undefined && (
            <SchemeFields
              scheme={block.scheme}
              plain={plain}
              onChange={(scheme) => set('timing', (b) => ({ ...b, scheme }))}
            />
          )}
          {block.scheme.kind === 'plain' &&
            block.kind !== 'part' &&
            block.of === undefined &&
            block.range === undefined && (
              <button
                className="btn btn-quiet text-[13px]"
                onClick={() => set('length is a guess', (b) => ({ ...b, range: aboutRange(length) }))}
              >
                about
              </button>
            )}
          {(!plain || block.kind === 'repeat') && (
            <label className="flex items-baseline gap-1.5">
              <input
                type="number"
                min={1}
                max={100}
                aria-label="rounds"
                className="said text-right"
                value={block.rounds}
                onChange={(e) => {
                  const rounds = Number(e.target.value);
                  if (Number.isInteger(rounds) && rounds >= 1 && rounds <= 100)
                    set('rounds', (b) => ({ ...b, rounds }));
                }}
              />
              <span className="text-soft">
                {block.kind === 'repeat' ? '× again' : block.rounds === 1 ? 'round' : 'rounds'}
              </span>
            </label>
          )}
          <BlockSaid block={block} />
        </span>
        <span className="ml-auto flex shrink-0 items-center gap-1 self-start">
          <span className="flex items-center gap-0.5 opacity-0 group-focus-within/block:opacity-100 group-hover/block:opacity-100 [@media(hover:none)]:opacity-100">
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
