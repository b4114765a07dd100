import { ApiError, api, isLater, sendJson } from '../../shared/api.ts';
import { call } from '../../shared/call.ts';
import { type Asked, type Step, withoutStep } from '../undo.ts';
import type { WorkbenchGet, WorkbenchSet } from '../state.ts';
import type { SaveQueue } from './save-queue.ts';

type AskedStep = Step & { readonly kind: 'asked' };

/** Asks things of the server that can be taken back: deletions, what a recording is, exercises and figures. */
export function createAsker(get: WorkbenchGet, set: WorkbenchSet, queue: SaveQueue, saveDocument: () => void) {
  let requests = 0;

  /** What a step changed in the document goes to one of its ends. */
  function lay({ document }: AskedStep, to: 'before' | 'after'): void {
    if (document === undefined) return;
    const from = to === 'before' ? 'after' : 'before';
    set({ document: withoutStep(get().document, document[from], document[to]) });
    saveDocument();
  }

  async function send(asked: Asked): Promise<void> {
    const { path, method, body } = asked;
    try {
      await api(path, body === undefined ? { method } : sendJson(method, body));
    } catch (error) {
      // Deleted already: the answer to the first time was lost.
      if (!(error instanceof ApiError && error.status === 404 && method === 'DELETE')) throw error;
    }
  }

  /** What was changed is fetched anew; where that fails now, the next visit shows it. */
  async function refresh(path: string): Promise<void> {
    const { id, setStudio, setTakes, setTracks } = get();
    try {
      if (path.startsWith('/api/studio')) setStudio(await call('studio', {}));
      else if (path.startsWith('/api/takes')) setTakes(await call('takes', { id }));
      else setTracks(await call('tracks', {}));
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
    }
  }

  /** What is deleted is let go of by the document first, and what comes back is there before it is referred to. */
  return function ask(step: AskedStep, to: 'before' | 'after'): void {
    if (to === 'after') lay(step, 'after');
    // Each is sent, in its turn: one builds on the other.
    queue.want(`asked ${++requests}`, async () => {
      try {
        await send(step[to]);
        if (to === 'before') lay(step, 'before');
      } catch (error) {
        if (!(error instanceof ApiError) || isLater(error)) throw error;
        // Refused: nothing happened, and there is nothing to take back or to do again.
        if (to === 'after') lay(step, 'before');
        const others = (steps: readonly Step[]) => steps.filter((s) => s.kind !== 'asked' || s.after !== step.after);
        set({ undo: others(get().undo), redo: others(get().redo), notice: error.message });
      }
      await refresh(step[to].path);
    });
  };
}
