import { useEffect } from 'react';
import { tinykeys } from 'tinykeys';
import { STATIONS, type Station } from './stations.ts';
import type { Workbench } from './store.ts';

/** Boxes to be ticked take no letters. */
const TICKED = new Set(['checkbox', 'radio']);

/** True where a key press belongs to a field, a dialog or a menu, and not to the page. */
export function inField(event: KeyboardEvent): boolean {
  const target = event.target as HTMLElement | null;
  if (target instanceof HTMLInputElement && TICKED.has(target.type) && /^\p{L}$/u.test(event.key))
    return target.closest('dialog') !== null;
  return (
    target !== null &&
    (target.isContentEditable ||
      /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName) ||
      target.closest('dialog, [role=menu]') !== null)
  );
}

/**
 * The keys that work at every station: letters for stations (with Alt also inside fields), `/` for commands, undo and
 * redo.
 */
export function useKeys(workbench: Workbench, go: (station: Station) => void, openCommands: () => void): void {
  useEffect(() => {
    const bindings: Record<string, (event: KeyboardEvent) => void> = {};
    for (const { name, key } of STATIONS) {
      bindings[key] = (event) => {
        if (!inField(event)) {
          event.preventDefault();
          go(name);
        }
      };
      bindings[`Alt+${key}`] = (event) => {
        event.preventDefault();
        go(name);
      };
    }
    bindings['/'] = (event) => {
      if (!inField(event)) {
        event.preventDefault();
        openCommands();
      }
    };
    bindings['$mod+k'] = (event) => {
      event.preventDefault();
      openCommands();
    };
    bindings['$mod+z'] = (event) => {
      event.preventDefault();
      workbench.getState().undoStep();
    };
    bindings['$mod+Shift+z'] = (event) => {
      event.preventDefault();
      workbench.getState().redoStep();
    };
    bindings['$mod+y'] = (event) => {
      event.preventDefault();
      workbench.getState().redoStep();
    };
    return tinykeys(window, bindings);
  }, [workbench, go, openCommands]);
}
