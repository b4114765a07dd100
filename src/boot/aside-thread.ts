import { expose } from 'comlink';
import nodeEndpoint from 'comlink/dist/esm/node-adapter.mjs';
import { parentPort } from 'node:worker_threads';
import { TASKS } from '../server/aside/tasks.ts';

/** A thread beside the web server's own. */
if (parentPort !== null) expose(TASKS, nodeEndpoint(parentPort));
