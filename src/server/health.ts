import { workerSilence } from '../db/health-sql.ts';
import { roomFor, sizeOf } from '../media/disk.ts';
import { run } from '../media/child-process.ts';
import type { Context } from './context.ts';

interface Health {
  readonly ok: boolean;
  readonly database: string;
  readonly worker: string;
  readonly media: string;
  readonly disk: string;
}

/** A worker beats every two seconds; three missed beats and it is called silent. */
const SILENT_S = 7;
/** With less than this no take fits on the disk. */
const LITTLE_ROOM = 256 * 2 ** 20;

/** Whether database, worker and media tools answer, each as a word or a sentence. */
export async function health(context: Context): Promise<Health> {
  const database = await context.pool.query('SELECT 1').then(
    () => 'ok',
    (error: Error) => `does not answer: ${error.message}`,
  );
  const silence = database === 'ok' ? await workerSilence(context.pool).catch(() => null) : null;
  const worker =
    silence === null ? 'has not started' : silence > SILENT_S ? `silent for ${Math.round(silence)} s` : 'ok';
  const tools = await Promise.all(
    ['ffmpeg', 'ffprobe'].map((tool) =>
      run(tool, ['-version']).then(
        () => null,
        () => tool,
      ),
    ),
  );
  const missing = tools.filter((tool) => tool !== null);
  const media = missing.length === 0 ? 'ok' : `missing: ${missing.join(', ')}`;
  const room = await roomFor(context.store.folder).catch(() => null);
  const disk = room === null ? 'not to be read' : room < LITTLE_ROOM ? `full: ${sizeOf(room)} left for takes` : 'ok';
  const ok = [database, worker, media, disk].every((word) => word === 'ok');
  return { ok, database, worker, media, disk };
}
