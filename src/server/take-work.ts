import type PgBoss from 'pg-boss';
import { TAKE_WORK_KINDS, type TakeWorkKind, queueTakeWork, stopTakeWork as stopWork } from '../db/take-work-sql.ts';
import { type Db, inTransaction } from '../db/pool.ts';
import { send } from '../db/queue.ts';
import { Refusal } from './refusal.ts';
import type { Context } from './context.ts';
import { getTake } from './get-take.ts';

/** What is done with every take as soon as it is here. */
export const FIRST_WORK = ['listen', 'picture'] as const satisfies readonly TakeWorkKind[];

/** Of a line that was spoken again only the voice matters. Somebody waits for it with the next one: it comes first. */
export async function queueLine(db: Db, queue: PgBoss, takeId: string): Promise<void> {
  await queueTakeWork(db, takeId, 'listen');
  await send(queue, 'take', { takeId, kind: 'listen' }, { db, priority: SOON });
}

const SOON = 10;

/** Queues long work on a take, also where it was done before: rows and jobs in the transaction of `db`. */
export async function queueWork(db: Db, queue: PgBoss, takeId: string, ...kinds: TakeWorkKind[]): Promise<void> {
  for (const kind of kinds) {
    await queueTakeWork(db, takeId, kind);
    await send(queue, 'take', { takeId, kind }, { db });
  }
}

export async function wantTakeWork(context: Context, takeId: string, kind: TakeWorkKind): Promise<void> {
  const queue = await context.queue();
  await inTransaction(context.pool, (db) => queueWork(db, queue, takeId, kind));
}

const workKind = (text: string | undefined): TakeWorkKind => {
  const kind = TAKE_WORK_KINDS.find((k) => k === text);
  if (kind === undefined) throw new Refusal(404, 'There is no such work.');
  return kind;
};

/** Starts work that a person asks for. */
export async function askTakeWork(
  context: Context,
  takeId: string | undefined,
  kind: string | undefined,
): Promise<void> {
  const take = await getTake(context, takeId);
  const wanted = workKind(kind);
  if (wanted === 'sync' && take.ofTake === null)
    throw new Refusal(409, 'Say first which take this is another recording of.');
  await wantTakeWork(context, take.id, wanted);
}

export async function stopTakeWork(
  context: Context,
  takeId: string | undefined,
  kind: string | undefined,
): Promise<void> {
  const take = await getTake(context, takeId);
  await stopWork(context.pool, take.id, workKind(kind));
}
