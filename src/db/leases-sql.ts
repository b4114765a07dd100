import { inTransaction, type Db } from './pool.ts';
import type pg from 'pg';

/** Rows of long work: what they are called by, and what their states are called. */
const TABLES = {
  renders: { key: ['id'], waiting: 'queued', running: 'running' },
  render_parts: { key: ['render_id', 'part'], waiting: 'queued', running: 'running' },
  tracks: { key: ['id'], waiting: 'waiting', running: 'hearing' },
  take_work: { key: ['take_id', 'kind'], waiting: 'queued', running: 'running' },
} as const;
type Table = keyof typeof TABLES;

/** One piece of long work: a row of its table. */
export interface Work {
  readonly table: Table;
  /** The values of the key's columns, in their order. */
  readonly key: readonly string[];
}

export const workNamed = {
  render: (id: string): Work => ({ table: 'renders', key: [id] }),
  part: (renderId: string, part: number): Work => ({ table: 'render_parts', key: [renderId, String(part)] }),
  track: (id: string): Work => ({ table: 'tracks', key: [id] }),
  take: (takeId: string, kind: string): Work => ({ table: 'take_work', key: [takeId, kind] }),
};

/** A worker that is silent for longer has lost its work to whoever takes it up. */
export const LEASE_S = 10;

// Keys come after the values that a statement has of its own.
const where = ({ table }: Work, after: number) =>
  TABLES[table].key.map((column, i) => `${column} = $${after + i + 1}`).join(' AND ');

/** Takes work up that waits or whose lease has run out. Returns the token to show; null: it is not to be had. */
export async function takeLease(db: Db, work: Work, owner: string, leaseS = LEASE_S): Promise<string | null> {
  const { waiting, running } = TABLES[work.table];
  const { rows } = await db.query<{ token: string }>(
    `UPDATE ${work.table} SET state = '${running}', progress = 0, owner = $1, token = gen_random_uuid(),
       lease_until = clock_timestamp() + make_interval(secs => $2), beat_at = now()
     WHERE ${where(work, 2)} AND (state = '${waiting}' OR (state = '${running}'
     AND (lease_until IS NULL OR lease_until < clock_timestamp())))
     RETURNING token`,
    [owner, leaseS, ...work.key],
  );
  return rows[0]?.token ?? null;
}

/** Lengthens a lease and notes how far the work is, 0 to 1; false: it is lost, stopped or done. */
export async function beatLease(
  db: Db,
  work: Work,
  {
    token,
    progress,
    leaseS = LEASE_S,
  }: { readonly token: string; readonly progress: number; readonly leaseS?: number | undefined },
): Promise<boolean> {
  const { rowCount } = await db.query(
    `UPDATE ${work.table} SET progress = $1, lease_until = clock_timestamp() + make_interval(secs => $2),
     beat_at = now()
     WHERE ${where(work, 3)} AND token = $3 AND state = '${TABLES[work.table].running}'`,
    [Math.min(1, Math.max(0, progress)), leaseS, token, ...work.key],
  );
  return rowCount === 1;
}

export class LeaseLost extends Error {
  constructor() {
    super('The lease on this work is lost; somebody else has it, or it was stopped.');
  }
}

/**
 * Writes results while the lease holds, in one transaction with the proof of it. Where it does not hold: throws
 * LeaseLost, and writes nothing.
 */
export async function writeLeased<T>(
  pool: pg.Pool,
  work: Work,
  token: string,
  write: (db: Db) => Promise<T>,
): Promise<T> {
  return inTransaction(pool, async (db) => {
    const { rowCount } = await db.query(
      `SELECT 1 FROM ${work.table} WHERE ${where(work, 1)} AND token = $1 AND state = '${TABLES[work.table].running}'
       FOR UPDATE`,
      [token, ...work.key],
    );
    if (rowCount !== 1) throw new LeaseLost();
    return write(db);
  });
}

/** Ends work for good; the token is worth nothing afterwards. Called inside `writeLeased`. */
export async function endLease(db: Db, work: Work, state: string, message: string | null): Promise<void> {
  await db.query(
    `UPDATE ${work.table} SET state = $1, message = $2, progress = CASE WHEN $3 THEN 1 ELSE progress END, owner = NULL,
     token = NULL, lease_until = NULL
     WHERE ${where(work, 3)}`,
    [state, message?.slice(0, 500) ?? null, state === 'done' || state === 'heard', ...work.key],
  );
}

/** Gives work back for another worker to take up at once. */
export async function giveBack(db: Db, work: Work, token: string): Promise<void> {
  const { waiting } = TABLES[work.table];
  await db.query(
    `UPDATE ${work.table} SET state = '${waiting}', progress = 0, owner = NULL, token = NULL, lease_until = NULL
     WHERE ${where(work, 1)} AND token = $1`,
    [token, ...work.key],
  );
}

/** Parts of a video are looked after by whoever makes the video. */
const LOOKED_FOR = (Object.keys(TABLES) as Table[]).filter((table) => table !== 'render_parts');

/** Work whose worker is gone, and work that waits longer than jobs take to be handed out. */
export async function leftWork(db: Db, waitedS: number): Promise<Work[]> {
  const found: Work[] = [];
  for (const table of LOOKED_FOR) {
    const { key, waiting, running } = TABLES[table];
    const { rows } = await db.query<Record<string, string>>(
      `SELECT ${key.join(', ')} FROM ${table}
       WHERE (state = '${running}' AND (lease_until IS NULL OR lease_until < clock_timestamp()))
         OR (state = '${waiting}' AND beat_at < now() - make_interval(secs => $1)) LIMIT 200`,
      [waitedS],
    );
    found.push(...rows.map((row) => ({ table, key: key.map((column) => row[column]!) })));
  }
  return found;
}
