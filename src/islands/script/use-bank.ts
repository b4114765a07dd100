import { useState } from 'react';
import { type BankChange, changesBack } from '../../core/script/cue-bank.ts';
import { ApiError } from '../shared/api.ts';
import { asking, call } from '../shared/call.ts';
import { useStudio, useWorkbench } from '../workbench/workbench-context.tsx';

const asked = (body: readonly BankChange[]) => asking('changeBank', {}, { body });

/** The studio's cue bank, and the way to change it; each change can be undone like any other. */
export function useBank() {
  const { studio, setStudio } = useStudio();
  const { workbench } = useWorkbench();
  const [trouble, setTrouble] = useState<string | null>(null);
  const send = async (label: string, changes: readonly BankChange[]) => {
    if (changes.length === 0) return;
    try {
      const now = await call('changeBank', {}, { body: changes });
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
