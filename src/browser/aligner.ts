import { type Remote, wrap } from 'comlink';
import type { AlignWorker } from './align-worker.ts';

let remote: Remote<AlignWorker> | null = null;

/** The one alignment worker of the page, started when first asked. */
export function aligner(): Remote<AlignWorker> {
  return (remote ??= wrap<AlignWorker>(new Worker(new URL('./align-worker.ts', import.meta.url), { type: 'module' })));
}
