import { type Remote, wrap } from 'comlink';
import type { DesignWorker } from './design-worker.ts';

let remote: Remote<DesignWorker> | null = null;

/** The one search worker of the page, started when first asked. */
export function designer(): Remote<DesignWorker> {
  return (remote ??= wrap<DesignWorker>(
    new Worker(new URL('./design-worker.ts', import.meta.url), { type: 'module' }),
  ));
}
