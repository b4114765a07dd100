import clsx from 'clsx';
import { memo, useState } from 'react';
import { loaded } from '../../core/plan/levels.ts';
import { roundWords } from '../../core/plan/rounds.ts';
import { writeDose } from '../../formats/outline/outline-dose.ts';
import { useSortable } from '@dnd-kit/sortable';
import { ChevronDown, ChevronRight, X } from 'lucide-react';
import type { Move } from '../../core/plan/plan.ts';
import { IconButton } from '../../ui/IconButton.tsx';
import { useChange, useStudio, useWorkbench } from '../workbench/workbench-context.tsx';
import { MoveDetails } from './MoveDetails.tsx';
import { MoveStrip } from './MoveStrip.tsx';
import type { Bar } from './block-strips.ts';
import { addMove, changeMove } from './edit-plan.ts';
import {
  duplicateMoves,
  insertMoves,
  moveOrder,
  moveTrouble,
  movesAsText,
  readMoveName,
  readPasted,
  removeMoves,
  shiftMoves,
} from './edit-many.ts';
import { focusSoon } from '../shared/focus.ts';
import { meant, useSelection } from './selection.ts';

interface Props {
  readonly blockId: string;
  readonly blockName: string;
  readonly rounds: number;
  readonly move: Move;
  readonly number: number;
  readonly bars: readonly Bar[];
  readonly before: string | null;
  readonly after: string | null;
}

/** A move's own measure in words; null: as the block has it. */
function doseWords({ dose, phases, range, workUs, lead }: Move): string | null {
  const own =
    phases !== undefined
      ? `${phases.length} phases`
      : dose?.kind === 'counts'
        ? `${dose.counts} counts`
        : dose?.kind === 'reps'
          ? `${dose.reps} ×${dose.tempo === null ? '' : ` ${dose.tempo}`}`
          : dose?.kind === 'breaths'
            ? `${dose.breaths} breaths`
            : range !== undefined
              ? `${range.leastUs / 1e6}–${range.mostUs / 1e6} s`
              : workUs === null
                ? null
                : `${workUs / 1e6} s`;
  return lead === undefined ? own : `${own === null ? '' : `${own}, `}${lead} leads`;
}

/**
 * One move a line. Enter adds the next, Backspace in an empty name deletes, Alt with arrows moves, Ctrl D duplicates,
 * Shift with arrows chooses several; then copy, cut and delete are about all of them.
 */
export const MoveRow = memo(function MoveRow({ blockId, blockName, rounds, move, number, bars, before, after }: Props) {
  const change = useChange();
  const { workbench } = useWorkbench();
  const { book } = useStudio();
  const [open, setOpen] = useState(false);
  const chosen = useSelection((s) => s.ids.has(move.id));
  const { setNodeRef, setActivatorNodeRef, listeners, isDragging, isOver } = useSortable({ id: move.id });
  const set = (label: string, next: (move: Move) => Move) =>
    change(label, (d) => ({ ...d, plan: changeMove(d.plan, blockId, move.id, next) }));
  const planNow = () => workbench.getState().document.plan;
  const trouble = moveTrouble(move.name, planNow().blocks);
  const remove = (ids: ReadonlySet<string>) => {
    focusSoon(before === null ? `block-${blockId}` : `move-${before}`);
    change(ids.size > 1 ? 'Delete the moves' : 'Delete the move', (d) => ({ ...d, plan: removeMoves(d.plan, ids) }));
    useSelection.getState().clear();
  };
  const onKeyDown = (e: React.KeyboardEvent<HTMLInputElement>) => {
    const many = useSelection.getState().ids.size > 1;
    const up = e.key === 'ArrowUp';
    const arrow = up || e.key === 'ArrowDown';
    if (e.key === 'Enter') {
      e.preventDefault();
      const typed = readMoveName(move.name, planNow().blocks);
      if (typed !== null) set('move', () => ({ ...typed, id: move.id }));
      // An empty move is still waiting for its name, and what cannot be read is said below.
      if (move.name.trim() === '' || trouble !== null) return;
      change('Add a move', (d) => {
        const added = addMove(d.plan, blockId, move.id);
        focusSoon(`move-${added.id}`);
        return { ...d, plan: added.plan };
      });
    } else if ((many && (e.key === 'Delete' || e.key === 'Backspace')) || (e.key === 'Backspace' && move.name === '')) {
      e.preventDefault();
      remove(many ? useSelection.getState().ids : new Set([move.id]));
    } else if (e.altKey && arrow) {
      e.preventDefault();
      change('Move the move', (d) => ({ ...d, plan: shiftMoves(d.plan, meant(move.id), up ? -1 : 1) }));
      focusSoon(`move-${move.id}`, false);
    } else if (arrow) {
      e.preventDefault();
      const order = moveOrder(planNow());
      const to = order[order.indexOf(move.id) + (up ? -1 : 1)];
      if (e.shiftKey && to !== undefined) useSelection.getState().extend(order, move.id, to);
      else useSelection.getState().clear();
      const next = up ? before : after;
      focusSoon(
        e.shiftKey && to !== undefined
          ? `move-${to}`
          : next === null && up
            ? `block-${blockId}`
            : `move-${next ?? to ?? move.id}`,
        !e.shiftKey,
      );
    } else if ((e.ctrlKey || e.metaKey) && e.key === 'd') {
      e.preventDefault();
      change('Duplicate', (d) => {
        const made = duplicateMoves(d.plan, meant(move.id));
        if (made.ids[0] !== undefined) focusSoon(`move-${made.ids[0]}`);
        if (made.ids.length > 1) useSelection.getState().choose(made.ids);
        return { ...d, plan: made.plan };
      });
    }
  };
  const onCopy = (e: React.ClipboardEvent<HTMLInputElement>, cut: boolean) => {
    const { ids } = useSelection.getState();
    const text = e.currentTarget.selectionStart !== e.currentTarget.selectionEnd;
    if (ids.size < 2 && text) return;
    e.preventDefault();
    e.clipboardData.setData('text/plain', `${movesAsText(planNow(), meant(move.id))}\n`);
    if (cut) remove(meant(move.id));
  };
  const onPaste = (e: React.ClipboardEvent) => {
    const pasted = readPasted(e.clipboardData.getData('text/plain'));
    if (pasted === null || pasted.moves.length + pasted.blocks.length === 0) return;
    e.preventDefault();
    const moves = pasted.blocks.length > 0 ? pasted.blocks.flatMap((b) => b.moves) : pasted.moves;
    change('Paste', (d) => {
      // An empty row takes the first of what is pasted, so that no empty move stays behind.
      const made = insertMoves(d.plan, blockId, number, moves);
      if (made.ids.at(-1) !== undefined) focusSoon(`move-${made.ids.at(-1)}`);
      return { ...d, plan: move.name === '' ? removeMoves(made.plan, new Set([move.id])) : made.plan };
    });
  };
  const known = book.read(move.name);
  const facts = [
    move.sides !== null && move.sides.kind !== 'both'
      ? {
          own: 'each side',
          half: 'switch at half',
          alternate: 'alternate',
          rounds: 'side by round',
          one: `${move.sides.first} only`,
        }[move.sides.kind]
      : null,
    move.position ?? known?.start ?? null,
    doseWords(move),
    move.instead ?? null,
    ...(move.needs.length > 0 || move.noNeeds === true ? loaded(move.needs, move.load) : (known?.equipment ?? [])),
    move.place ?? null,
    move.by === undefined ? null : `by ${move.by}`,
    move.inRounds === undefined ? null : roundWords(move.inRounds),
    ...(move.changes ?? []).map(
      (c) =>
        `round ${c.fromRound}: ${[
          c.name,
          c.workUs === null ? null : `${c.workUs / 1e6} s`,
          c.dose === undefined ? null : writeDose(c.dose),
          c.restUs === undefined ? null : `rest ${c.restUs / 1e6} s`,
          c.needs?.join(', '),
        ]
          .filter((t) => t != null)
          .join(', ')}`,
    ),
  ].filter((fact) => fact !== null);
  return (
    <li
      ref={setNodeRef}
      className={clsx(
        'group/move',
        chosen && 'bg-talk-tint',
        isDragging && 'opacity-40',
        isOver && !isDragging && 'shadow-[0_-2px_0_var(--color-ink)]',
      )}
    >
      <div className="flex items-center gap-2 py-0.5">
        <span
          ref={setActivatorNodeRef}
          {...listeners}
          className="figures w-6 cursor-grab touch-none text-right text-soft"
          title="Drag to move; click to choose"
          onClick={(e) =>
            e.shiftKey
              ? useSelection.getState().extend(moveOrder(planNow()), move.id, move.id)
              : useSelection.getState().toggle(move.id)
          }
        >
          {number}
        </span>
        <input
          id={`move-${move.id}`}
          aria-label={`Move ${number} of ${blockName}`}
          value={move.name}
          maxLength={200}
          placeholder="Name of the move"
          list="exercises"
          className={clsx(
            'field min-w-0 flex-1 font-semibold text-ellipsis',
            bars.length === 0 ? 'sm:max-w-80' : 'sm:max-w-62',
          )}
          onChange={(e) => set('move name', (m) => ({ ...m, name: e.target.value }))}
          onKeyDown={onKeyDown}
          onCopy={(e) => onCopy(e, false)}
          onCut={(e) => onCopy(e, true)}
          onPaste={onPaste}
        />
        <span
          className={`hidden shrink-0 truncate text-[13px] text-soft sm:inline ${bars.length === 0 ? '' : 'w-28'}`}
          title={facts.join(' · ')}
        >
          {facts.join(' · ')}
        </span>
        <MoveStrip bars={bars} />
        <span
          className={clsx(
            'ml-auto flex shrink-0 items-center opacity-0 group-focus-within/move:opacity-100',
            'group-hover/move:opacity-100 [@media(hover:none)]:opacity-100',
          )}
        >
          <IconButton label={`${open ? 'Close' : 'Open'} the details of ${move.name}`} onClick={() => setOpen(!open)}>
            {open ? <ChevronDown size={14} /> : <ChevronRight size={14} />}
          </IconButton>
          <IconButton label={`Delete ${move.name}`} onClick={() => remove(new Set([move.id]))}>
            <X size={14} />
          </IconButton>
        </span>
      </div>
      {trouble !== null && (
        <p role="status" className="pl-8 text-[13px] text-alarm">
          {trouble}
        </p>
      )}
      {open && <MoveDetails move={move} rounds={rounds} set={set} />}
    </li>
  );
});
