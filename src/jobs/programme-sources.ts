import type { Render } from '../db/renders-sql.ts';
import { NO_SOURCE, type RenderSource, withSources } from '../media/render-pieces.ts';
import { ProgramFailed } from '../media/child-process.ts';
import type { WorkerContext } from './worker-context.ts';

/** Something that a render needs is gone; the sentence says what. */
export class Missing extends Error {}

/** What is said where rendering fails. */
export const HOW_RENDERING_FAILS = {
  sentence: (error: unknown) =>
    error instanceof Missing
      ? error.message
      : error instanceof ProgramFailed
        ? `Rendering failed: ${error.said.split('\n')[0] ?? ''}`
        : null,
  unexpected: 'Rendering failed.',
};

export type ProgrammeSources = Awaited<ReturnType<typeof sourcesOf>>;

/** The programme that a render is of, with the files it is made from. */
export async function sourcesOf(
  context: WorkerContext,
  { workoutId, revision }: Pick<Render, 'workoutId' | 'revision'>,
) {
  const { document, made, brand } = await context.programmeAt(workoutId, revision);
  const first = made?.takes[0]?.take;
  if (made === null || first === undefined) throw new Missing('The take is gone.');
  const source = (mediaId: string | null): RenderSource => {
    if (mediaId === null) return NO_SOURCE;
    const media = made.media.get(mediaId);
    // A clip or a still frame of a recording that was deleted since.
    if (media === undefined) throw new Missing('A recording that an insert shows is gone; remove the insert first.');
    return {
      path: context.store.pathOf(media.file.sha256, media.file.extension),
      fits: media.width === first.width && media.height === first.height,
      silent: media.audioCodec === null,
    };
  };
  const heard = withSources(made.produced.sounds, source);
  return { document, made, brand, first, source, heard };
}
