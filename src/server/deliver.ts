import { usableTracks } from '../core/music/library.ts';
import { SOUND_PARTS } from '../core/sound/parts.ts';
import { isSoundOnly } from '../core/sync/media-facts.ts';
import { type Db, inTransaction } from '../db/pool.ts';
import { type Render, cancelRender, insertRender, renderById, rendersOf } from '../db/renders-sql.ts';
import { takesOf } from '../db/takes-sql.ts';
import { allTracks } from '../db/tracks-sql.ts';
import { send } from '../db/queue.ts';
import { EXPORTS, type ExportFormat } from '../formats/exports.ts';
import { Refusal } from './answer.ts';
import { takesIn } from './aside/align-takes.ts';
import { aside } from './aside/aside.ts';
import type { Context } from './context.ts';
import { musicCredits } from './music.ts';
import { getStudio } from './studio.ts';
import { takesWithTranscripts } from './takes.ts';
import { asTimed } from './timed.ts';
import { checkId, getWorkout } from './workouts.ts';

/** A file of a workout: from the chosen take where there is one, else from the plan alone. */
export async function exportFile(
  context: Context,
  workoutId: string | undefined,
  name: string | undefined,
): Promise<{ format: ExportFormat; text: string; title: string }> {
  const format = EXPORTS.find((f) => f.name === name);
  if (format === undefined) throw new Refusal(404, `There is no format “${name?.slice(0, 40) ?? ''}”.`);
  const { id, document: stored } = await getWorkout(context, workoutId);
  const document = await asTimed(context, stored);
  const { plan, script, edit, music } = document;
  const takes = await takesWithTranscripts(context, id);
  if (
    format.needs !== undefined &&
    takesIn(
      edit,
      takes.map((t) => t.take),
    ).length === 0
  )
    throw new Refusal(409, `${format.title}: it is made from what was filmed, and no take is chosen yet.`);
  const text = await aside('exportText', format.name, {
    document: { plan, script, edit, music },
    tracks: usableTracks(await allTracks(context.pool)),
    studio: await getStudio(context),
    takes,
    credits: await musicCredits(context, document),
  });
  return { format, text, title: plan.title };
}

export async function queueRender(context: Context, workoutId: string | undefined): Promise<Render> {
  const { id, document, revision } = await getWorkout(context, workoutId);
  const takes = takesIn(document.edit, await takesOf(context.pool, id));
  const [first] = takes;
  if (first === undefined) throw new Refusal(409, 'Choose a take on the Shoot station first.');
  if (takes.some(isSoundOnly))
    throw new Refusal(409, 'A take of the programme is sound alone; choose one with a picture.');
  return renderWanted(context, (db) => insertRender(db, id, first.id, revision));
}

/** Asks for the sound of the programme by itself, or a part of it. */
export async function queueSound(
  context: Context,
  workoutId: string | undefined,
  part: string | null,
): Promise<Render> {
  const known = SOUND_PARTS.find((p) => p === part);
  if (known === undefined) throw new Refusal(422, 'The parts of the sound are mix, voice, music, tones and clean.');
  const { id, document, revision } = await getWorkout(context, workoutId);
  if (takesIn(document.edit, await takesOf(context.pool, id)).length === 0)
    throw new Refusal(409, 'Choose a take on the Shoot station first.');
  if (known === 'music' && !document.edit.sound.music)
    throw new Refusal(409, 'No music is mixed under the voice; switch it on first.');
  if (known === 'tones' && document.edit.sound.tones.family === null)
    throw new Refusal(409, 'There are no timer tones; choose a sound for them first.');
  return renderWanted(context, (db) => insertRender(db, id, null, revision, `sound-${known}`));
}

/** A render and its job, written together. */
export async function renderWanted(context: Context, insert: (db: Db) => Promise<Render>): Promise<Render> {
  const queue = await context.queue();
  return inTransaction(context.pool, async (db) => {
    const render = await insert(db);
    await send(queue, 'render', { renderId: render.id }, db);
    return render;
  });
}

export async function getRender(context: Context, id: string | undefined): Promise<Render> {
  const render = await renderById(context.pool, checkId(id, 'render'));
  if (render === null) throw new Refusal(404, 'There is no such render.');
  return render;
}

export async function stopRender(context: Context, id: string | undefined): Promise<Render> {
  const render = await getRender(context, id);
  await cancelRender(context.pool, render.id);
  return getRender(context, id);
}

export async function listRenders(context: Context, workoutId: string): Promise<Render[]> {
  return rendersOf(context.pool, workoutId);
}
