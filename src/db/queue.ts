import PgBoss from 'pg-boss';
import type { Db } from './pool.ts';
import type { TakeWorkKind } from './take-work-sql.ts';

/** The kinds of long work and what each needs to know. */
export interface JobPayloads {
  take: { takeId: string; kind: TakeWorkKind };
  render: { renderId: string };
  part: { renderId: string; part: number };
  hear: { trackId: string };
}
export type JobKind = keyof JobPayloads;
const JOB_KINDS: readonly JobKind[] = ['take', 'render', 'part', 'hear'];

/** A job whose worker died is handed out again, at most this often. */
const RETRIES = 3;
const LONGEST_JOB_HOURS = 6;

/** The queue in PostgreSQL. `supervise` is for the worker: the web server only sends. */
export async function openQueue(url: string, supervise: boolean): Promise<PgBoss> {
  const boss = new PgBoss({ connectionString: url, supervise, schedule: false, max: 4 });
  boss.on('error', () => undefined);
  await boss.start();
  for (const kind of JOB_KINDS) {
    await boss.createQueue(kind, {
      name: kind,
      retryLimit: RETRIES,
      retryDelay: 2,
      expireInSeconds: LONGEST_JOB_HOURS * 3600,
    });
  }
  return boss;
}

/**
 * Sends a job; within the transaction of `db` where one is given, so that a row and its job are there together or not
 * at all. What has a higher `priority` is done before what waits.
 */
export async function send<K extends JobKind>(
  boss: PgBoss,
  kind: K,
  payload: JobPayloads[K],
  { db, priority = 0 }: { readonly db?: Db | undefined; readonly priority?: number | undefined } = {},
): Promise<void> {
  const within =
    db === undefined ? {} : { db: { executeSql: (text: string, values: unknown[]) => db.query(text, values) } };
  await boss.send(kind, payload, { ...within, priority });
}
