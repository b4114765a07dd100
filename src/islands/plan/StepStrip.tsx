import clsx from 'clsx';
import { DndContext, type DragEndEvent, PointerSensor, closestCenter, useSensor, useSensors } from '@dnd-kit/core';
import { SortableContext, horizontalListSortingStrategy, useSortable } from '@dnd-kit/sortable';
import { withCombined } from '../../core/plan/combined.ts';
import { dancedSteps, freeOrder, movedStep, stepLetters } from '../../core/plan/choreography.ts';
import type { Block } from '../../core/plan/plan.ts';
import { useDocument } from '../workbench/workbench-context.tsx';
import { focusSoon } from '../shared/focus.ts';
import { Hint } from '../../ui/Hint.tsx';

const EIGHT = 8;

/** A drag begins after so many pixels: a click chooses. */
const DRAG_FROM = 4;

interface Props {
  readonly block: Block;
  readonly set: (label: string, next: (block: Block) => Block) => void;
}

/**
 * A combination as it is taught: one row an element, one column a step, as wide as its eights; what does not fill its
 * phrase is marked. A step is dragged to another place, moved by Alt with an arrow, and taken out by Delete; the order
 * is a free one from then on.
 */
export function StepStrip({ block, set }: Props) {
  const { plan } = useDocument().document;
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: DRAG_FROM } }));
  if (block.scheme.kind !== 'choreography' || block.moves.length === 0) return null;
  const { scheme } = block;
  const { build, free } = scheme;
  const order = freeOrder(build, block.moves.length, free);
  const reorder = (label: string, steps: readonly (readonly number[])[], focus: number) => {
    if (steps.length === 0) return;
    set(label, (b) => ({ ...b, scheme: { ...scheme, build: 'free', free: steps } }));
    focusSoon(stepId(block.id, Math.min(focus, steps.length - 1)));
  };
  const move = (from: number, to: number) =>
    order !== null && to >= 0 && to < order.length && reorder('Move the step', movedStep(order, from, to), to);
  const drop = ({ active, over }: DragEndEvent) => {
    const place = (id: unknown) => steps.findIndex((_, n) => stepId(block.id, n) === id);
    if (over !== null && active.id !== over.id) move(place(active.id), place(over.id));
  };
  const resolved = withCombined(plan).blocks.find((b) => b.id === block.id) ?? block;
  const counts = resolved.moves.map((m) => (m.dose?.kind === 'counts' ? m.dose.counts : 0));
  const steps = dancedSteps(build, counts, free);
  const eights = steps.reduce((sum, s) => sum + s.counts / EIGHT, 0);
  if (eights === 0) return null;
  return (
    <figure className="overflow-x-auto px-2 py-2" aria-label="The combination, step by step">
      <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={drop}>
        <table className="w-full table-fixed border-collapse text-center text-[13px]">
          <thead>
            <tr>
              <SortableContext
                items={steps.map((_, n) => stepId(block.id, n))}
                strategy={horizontalListSortingStrategy}
              >
                {steps.map((s, n) => (
                  <StepHead
                    key={n}
                    id={stepId(block.id, n)}
                    letters={stepLetters(s)}
                    even={s.even}
                    share={s.counts / EIGHT / eights}
                    says={`${s.counts} counts${s.even ? '' : ': does not come out on a phrase of 32'}`}
                    fixed={order === null}
                    move={(by) => move(n, n + by)}
                    remove={() => order !== null && reorder('Take out the step', order.toSpliced(n, 1), n)}
                  />
                ))}
              </SortableContext>
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
                        className={clsx(
                          `kind-${danced ? 'hold' : 'rest'}`,
                          'block',
                          danced ? 'h-5 bg-(--k) leading-5 text-paper' : 'mt-3 h-2 bg-(--k) opacity-25',
                        )}
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
      </DndContext>
    </figure>
  );
}

const stepId = (blockId: string, n: number) => `step-${blockId}-${n}`;

interface HeadProps {
  readonly id: string;
  readonly letters: string;
  readonly even: boolean;
  /** Its width as a share of all elements' together. */
  readonly share: number;
  readonly says: string;
  /** Its place follows from the build-up. */
  readonly fixed: boolean;
  readonly move: (by: -1 | 1) => void;
  readonly remove: () => void;
}

function StepHead({ id, letters, even, share, says, fixed, move, remove }: HeadProps) {
  const { setNodeRef, listeners, isDragging, isOver } = useSortable({ id, disabled: fixed });
  const look = even ? 'text-soft' : 'font-bold text-alarm';
  return (
    <th
      ref={setNodeRef}
      scope="col"
      className={clsx(
        'border-r p-0 pb-0.5 font-normal',
        isDragging && 'opacity-40',
        isOver && !isDragging && 'bg-talk-tint',
      )}
      style={{ width: `${share * 100}%` }}
    >
      {fixed ? (
        <span className={`block truncate px-0.5 ${look}`} title={says}>
          {letters}
        </span>
      ) : (
        <Hint says={`${says}. Drag it, or press Alt with an arrow; Delete takes it out`}>
          <button
            {...listeners}
            id={id}
            className={`w-full cursor-grab touch-none truncate px-0.5 hover:bg-shade ${look}`}
            onKeyDown={(e) => {
              if (e.altKey && (e.key === 'ArrowLeft' || e.key === 'ArrowRight')) {
                e.preventDefault();
                move(e.key === 'ArrowLeft' ? -1 : 1);
              } else if (e.key === 'Delete' || e.key === 'Backspace') {
                e.preventDefault();
                remove();
              }
            }}
          >
            {letters}
          </button>
        </Hint>
      )}
    </th>
  );
}
