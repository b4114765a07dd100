import { type Remote, wrap } from 'comlink';
import nodeEndpoint from 'comlink/dist/esm/node-adapter.mjs';
import { Worker } from 'node:worker_threads';
import { Refusal } from '../server/refusal.ts';
import type { Aside } from '../server/aside/aside.ts';
import type { Tasks } from '../server/aside/tasks.ts';

/** Longer than any task takes, even on a slow and busy machine; what takes longer is given up. */
const LONGEST_MS = 60_000;
/** One more than this waits in a line; files of one class find their alignment in the thread that made it. */
const THREADS = 2;

interface Thread {
  readonly worker: Worker;
  readonly tasks: Remote<Tasks>;
  busy: number;
}

/** Threads that do tasks beside the web server's own. One that takes too long, or dies, is ended and another begun. */
export function openAside(program: URL, longestMs = LONGEST_MS): { readonly aside: Aside; readonly close: () => void } {
  const threads = new Set<Thread>();
  const begin = (): Thread => {
    const worker = new Worker(program);
    const thread: Thread = { worker, tasks: wrap<Tasks>(nodeEndpoint(worker)), busy: 0 };
    worker.unref();
    threads.add(thread);
    worker.once('exit', () => threads.delete(thread));
    // What ends it is told to who waits for the task; without a listener it would end the process.
    worker.on('error', () => threads.delete(thread));
    return thread;
  };
  const free = (): Thread => {
    const least = [...threads].sort((a, b) => a.busy - b.busy)[0];
    return least === undefined || (least.busy > 0 && threads.size < THREADS) ? begin() : least;
  };
  const aside: Aside = async (task, ...input) => {
    const thread = free();
    thread.busy += 1;
    let timer: NodeJS.Timeout | undefined;
    let cutOff: (() => void) | undefined;
    const ended = new Promise<never>((_, reject) => {
      timer = setTimeout(() => {
        reject(new Refusal(422, 'This is too much to be computed in a minute; it was given up.'));
        // Nobody else is to be handed to it.
        threads.delete(thread);
        void thread.worker.terminate();
      }, longestMs);
      cutOff = () => reject(new Refusal(503, 'The computation was cut off; it is tried again.'));
      thread.worker.once('exit', cutOff);
    });
    try {
      const work = thread.tasks[task] as unknown as (...input: unknown[]) => Promise<never>;
      return await Promise.race([work(...input), ended]);
    } finally {
      clearTimeout(timer);
      if (cutOff !== undefined) thread.worker.off('exit', cutOff);
      thread.busy -= 1;
    }
  };
  return { aside, close: () => threads.forEach(({ worker }) => void worker.terminate()) };
}
