import { proxy, wrap } from 'comlink';
import type { Proposal } from '../core/propose/propose.ts';
import type { ProposeWorker, Unplanned } from './propose-worker.ts';

/** A proposal under way; null when it was stopped. */
export interface Proposing {
  readonly proposal: Promise<Proposal | null>;
  readonly stop: () => void;
}

/**
 * Proposes a plan for a recording, beside the page: a long class takes many seconds. Each has a worker of its own, so
 * that stopping one stops nothing else.
 */
export function startProposal(recording: Unplanned, onProgress: (share: number) => void): Proposing {
  const worker = new Worker(new URL('./propose-worker.ts', import.meta.url), { type: 'module' });
  let stop: () => void = () => undefined;
  const stopped = new Promise<null>((done) => {
    stop = () => done(null);
  });
  const proposed = wrap<ProposeWorker>(worker).propose(recording, proxy(onProgress));
  return { proposal: Promise.race([proposed, stopped]).finally(() => worker.terminate()), stop: () => stop() };
}
