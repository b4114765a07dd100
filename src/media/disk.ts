import { mkdir, statfs } from 'node:fs/promises';

/** Space that is kept free for the database, whatever is brought in: it must be able to write what is edited. */
const RESERVE_BYTES = 512 * 2 ** 20;

export class DiskFull extends Error {}

/** Bytes that files may still take of the disk of a folder, the database's reserve left alone. */
export async function roomFor(folder: string, reserve = RESERVE_BYTES): Promise<number> {
  await mkdir(folder, { recursive: true });
  const { bavail, bsize } = await statfs(folder);
  return Math.max(0, bavail * bsize - reserve);
}

/** Throws DiskFull with a sentence where a file of so many bytes has no room, or a quota would be passed. */
export async function needRoom(
  folder: string,
  bytes: number,
  quota?: { readonly most: number; readonly kept: number },
): Promise<void> {
  if (quota !== undefined && quota.kept + bytes > quota.most)
    throw new DiskFull(
      `Takes and tracks may fill ${sizeOf(quota.most)}; ${sizeOf(quota.kept)} are there already. Delete some ` +
        'that are done with.',
    );
  const room = await roomFor(folder);
  if (bytes > room)
    throw new DiskFull(
      `The disk is full: ${sizeOf(bytes)} are wanted, ${sizeOf(room)} can be had. Make room, or delete takes ` +
        'that are done with.',
    );
}

/** True where a program says that it found no room while it wrote. */
export function isDiskFull(error: unknown): boolean {
  return error instanceof DiskFull || (error as { code?: string } | null)?.code === 'ENOSPC';
}

export function sizeOf(bytes: number): string {
  if (bytes < 2 ** 20) return `${Math.ceil(bytes / 2 ** 10)} KiB`;
  return bytes < 2 ** 30 ? `${Math.round(bytes / 2 ** 20)} MiB` : `${(bytes / 2 ** 30).toFixed(1)} GiB`;
}
