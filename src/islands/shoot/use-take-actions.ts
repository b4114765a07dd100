import type { TakeRole } from '../../core/sync/media-facts.ts';
import { withoutTake } from '../../core/workout/document.ts';
import { api } from '../shared/api.ts';
import { useAttempt } from '../shared/use-attempt.ts';
import { useWorkbench } from '../workbench/workbench-context.tsx';
import type { TakeWork } from '../workbench/take.ts';

/** What can be asked for of one take; a refusal becomes a sentence. */
export function useTakeActions(takeId: string, reload: () => Promise<void>) {
  const { trouble, attempt: once } = useAttempt();
  const attempt = async (work: () => Promise<unknown>) => {
    await once(work);
    await reload().catch(() => undefined);
  };
  const ask = (kind: TakeWork['kind']) =>
    void attempt(() => api(`/api/takes/${takeId}/work/${kind}`, { method: 'POST' }));
  const stop = (kind: TakeWork['kind']) =>
    void attempt(() => api(`/api/takes/${takeId}/work/${kind}`, { method: 'DELETE' }));
  const { workbench } = useWorkbench();
  const path = `/api/takes/${takeId}`;
  const setRole = (role: TakeRole, ofTake: string | null) => {
    const { takes, ask: askServer } = workbench.getState();
    const was = takes.find((t) => t.take.id === takeId)?.take;
    if (was === undefined) return;
    const put = (body: unknown) => ({ path: `${path}/role`, method: 'PUT' as const, body });
    askServer('Say what a recording is', {
      after: put({ role, ofTake }),
      before: put({ role: was.role, ofTake: was.ofTake }),
    });
  };
  const remove = () =>
    workbench
      .getState()
      .ask(
        'Delete the take',
        { after: { path, method: 'DELETE' }, before: { path: `${path}/restore`, method: 'POST' } },
        (d) => ({ ...d, edit: withoutTake(d.edit, takeId) }),
      );
  return { trouble, attempt, ask, stop, setRole, remove };
}
