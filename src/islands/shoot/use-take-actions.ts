import type { TakeRole } from '../../core/sync/media-facts.ts';
import { withoutTake } from '../../core/workout/document.ts';
import { asking, call } from '../shared/call.ts';
import { useAttempt } from '../shared/use-attempt.ts';
import { useWorkbench } from '../workbench/workbench-context.tsx';
import type { TakeWork } from '../../contract/wire.ts';

/** What can be asked for of one take; a refusal becomes a sentence. */
export function useTakeActions(takeId: string, reload: () => Promise<void>) {
  const { trouble, attempt: once } = useAttempt();
  const attempt = async (work: () => Promise<unknown>) => {
    await once(work);
    await reload().catch(() => undefined);
  };
  const ask = (kind: TakeWork['kind']) => void attempt(() => call('askWork', { id: takeId, kind }));
  const stop = (kind: TakeWork['kind']) => void attempt(() => call('stopWork', { id: takeId, kind }));
  const { workbench } = useWorkbench();
  const setRole = (role: TakeRole, ofTake: string | null) => {
    const { takes, ask: askServer } = workbench.getState();
    const was = takes.find((t) => t.take.id === takeId)?.take;
    if (was === undefined) return;
    askServer('Say what a recording is', {
      after: asking('setRole', { id: takeId }, { body: { role, ofTake } }),
      before: asking('setRole', { id: takeId }, { body: { role: was.role, ofTake: was.ofTake } }),
    });
  };
  const remove = () =>
    workbench
      .getState()
      .ask(
        'Delete the take',
        { after: asking('removeTake', { id: takeId }), before: asking('restoreTake', { id: takeId }) },
        (d) => ({ ...d, edit: withoutTake(d.edit, takeId) }),
      );
  return { trouble, attempt, ask, stop, setRole, remove };
}
