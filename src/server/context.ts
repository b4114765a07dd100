import type pg from 'pg';
import type PgBoss from 'pg-boss';
import { join } from 'node:path';
import { openPool } from '../db/pool.ts';
import { openQueue } from '../db/queue.ts';
import { type FileStore, openFileStore } from '../media/file-store.ts';
import { type SpeechStore, openSpeechStore } from '../media/speech-store.ts';

/** What every use case is handed: database, files, queue. */
export interface Context {
  readonly pool: pg.Pool;
  readonly store: FileStore;
  readonly speech: SpeechStore;
  /** Where uploads that can be resumed wait until they are whole. */
  readonly uploads: string;
  readonly queue: () => Promise<PgBoss>;
  /** Bytes that takes and tracks may fill; null: as much as the disk has. */
  readonly quotaBytes: number | null;
}

export interface Settings {
  readonly databaseUrl: string;
  readonly dataFolder: string;
  readonly quotaBytes: number | null;
}

export function settingsFrom(env: Readonly<Record<string, string | undefined>>): Settings {
  const databaseUrl = env.DATABASE_URL;
  if (databaseUrl === undefined || databaseUrl === '')
    throw new Error(
      'DATABASE_URL is not set. Start Euphon with “npm run demo”, or set it to a PostgreSQL database of your own.',
    );
  return {
    databaseUrl,
    dataFolder: env.EUPHON_DATA ?? join(process.cwd(), '.euphon'),
    quotaBytes: quotaFrom(env.EUPHON_QUOTA_GB),
  };
}

function quotaFrom(text: string | undefined): number | null {
  if (text === undefined || text === '') return null;
  const gib = Number(text);
  if (!(gib > 0)) throw new Error(`EUPHON_QUOTA_GB is “${text}”; a number of gibibytes is wanted.`);
  return gib * 2 ** 30;
}

export function uploadsFolder(dataFolder: string): string {
  return join(dataFolder, 'uploads');
}

export function openContext(settings: Settings): Context {
  let queue: Promise<PgBoss> | null = null;
  return {
    pool: openPool(settings.databaseUrl),
    store: openFileStore(settings.dataFolder),
    speech: openSpeechStore(settings.dataFolder),
    uploads: uploadsFolder(settings.dataFolder),
    quotaBytes: settings.quotaBytes,
    queue: () =>
      (queue ??= openQueue(settings.databaseUrl, false).catch((error: unknown) => {
        // Tried again by whoever asks next: the database was away.
        queue = null;
        throw error;
      })),
  };
}

let shared: Context | null = null;

/** The web server's one context, opened when the first request needs it. */
export function context(): Context {
  return (shared ??= openContext(settingsFrom(process.env)));
}
