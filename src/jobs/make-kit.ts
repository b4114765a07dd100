import { setTimeout as pause } from 'node:timers/promises';
import { type FilmKind, FILMS } from '../core/delivery/films.ts';
import { type Render, renderById } from '../db/renders-sql.ts';
import { EXPORTS } from '../formats/exports.ts';
import { type ZipEntry, manifestOf, writeZip } from '../media/zip.ts';
import { type Made, type Making, NOTHING_READ } from './making.ts';
import { Missing } from './programme-sources.ts';

const LOOK_MS = 500;
/** How much of the work the films are. */
const FILMS_SHARE = 0.9;

/**
 * Everything that goes out, in one ZIP: the films that were chosen, every file, what was read back of the film, and a
 * manifest with the hash of each. Films that are not made yet are made first, here or by another worker. `make`: makes
 * one that waits.
 */
export function makeKit(make: (making: Making, renderId: string) => Promise<void>): (making: Making) => Promise<Made> {
  return async (making) => {
    const { context, wanted, output, onProgress } = making;
    const films = new Map<FilmKind, Render>();
    const ids = Object.entries(wanted.options?.films ?? {}) as [FilmKind, string][];
    for (const [i, [kind, renderId]] of ids.entries()) {
      const onShare = (share: number) => onProgress(((i + share) / ids.length) * FILMS_SHARE);
      films.set(kind, await finished({ ...making, onProgress: onShare }, renderId, FILMS[kind].title, make));
    }
    const title = (await context.programmeAt(wanted.workoutId, wanted.revision)).document.plan.title;
    const texts = await context.textsAt(
      wanted.workoutId,
      wanted.revision,
      EXPORTS.map((f) => f.name),
    );
    const files = new Map(EXPORTS.map((f, i) => [f.file, texts[i]!]));
    const certificate = films.get('programme')?.certificate ?? null;
    if (certificate !== null) files.set('certificate.json', `${JSON.stringify(certificate, null, 2)}\n`);
    files.set('manifest.json', `${JSON.stringify(kitManifest(title, wanted.revision, films, files), null, 2)}\n`);
    const entries: ZipEntry[] = [
      ...[...films].map(([kind, { sha256 }]) => ({
        name: nameInKit(kind),
        path: context.store.pathOf(sha256!, FILMS[kind].extension),
      })),
      ...[...files].map(([name, text]) => ({ name, text })),
    ];
    await writeZip(output, entries);
    return { ...NOTHING_READ, says: `${films.size === 1 ? '1 film' : `${films.size} films`}, ${files.size} files.` };
  };
}

const nameInKit = (kind: FilmKind) => `film.${FILMS[kind].ending}`;

function kitManifest(
  title: string,
  revision: number,
  films: ReadonlyMap<FilmKind, Render>,
  files: ReadonlyMap<string, string>,
) {
  return {
    title,
    revision,
    films: [...films].map(([kind, film]) => ({
      ...{ name: nameInKit(kind), what: FILMS[kind].title, sha256: film.sha256 },
      ...{ revision: film.revision, madeAt: film.createdAt },
    })),
    files: manifestOf(files),
  };
}

/** Waits for a film of the kit; one that nobody makes is made here. */
async function finished(
  making: Making,
  renderId: string,
  title: string,
  make: (making: Making, renderId: string) => Promise<void>,
): Promise<Render> {
  const { context, onProgress, signal } = making;
  while (!signal.aborted) {
    const film = await renderById(context.pool, renderId);
    if (film === null) throw new Missing(`${title}: it was taken away.`);
    onProgress(film.progress);
    if (film.state === 'done') return film;
    if (film.state === 'failed' || film.state === 'cancelled')
      throw new Missing(`${title}: ${film.message ?? 'it was stopped'}`);
    // Where another worker has it this does nothing.
    await make(making, renderId);
    await pause(LOOK_MS);
  }
  throw new Missing('The kit was stopped.');
}
