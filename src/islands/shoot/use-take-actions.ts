import { useState } from 'react';
import type { TakeRole } from '../../core/take/media-facts.ts';
import { ApiError, api, sendJson } from '../shared/api.ts';
import type { TakeWork } from '../workbench/take.ts';

/** What can be asked for of one take; a refusal becomes a sentence. */
export function useTakeActions(takeId: string, reload: () => Promise<void>) {
  const [trouble, setTrouble] = useState<string | null>(null);
  const attempt = async (work: () => Promise<unknown>) => {
    setTrouble(null);
    try {
      await work();
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      setTrouble(error.message);
    }
    await reload().catch(() => undefined);
  };
  const ask = (kind: TakeWork['kind']) => void attempt(() => api(`/api/takes/${takeId}/work/${kind}`, { method: 'POST' }));
  const stop = (kind: TakeWork['kind']) => void attempt(() => api(`/api/takes/${takeId}/work/${kind}`, { method: 'DELETE' }));
  const setRole = (role: TakeRole, ofTake: string | null) => void attempt(() => api(`/api/takes/${takeId}/role`, sendJson('PUT', { role, ofTake })));
  return { trouble, attempt, ask, stop, setRole };
}
