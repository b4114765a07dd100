import type pg from 'pg';
import type PgBoss from 'pg-boss';
import { join } from 'node:path';
import { openPool } from '../db/pool.ts';
import { openQueue } from '../db/queue.ts';
import { type Settings, settingsFrom } from './settings.ts';
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
  /** Every JSON answer is held against the contract before it is sent. */
  readonly checkAnswers: boolean;
}

export function uploadsFolder(dataFolder: string): string {
  return join(dataFolder, 'uploads');
}

export function openContext(
  settings: Pick<Settings, 'databaseUrl' | 'dataFolder' | 'quotaBytes'> & Partial<Pick<Settings, 'checkAnswers'>>,
): Context {
  let queue: Promise<PgBoss> | null = null;
  return {
    pool: openPool(settings.databaseUrl),
    store: openFileStore(settings.dataFolder),
    speech: openSpeechStore(settings.dataFolder),
    uploads: uploadsFolder(settings.dataFolder),
    quotaBytes: settings.quotaBytes,
    checkAnswers: settings.checkAnswers ?? false,
    queue: () =>
      (queue ??= openQueue(settings.databaseUrl, false).catch((error: unknown) => {
        // The database was away: the next request tries again.
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
