import { useState } from 'react';
import { ApiError } from './api.ts';

/** Runs something that the server may refuse; the refusal becomes a sentence to show, gone with the next attempt. */
export function useAttempt() {
  const [trouble, setTrouble] = useState<string | null>(null);
  const attempt = async (work: () => Promise<unknown>): Promise<void> => {
    setTrouble(null);
    try {
      await work();
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      setTrouble(error.message);
    }
  };
  return { trouble, attempt };
}
