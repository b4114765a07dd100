import type { TakeRole } from '../../core/sync/media-facts.ts';
import { api, sendJson } from '../shared/api.ts';
import { useAttempt } from '../shared/use-attempt.ts';
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
  const setRole = (role: TakeRole, ofTake: string | null) =>
    void attempt(() => api(`/api/takes/${takeId}/role`, sendJson('PUT', { role, ofTake })));
  return { trouble, attempt, ask, stop, setRole };
}
