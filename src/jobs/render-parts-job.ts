import { rm } from 'node:fs/promises';
import { setTimeout as pause } from 'node:timers/promises';
import pLimit from 'p-limit';
import { type Drawn, drawnWithin } from '../core/looks/drawn.ts';
import { paint } from '../core/looks/paint.ts';
import { styleOf } from '../core/workout/document.ts';
import { workNamed } from '../db/leases-sql.ts';
import type { Db } from '../db/pool.ts';
import { insertParts, keyOfPart, partsOfRender, setPartFile } from '../db/render-parts-sql.ts';
import { type Render, type RenderKind, fileWithPicture, renderById } from '../db/renders-sql.ts';
import { writeAss } from '../formats/ass/ass-writer.ts';
import {
  type PartLengths,
  type PictureJob,
  type RenderPart,
  joinParts,
  keyOfPicture,
  partsOf,
  piecesOf,
  renderPicture,
} from '../media/render-parts.ts';
import { type FilmEncoding, sizeOfEncoding } from '../media/encodings.ts';
import { type RenderPiece, withSources } from '../media/render-pieces.ts';
import { HOW_RENDERING_FAILS, Missing, type ProgrammeSources, sourcesOf } from './programme-sources.ts';
import { keepMade } from './keep-made.ts';
import { runLeased } from './run-leased.ts';
import type { WorkerContext } from './worker-context.ts';

interface Wanted {
  /** The key of the whole picture. */
  readonly key: string;
  readonly of: ProgrammeSources;
  /** Where the parts are joined. */
  readonly joined: string;
  readonly onShare: (share: number) => void;
  readonly signal: AbortSignal;
}

/**
 * The picture of a programme without its sound: the very one of an earlier video, or joined from parts that any number
 * of workers make and that are not made twice. Gives the path of the file.
 */
export async function pictureOf(context: WorkerContext, wanted: Render, work: Wanted): Promise<string> {
  const { key, of, joined, onShare, signal } = work;
  const { pool, store } = context;
  const same = await fileWithPicture(pool, wanted.workoutId, key);
  if (same !== null) return store.pathOf(same.sha256, same.extension);
  const jobs = partJobs(of, wanted.kind, context.partLengths);
  const waiting = await insertParts(
    pool,
    wanted.id,
    jobs.map((j) => keyOfPicture(j.picture)),
  );
  await context.askForParts(wanted.id, waiting);
  const look = async () => {
    const parts = await partsOfRender(pool, wanted.id);
    onShare(parts.reduce((sum, p) => sum + p.progress, 0) / Math.max(1, parts.length));
    return parts;
  };
  const looks = setInterval(() => void look().catch(() => undefined), LOOK_MS);
  try {
    for (let left = waiting; !signal.aborted; await pause(LOOK_MS)) {
      await Promise.all(left.map((part) => renderPartJob(context, wanted.id, part, work)));
      const parts = await look();
      const failed = parts.find((p) => p.state === 'failed');
      if (failed !== undefined) throw new Missing(failed.message ?? HOW_RENDERING_FAILS.unexpected);
      const files = parts.flatMap(({ part, sha256 }) =>
        sha256 === null ? [] : [{ ...jobs[part]!.of, path: store.pathOf(sha256, 'mp4') }],
      );
      if (files.length === jobs.length) {
        await joinParts(files, of.first.rate, joined, signal);
        return joined;
      }
      // Parts that another worker makes are waited for; parts that it gave up are made here.
      left = parts.filter((p) => p.state !== 'done').map((p) => p.part);
    }
    throw new Missing('Rendering was stopped.');
  } finally {
    clearInterval(looks);
  }
}

const LOOK_MS = 300;
/** Parts that one worker makes at once: what one decodes and draws, the other encodes meanwhile. */
export const PARTS_AT_ONCE = 2;

/** The whole picture of a film of a programme, with what is drawn over it: nothing over the clean one. */
export function pictureJobOf(
  { document, made, brand, first, source }: ProgrammeSources,
  kind: RenderKind,
): { readonly drawn: readonly Drawn[]; readonly picture: PictureJob } {
  const { pictures, lanes, behind } = made.produced;
  const encoding = encodingOf(kind);
  const size = { ...sizeOfEncoding(encoding, first), rate: first.rate };
  const drawn = kind === 'clean' ? [] : paint(lanes, size, styleOf(document.edit, brand, behind));
  const ass = kind === 'clean' ? null : writeAss(drawn, size);
  const sourced = withSources(pictures, source);
  const fits = size.height === first.height;
  return { drawn, picture: { ...size, pictures: fits ? sourced : sourced.map(scaled), ass } };
}

/** What a film of a kind is encoded as. */
export function encodingOf(kind: RenderKind): FilmEncoding {
  return kind === 'small' || kind === 'av1' || kind === 'vp9' ? kind : 'h264';
}

/** Scales a piece whose recording has another size than the film. */
function scaled(piece: RenderPiece): RenderPiece {
  const { source, into } = piece;
  return {
    ...piece,
    source: { ...source, fits: false },
    ...(into !== undefined && { into: { ...into, source: { ...into.source, fits: false } } }),
  };
}

/** The picture of each part, on the part's own clock. */
function partJobs(
  of: ProgrammeSources,
  kind: RenderKind,
  lengths?: PartLengths,
): { of: RenderPart; picture: PictureJob }[] {
  const { rate } = of.first;
  const { drawn, picture } = pictureJobOf(of, kind);
  return partsOf(picture.pictures, rate, lengths).map((part) => ({
    of: part,
    picture: {
      ...picture,
      pictures: piecesOf(picture.pictures, part, rate),
      ass: picture.ass === null ? null : writeAss(drawnWithin(drawn, part.from, part.to, rate), picture),
    },
  }));
}

const few = pLimit(PARTS_AT_ONCE);

/**
 * Makes one part of a video's picture, if nobody else has it. `known`: what it is made from, where that was read. Who
 * reads it and finds that it changed since leaves the part to whoever noted it.
 */
export async function renderPartJob(
  context: WorkerContext,
  renderId: string,
  part: number,
  known?: Pick<Wanted, 'of' | 'signal'>,
): Promise<void> {
  const { pool, store } = context;
  await few(async () => {
    const wanted = await renderById(pool, renderId);
    if (wanted === null || known?.signal.aborted === true) return;
    const key = await keyOfPart(pool, renderId, part);
    if (key === null) return;
    const of = known?.of ?? (await sourcesOf(context, wanted));
    const job = partJobs(of, wanted.kind, context.partLengths)[part]?.picture;
    if (job === undefined || keyOfPicture(job) !== key) return;
    await runLeased(
      context,
      workNamed.part(renderId, part),
      async ({ onProgress, signal, finish }) => {
        const output = await store.temporary('mp4');
        try {
          await renderPicture(job, output, context.fontsFolder, { onProgress, signal });
          const finished = (write: (db: Db) => Promise<void>) => finish('done', null, write);
          await keepMade(store, { path: output, extension: 'mp4' }, finished, (db, sha256) =>
            setPartFile(db, renderId, part, sha256),
          );
        } finally {
          await rm(output, { force: true });
        }
      },
      HOW_RENDERING_FAILS,
    );
  });
}
