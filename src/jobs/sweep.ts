import { readdir, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { forgetUnreferenced, listed, removeDeleted, sweepMedia } from '../db/media-sql.ts';
import { inTransaction } from '../db/pool.ts';
import type { WorkerContext } from './worker-context.ts';

/** How long things stay that nobody refers to, in seconds. */
interface Grace {
  /** What was deleted can be brought back for so long. */
  readonly deletedS: number;
  /** Files that nothing refers to, and temporary ones. */
  readonly fileS: number;
  /** Uploads that were not finished: a browser goes on with them for as long. */
  readonly uploadS: number;
}

const DAY_S = 86_400;
export const USUAL_GRACE: Grace = { deletedS: 30 * DAY_S, fileS: DAY_S, uploadS: 7 * DAY_S };

interface Swept {
  readonly files: number;
  readonly uploads: number;
}

/** Removes for good what was deleted long ago, files that nothing refers to, and uploads that were given up. */
export async function sweep({ pool, store }: Pick<WorkerContext, 'pool' | 'store'>, grace: Grace): Promise<Swept> {
  await removeDeleted(pool, grace.deletedS);
  let files = 0;
  await inTransaction(pool, async (db) => {
    await sweepMedia(db);
    for (const { sha256, extension } of await forgetUnreferenced(db, grace.fileS)) {
      await rm(store.pathOf(sha256, extension), { force: true });
      files++;
    }
    // Files on the disk that are on no list: a worker ended between the two.
    for (const folder of await namesIn(join(store.folder, 'media'))) {
      const names = await namesIn(join(store.folder, 'media', folder));
      const known = await listed(
        db,
        names.map((name) => name.slice(0, 64)),
      );
      for (const name of names.filter((n) => !known.has(n)))
        files += await removeOld(join(store.folder, 'media', folder, name), grace.fileS);
    }
  });
  for (const name of await namesIn(join(store.folder, 'incoming')))
    files += await removeOld(join(store.folder, 'incoming', name), grace.fileS);
  // Of a backup or a restore that was killed.
  for (const name of (await namesIn(store.folder)).filter((n) => /^(?:backup|restore)-\w{6}$/.test(n)))
    files += await removeOld(join(store.folder, name), grace.fileS);
  let uploads = 0;
  for (const name of await namesIn(join(store.folder, 'uploads')))
    uploads += await removeOld(join(store.folder, 'uploads', name), grace.uploadS);
  return { files, uploads };
}

async function namesIn(folder: string): Promise<string[]> {
  return readdir(folder).catch(() => []);
}

/** Removes a file that was not written for so long; 1 where it did. */
async function removeOld(path: string, graceS: number): Promise<number> {
  const facts = await stat(path).catch(() => null);
  if (facts === null || Date.now() - facts.mtimeMs < graceS * 1000) return 0;
  await rm(path, { recursive: true, force: true });
  return 1;
}
