import type pg from 'pg';
import { StudioPool } from './studio-scope.ts';

/** Anything that runs a statement: the pool, or a client inside a transaction. */
export interface Db {
  query<R extends pg.QueryResultRow>(text: string, values?: unknown[]): Promise<pg.QueryResult<R>>;
}

/** Connections that see the studio of whoever asks (`inStudio`), or everything where nobody is named. */
export function openPool(url: string): pg.Pool {
  const pool = new StudioPool({ connectionString: url, max: 8, connectionTimeoutMillis: 5_000 });
  // An idle client that loses its server must not end the process; the next query says what is wrong.
  pool.on('error', () => undefined);
  return pool;
}

/** Runs work in one transaction; rolls back when it throws. */
export async function inTransaction<T>(pool: pg.Pool, work: (db: Db) => Promise<T>): Promise<T> {
  const client = await pool.connect();
  // A server that goes away in the middle tells it here, too: without a listener that would end the process.
  let lost: Error | undefined;
  const onError = (error: Error) => (lost = error);
  client.on('error', onError);
  try {
    await client.query('BEGIN');
    const result = await work(client);
    await client.query('COMMIT');
    return result;
  } catch (error) {
    // What went wrong is the first error; a connection that is gone has rolled back by itself.
    await client.query('ROLLBACK').catch((failed: Error) => (lost = failed));
    throw error;
  } finally {
    client.off('error', onError);
    client.release(lost);
  }
}
