import { useEffect } from 'react';
import { ApiError } from '../shared/api.ts';
import { call } from '../shared/call.ts';
import type { Workbench } from './store.ts';

const LOOK_MS = 1_000;

/** Fetches the takes of a workout anew. */
export async function reloadTakes(workbench: Workbench): Promise<void> {
  workbench.getState().setTakes(await call('takes', { id: workbench.getState().id }));
}

/** Looks after takes as long as something is being done with one of them. */
export function useTakeWatch(workbench: Workbench): void {
  const busy = workbench((s) => s.takes.some((t) => t.work.some((w) => w.state === 'queued' || w.state === 'running')));
  useEffect(() => {
    if (!busy) return;
    let ended = false;
    let timer: ReturnType<typeof setTimeout>;
    const look = async () => {
      // Without a connection the page looks again; what was fetched stays.
      await reloadTakes(workbench).catch((error: unknown) => {
        if (!(error instanceof ApiError)) throw error;
      });
      if (!ended) timer = setTimeout(() => void look(), LOOK_MS);
    };
    timer = setTimeout(() => void look(), LOOK_MS);
    return () => {
      ended = true;
      clearTimeout(timer);
    };
  }, [busy, workbench]);
}
