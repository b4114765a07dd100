import { keptBytes } from '../db/media-sql.ts';
import { DiskFull, isDiskFull, needRoom } from '../media/disk.ts';
import { Refusal } from './refusal.ts';
import type { Context } from './context.ts';

/** Refuses a file of so many bytes (0: not known yet) where it has no room on the disk or in the quota. */
export async function checkRoom(context: Context, bytes: number): Promise<void> {
  const { quotaBytes, store, pool } = context;
  const quota = quotaBytes === null ? undefined : { most: quotaBytes, kept: await keptBytes(pool) };
  try {
    await needRoom(store.folder, Math.max(1, bytes), quota);
  } catch (error) {
    refuseFull(error);
    throw error;
  }
}

/** Turns the error of a full disk into a sentence. */
export function refuseFull(error: unknown): void {
  if (error instanceof DiskFull) throw new Refusal(507, error.message);
  if (isDiskFull(error)) throw new Refusal(507, 'The disk is full. Nothing of this was kept; make room and try again.');
}
