import { useLayoutEffect } from 'react';
import { tinykeys } from 'tinykeys';
import { inField } from '../workbench/use-keys.ts';
import { useChange } from '../workbench/workbench-context.tsx';
import { addBlock } from './edit-plan.ts';
import { focusSoon } from '../shared/focus.ts';
import { useSelection } from './selection.ts';

interface Doing {
  readonly outline: () => void;
  readonly versions: () => void;
  readonly print: () => void;
}

/**
 * Keys of the Plan station outside its rows: B for a block (with Alt also inside fields), T for the outline, V for
 * versions, R for the run sheet, Escape lets go.
 */
export function usePlanKeys(doing: Doing): void {
  const change = useChange();
  // Bound anew with each drawing: the doings are made there, and binding five keys costs nothing.
  // Before the paint: what is seen can be pressed at once.
  useLayoutEffect(() => {
    const block = (event: KeyboardEvent) => {
      event.preventDefault();
      const here = (event.target as HTMLElement | null)?.closest('[data-block]')?.getAttribute('data-block') ?? null;
      change('Add a block', (d) => {
        const added = addBlock(d.plan, 'circuit', here);
        focusSoon(`block-${added.id}`);
        return { ...d, plan: added.plan };
      });
    };
    return tinykeys(window, {
      b: (e) => {
        if (!inField(e)) block(e);
      },
      'Alt+b': block,
      t: (e) => {
        if (!inField(e)) {
          e.preventDefault();
          doing.outline();
        }
      },
      v: (e) => {
        if (!inField(e)) {
          e.preventDefault();
          doing.versions();
        }
      },
      r: (e) => {
        if (!inField(e)) {
          e.preventDefault();
          doing.print();
        }
      },
      Escape: () => useSelection.getState().clear(),
    });
  });
}
