import { rm } from 'node:fs/promises';
import { extensionOf } from '../core/delivery/films.ts';
import type { Db } from '../db/pool.ts';
import { workNamed } from '../db/leases-sql.ts';
import { forgetOlderParts } from '../db/render-parts-sql.ts';
import { type RenderKind, renderById, setRenderFile } from '../db/renders-sql.ts';
import { keepMade } from './keep-made.ts';
import { makeAudio } from './make-audio.ts';
import { makeCovers } from './make-covers.ts';
import { makeKit } from './make-kit.ts';
import { makeFilm } from './make-film.ts';
import { makeOverlay, makeOverlayPictures } from './make-overlay.ts';
import { makeBed, makeSoundPart } from './make-sound.ts';
import { makeStretch } from './make-stretch.ts';
import { makeViewersPage } from './make-viewers-page.ts';
import type { Made, Making } from './making.ts';
import { HOW_RENDERING_FAILS } from './programme-sources.ts';
import { runLeased } from './run-leased.ts';
import type { WorkerContext } from './worker-context.ts';

/** How each kind of file is made. */
const MAKERS: Readonly<Record<RenderKind, (making: Making) => Promise<Made>>> = {
  programme: makeFilm,
  clean: makeFilm,
  small: makeFilm,
  av1: makeFilm,
  vp9: makeFilm,
  audio: makeAudio,
  'viewers-page': makeViewersPage,
  'overlay-mov': makeOverlay,
  'overlay-webm': makeOverlay,
  'overlay-pictures': makeOverlayPictures,
  stretch: makeStretch,
  covers: makeCovers,
  kit: makeKit((making, id) => renderJob(making.context, id)),
  'bed-wav': makeBed,
  'bed-flac': makeBed,
  'sound-mix': makeSoundPart('mix'),
  'sound-voice': makeSoundPart('voice'),
  'sound-music': makeSoundPart('music'),
  'sound-tones': makeSoundPart('tones'),
  'sound-clean': makeSoundPart('clean'),
};

/**
 * Makes one file of a programme: a film, a sound, the overlay. Stops within a second of being cancelled; a failure
 * becomes a sentence on the page.
 */
export async function renderJob(context: WorkerContext, renderId: string): Promise<void> {
  const { pool, store } = context;
  const wanted = await renderById(pool, renderId);
  if (wanted === null) return;
  const extension = extensionOf(wanted.kind);
  await runLeased(
    context,
    workNamed.render(renderId),
    async ({ onProgress, signal, finish }) => {
      const output = await store.temporary(extension);
      try {
        const { says, key, certificate } = await MAKERS[wanted.kind]({ context, wanted, output, onProgress, signal });
        const finished = (write: (db: Db) => Promise<void>) => finish('done', says, write);
        await keepMade(store, { path: output, extension }, finished, async (db, sha256) => {
          await setRenderFile(db, renderId, { sha256, pictureKey: key, certificate });
          await forgetOlderParts(db, renderId);
        });
      } finally {
        await rm(output, { force: true });
      }
    },
    HOW_RENDERING_FAILS,
  );
}
