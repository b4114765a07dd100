import {
  DndContext,
  type DragEndEvent,
  DragOverlay,
  type DragStartEvent,
  PointerSensor,
  closestCenter,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { SortableContext, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { useMemo, useRef, useState } from 'react';
import { type Block, isPlainBlock } from '../../core/plan/plan.ts';
import { repeatOf } from '../../core/plan/segment-writer.ts';
import type { Length } from '../../core/time/micros.ts';
import { useChange, useDerived } from '../workbench/workbench-context.tsx';
import { BlockCard } from './BlockCard.tsx';
import { type Strips, blockStrips, keepEqual } from './block-strips.ts';
import { dropBlock, dropMoves } from './edit-many.ts';
import { meant } from './selection.ts';

/**
 * The blocks with their moves; both can be dragged, several moves at once. Every drag has a key too (Alt with arrows).
 */
export function BlockList({ blocks }: { readonly blocks: readonly Block[] }) {
  const change = useChange();
  const { compiled } = useDerived();
  const [dragged, setDragged] = useState<string | null>(null);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }));
  const lengths = useMemo(() => {
    const sums = new Map<string, number>();
    for (const s of compiled.segments) {
      // What a repeat does again is its own time.
      const id = repeatOf(s.key) ?? s.blockId;
      sums.set(id, (sums.get(id) ?? 0) + s.end - s.start);
    }
    return sums;
  }, [compiled]);
  const drawn = useRef<ReadonlyMap<string, Strips>>(new Map());
  const strips = useMemo(() => (drawn.current = keepEqual(drawn.current, blockStrips(compiled.segments))), [compiled]);
  const ids = useMemo(() => blocks.map((b) => b.id), [blocks]);
  const nameOf = (id: string) => blocks.flatMap((b) => [b, ...b.moves]).find((item) => item.id === id)?.name ?? '';

  const start = ({ active }: DragStartEvent) => {
    const id = String(active.id);
    const many = blocks.some((b) => b.id === id) ? 1 : meant(id).size;
    setDragged(many > 1 ? `${many} moves` : nameOf(id));
  };
  const end = ({ active, over }: DragEndEvent) => {
    setDragged(null);
    if (over === null || active.id === over.id) return;
    const [from, to] = [String(active.id), String(over.id)];
    const below =
      over.rect.top + over.rect.height / 2 <
      (active.rect.current.translated?.top ?? 0) + (active.rect.current.translated?.height ?? 0) / 2;
    const toBlock = blocks.find((b) => b.id === to || b.moves.some((m) => m.id === to));
    if (toBlock === undefined) return;
    if (blocks.some((b) => b.id === from)) {
      const at = blocks.indexOf(toBlock) + (below ? 1 : 0);
      change('Move the block', (d) => ({ ...d, plan: dropBlock(d.plan, from, blocks[at]?.id ?? null) }));
      return;
    }
    const ids = meant(from);
    const list = toBlock.moves.filter((m) => !ids.has(m.id));
    const at =
      to === toBlock.id ? (below ? 0 : list.length) : toBlock.moves.findIndex((m) => m.id === to) + (below ? 1 : 0);
    const before = toBlock.moves.slice(Math.max(0, at)).find((m) => !ids.has(m.id))?.id ?? null;
    change(ids.size > 1 ? 'Move the moves' : 'Move the move', (d) => ({
      ...d,
      plan: dropMoves(d.plan, ids, toBlock.id, before),
    }));
  };

  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragStart={start}
      onDragEnd={end}
      onDragCancel={() => setDragged(null)}
      accessibility={{
        screenReaderInstructions: {
          draggable: 'To move this without a pointer, put the focus in its name and press Alt with an arrow.',
        },
      }}
    >
      <SortableContext items={ids} strategy={verticalListSortingStrategy}>
        <ol className="flex flex-col gap-4">
          {blocks.map((block) => (
            <BlockCard
              key={block.id}
              block={block}
              length={(lengths.get(block.id) ?? 0) as Length}
              strips={block.scheme.kind === 'choreography' ? null : (strips.get(block.id) ?? null)}
              problem={
                isPlainBlock(block.kind) && block.of === undefined
                  ? null
                  : (compiled.problems.find((p) => p.blockId === block.id)?.message ?? null)
              }
            />
          ))}
        </ol>
      </SortableContext>
      <DragOverlay dropAnimation={null}>
        {dragged !== null && (
          <div className="border border-ink bg-sheet px-3 py-1.5 font-semibold shadow-md">{dragged}</div>
        )}
      </DragOverlay>
    </DndContext>
  );
}
