import { processWide } from '../../db/process-wide.ts';
import { TASKS, type Tasks } from './tasks.ts';

/** Does a task beside the requests, so that none of them waits for it. */
export type Aside = <K extends keyof Tasks>(task: K, ...input: Parameters<Tasks[K]>) => Promise<ReturnType<Tasks[K]>>;

/** Set by the web server and the worker when they start. */
const threads = processWide<Aside | null>('aside', () => null);

export function doAsideBy(aside: Aside): void {
  threads.value = aside;
}

/**
 * Does a task in a thread beside the process's own, so that nobody waits for it but who asked. Outside of web server
 * and worker, where nobody else waits, it is done at once.
 */
export const aside: Aside = (task, ...input) => {
  if (threads.value !== null) return threads.value(task, ...input);
  const work = TASKS[task] as (...input: unknown[]) => unknown;
  return new Promise((done) => done(work(...input) as never));
};
