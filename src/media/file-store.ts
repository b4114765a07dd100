import { createHash, randomUUID } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { copyFile, link, mkdir, rename, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { Transform, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { needRoom } from './disk.ts';

/** A file that has come in but is not yet kept. */
export interface Incoming {
  readonly path: string;
  readonly sha256: string;
  readonly bytes: number;
}

/** Keeps media by their SHA-256 under one folder. */
export interface FileStore {
  /** Where everything lies. */
  readonly folder: string;
  /**
   * Writes a stream to a temporary file, hashing as it goes. Throws FileTooLarge past `most` bytes; leaves nothing
   * then.
   */
  receive(stream: Readable, most: number): Promise<Incoming>;
  /** Keeps what came in; the same content is kept once. */
  keep(incoming: Incoming, extension: string): Promise<string>;
  discard(incoming: Incoming): Promise<void>;
  pathOf(sha256: string, extension: string): string;
  /** A path for a new temporary file on the same disk. */
  temporary(extension: string): Promise<string>;
}

/** The disk is looked at again after so much. */
const LOOK_EACH_BYTES = 64 * 2 ** 20;

export class FileTooLarge extends Error {}

export function openFileStore(folder: string): FileStore {
  const temporary = async (extension: string) => {
    await mkdir(join(folder, 'incoming'), { recursive: true });
    return join(folder, 'incoming', `${randomUUID()}.${extension}`);
  };
  const pathOf = (sha256: string, extension: string) =>
    join(folder, 'media', sha256.slice(0, 2), `${sha256}.${extension}`);
  const discard = (incoming: Incoming) => rm(incoming.path, { force: true });
  return {
    folder,
    pathOf,
    discard,
    temporary,
    async receive(stream, most) {
      const path = await temporary('part');
      const hash = createHash('sha256');
      let bytes = 0;
      let looked = 0;
      const meter = new Transform({
        transform(chunk: Buffer, _encoding, done) {
          bytes += chunk.length;
          hash.update(chunk);
          if (bytes > most) return done(new FileTooLarge(`The file is larger than ${most} bytes.`));
          if (bytes < looked + LOOK_EACH_BYTES) return done(null, chunk);
          looked = bytes;
          needRoom(folder, LOOK_EACH_BYTES).then(
            () => done(null, chunk),
            (full: Error) => done(full),
          );
        },
      });
      try {
        await pipeline(stream, meter, createWriteStream(path));
      } catch (error) {
        await rm(path, { force: true });
        throw error;
      }
      return { path, sha256: hash.digest('hex'), bytes };
    },
    async keep(incoming, extension) {
      const place = pathOf(incoming.sha256, extension);
      await mkdir(join(place, '..'), { recursive: true });
      await rename(incoming.path, place);
      return place;
    },
  };
}

/** Takes over a file that lies on the disk of the store, without a copy; its old place is empty afterwards. */
export async function adoptFile(store: FileStore, path: string): Promise<Incoming> {
  const hash = createHash('sha256');
  await pipeline(createReadStream(path), hash);
  const own = await store.temporary('part');
  await rename(path, own);
  return { path: own, sha256: hash.digest('hex'), bytes: (await stat(own)).size };
}

/** The same for a file that stays where it is, too, until somebody takes it away: a second name on the same disk. */
export async function linkFile(store: FileStore, path: string): Promise<Incoming> {
  const own = await store.temporary('part');
  await link(path, own);
  const hash = createHash('sha256');
  await pipeline(createReadStream(own), hash);
  return { path: own, sha256: hash.digest('hex'), bytes: (await stat(own)).size };
}

/** SHA-256 and size of a file that is already on the disk, copied to a temporary place of the store. */
export async function receiveFile(store: FileStore, path: string): Promise<Incoming> {
  const copy = await store.temporary('part');
  await copyFile(path, copy);
  const hash = createHash('sha256');
  await pipeline(createReadStream(copy), hash);
  return { path: copy, sha256: hash.digest('hex'), bytes: (await stat(copy)).size };
}
