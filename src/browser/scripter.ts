import { type Remote, wrap } from 'comlink';
import type { ScriptWorker } from './script-worker.ts';

let remote: Remote<ScriptWorker> | null = null;

/** The one script worker of the page, started when first asked. */
export function scripter(): Remote<ScriptWorker> {
  return (remote ??= wrap<ScriptWorker>(
    new Worker(new URL('./script-worker.ts', import.meta.url), { type: 'module' }),
  ));
}
