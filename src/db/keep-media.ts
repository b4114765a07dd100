import type pg from 'pg';
import { holdMedia } from './media-sql.ts';
import { type Db, inTransaction } from './pool.ts';
import { insertMediaFile } from './takes-sql.ts';

interface Incoming {
  readonly path: string;
  readonly sha256: string;
  readonly bytes: number;
}

/** What keeping needs of a store of files. */
interface Keeping {
  readonly keep: (incoming: Incoming, extension: string) => Promise<string>;
  readonly discard: (incoming: Incoming) => Promise<void>;
}

/**
 * Keeps a file, lists it, and writes what refers to it, together: nobody sweeps it in between, and where writing fails
 * nothing refers to it.
 */
export async function keepMedia<T>(
  pool: pg.Pool,
  store: Keeping,
  {
    incoming,
    extension,
    write,
  }: { readonly incoming: Incoming; readonly extension: string; readonly write: (db: Db) => Promise<T> },
): Promise<T> {
  try {
    return await inTransaction(pool, async (db) => {
      await holdMedia(db);
      await store.keep(incoming, extension);
      await insertMediaFile(db, { sha256: incoming.sha256, extension, bytes: incoming.bytes });
      return write(db);
    });
  } finally {
    await store.discard(incoming);
  }
}
