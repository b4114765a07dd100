import { useState } from 'react';
import { type BankChange, changesBack } from '../../core/script/cue-bank.ts';
import type { Studio } from '../../core/workout/studio.ts';
import { ApiError, api, sendJson } from '../shared/api.ts';
import { useStudio, useWorkbench } from '../workbench/workbench-context.tsx';

const PATH = '/api/studio/bank';
const asked = (body: readonly BankChange[]) => ({ path: PATH, method: 'PUT', body }) as const;

/** The studio's cue bank, and the way to change it; each change can be undone like any other. */
export function useBank() {
  const { studio, setStudio } = useStudio();
  const { workbench } = useWorkbench();
  const [trouble, setTrouble] = useState<string | null>(null);
  const send = async (label: string, changes: readonly BankChange[]) => {
    if (changes.length === 0) return;
    try {
      const now = await api<Studio>(PATH, sendJson('PUT', changes));
      workbench.getState().asked(label, { after: asked(changes), before: asked(changesBack(studio.bank, changes)) });
      setStudio(now);
      setTrouble(null);
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      setTrouble(error.message);
    }
  };
  return { bank: studio.bank, send, trouble };
}
