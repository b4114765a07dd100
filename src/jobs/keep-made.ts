import { holdMedia } from '../db/media-sql.ts';
import type { Db } from '../db/pool.ts';
import { insertMediaFile } from '../db/takes-sql.ts';
import { type FileStore, adoptFile } from '../media/file-store.ts';

/**
 * Keeps a file that a job made, lists it, and writes what refers to it, in the transaction that `within` opens: only
 * while the work is still this worker's. Where it is not, the file is gone.
 */
export async function keepMade(
  store: FileStore,
  { path, extension }: { readonly path: string; readonly extension: string },
  within: (write: (db: Db) => Promise<void>) => Promise<void>,
  put: (db: Db, sha256: string) => Promise<void>,
): Promise<void> {
  const made = await adoptFile(store, path);
  try {
    await within(async (db) => {
      await holdMedia(db);
      await store.keep(made, extension);
      await insertMediaFile(db, { sha256: made.sha256, extension, bytes: made.bytes });
      await put(db, made.sha256);
    });
  } finally {
    await store.discard(made);
  }
}
