import { type Block, isPlainBlock } from '../../core/plan/plan.ts';
import { focusSoon } from '../shared/focus.ts';
import { useChange } from '../workbench/workbench-context.tsx';
import {
  blockAsText,
  blockTrouble,
  duplicateWithLines,
  insertBlocks,
  insertMoves,
  readBlockName,
  readPasted,
} from './edit-many.ts';
import { addMove, removeBlock, shiftBlock } from './edit-plan.ts';

/** Changes one block, as a step of undo with a name. */
export type SetBlock = (label: string, next: (block: Block) => Block) => void;

/** What can be done with a block by key, by paste and by its buttons. */
export function useBlockCommands(block: Block, set: SetBlock) {
  const change = useChange();
  const plain = isPlainBlock(block.kind);
  const trouble = blockTrouble(block.name);
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
  return { append, shift, duplicate, onNameKey, onPaste, onCopy };
}
