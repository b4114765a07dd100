import { ApiError, isLater } from '../../shared/api.ts';

export type SaveState =
  | { readonly kind: 'saved' }
  | { readonly kind: 'saving' }
  /** The server does not answer; it is asked again by itself. */
  | { readonly kind: 'waiting'; readonly message: string }
  /** The server would not keep something; the rest is saved all the same. */
  | { readonly kind: 'refused'; readonly message: string };

export interface SaveQueue {
  /**
   * Says that something is to be saved; `send` sends its newest state and throws ApiError. The same name again replaces
   * what was said before.
   */
  readonly want: (name: string, send: (leaving: boolean) => Promise<void>, afterMs?: number) => void;
  /** Sends all that is unsent, at once and in order; `leaving`: the page may be gone before the answer comes. */
  readonly flush: (leaving?: boolean) => Promise<void>;
  /** Tries again now, for a connection that came back. */
  readonly again: () => void;
}

const FIRST_RETRY_MS = 1_000;
const LONGEST_RETRY_MS = 15_000;

interface Wanted {
  readonly send: (leaving: boolean) => Promise<void>;
  readonly due: number;
}

/**
 * The one way to save: whatever a page changes is sent from here, one thing at a time, and sent again with growing
 * pauses while the server does not answer.
 */
export function createSaveQueue(onState: (state: SaveState) => void): SaveQueue {
  const wanted = new Map<string, Wanted>();
  const refused = new Map<string, string>();
  let timer: ReturnType<typeof setTimeout> | null = null;
  let working: Promise<void> | null = null;
  let retryMs = FIRST_RETRY_MS;

  function tell(waiting: string | null = null): void {
    const [why] = refused.values();
    if (waiting !== null) onState({ kind: 'waiting', message: waiting });
    else if (wanted.size > 0) onState({ kind: 'saving' });
    else onState(why === undefined ? { kind: 'saved' } : { kind: 'refused', message: why });
  }

  function plan(): void {
    if (timer !== null) clearTimeout(timer);
    timer = null;
    if (wanted.size === 0) return;
    const due = Math.min(...[...wanted.values()].map((w) => w.due));
    timer = setTimeout(() => void work(false, false), Math.max(0, due - Date.now()));
  }

  async function work(all: boolean, leaving: boolean): Promise<void> {
    if (working !== null) return working;
    working = (async () => {
      for (;;) {
        const next = [...wanted].find(([, w]) => all || w.due <= Date.now());
        if (next === undefined) break;
        const [name, { send }] = next;
        wanted.delete(name);
        refused.delete(name);
        try {
          await send(leaving);
          retryMs = FIRST_RETRY_MS;
        } catch (error) {
          if (!(error instanceof ApiError)) throw error;
          if (!isLater(error)) refused.set(name, error.message);
          else {
            // What was said meanwhile is newer and stays; nothing is due before the next try.
            if (!wanted.has(name)) wanted.set(name, { send, due: 0 });
            for (const [n, w] of wanted) wanted.set(n, { ...w, due: Date.now() + retryMs });
            retryMs = Math.min(LONGEST_RETRY_MS, retryMs * 2);
            tell(error.message);
            return;
          }
        }
      }
      tell();
    })();
    try {
      await working;
    } finally {
      working = null;
      plan();
    }
  }

  return {
    want(name, send, afterMs = 0) {
      wanted.set(name, { send, due: Date.now() + afterMs });
      if (working === null) {
        if (retryMs === FIRST_RETRY_MS) tell();
        plan();
      }
    },
    async flush(leaving = false) {
      while (working !== null) await working;
      await work(true, leaving);
    },
    again() {
      for (const [name, w] of wanted) wanted.set(name, { ...w, due: 0 });
      plan();
    },
  };
}
