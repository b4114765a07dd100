import { createHash } from 'node:crypto';
import { strToU8, zipSync } from 'fflate';
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

/** What the files of a workout are made from, and which of them can be made. */
async function exportsOf(context: Context, workoutId: string | undefined) {
  const { id, document: stored, revision } = await getWorkout(context, workoutId);
  const document = await asTimed(context, stored);
  const { plan, script, edit, music } = document;
  const takes = await takesWithTranscripts(context, id);
  const recordings = takes.map((t) => t.take);
  const isFilmed = takesIn(edit, recordings).length > 0;
  const input = {
    document: { plan, script, edit, music },
    tracks: usableTracks(await allTracks(context.pool)),
    studio: await getStudio(context),
    takes,
    credits: await musicCredits(context, document),
  };
  const canBe = (f: ExportFormat) => isFilmed || f.needs === undefined;
  return { id, revision, title: plan.title, input, canBe };
}

/** A file of a workout: from the chosen take where there is one, else from the plan alone. */
export async function exportFile(
  context: Context,
  workoutId: string | undefined,
  name: string | undefined,
): Promise<{ format: ExportFormat; text: string; title: string }> {
  const format = EXPORTS.find((f) => f.name === name);
  if (format === undefined) throw new Refusal(404, `There is no format “${name?.slice(0, 40) ?? ''}”.`);
  const { title, input, canBe } = await exportsOf(context, workoutId);
  if (!canBe(format))
    throw new Refusal(409, `${format.title}: it is made from what was filmed, and no take is chosen yet.`);
  const [text] = await aside('exportTexts', [format.name], input);
  return { format, text: text!, title };
}

/** Everything that goes with a film, in one ZIP: every file, the certificate, and a manifest with their hashes. */
export async function exportKit(
  context: Context,
  workoutId: string | undefined,
): Promise<{ zip: Uint8Array; title: string }> {
  const { id, revision, title, input, canBe } = await exportsOf(context, workoutId);
  const formats = EXPORTS.filter(canBe);
  const texts = await aside(
    'exportTexts',
    formats.map((f) => f.name),
    input,
  );
  const film = (await rendersOf(context.pool, id)).find((r) => r.kind === 'programme' && r.state === 'done');
  const files = new Map(formats.map((f, i) => [f.file, texts[i]!]));
  if (film?.certificate != null) files.set('certificate.json', `${JSON.stringify(film.certificate, null, 2)}\n`);
  const sha256 = (text: string) => createHash('sha256').update(text).digest('hex');
  const manifest = {
    title,
    revision,
    film: film === undefined ? null : { sha256: film.sha256, revision: film.revision, madeAt: film.createdAt },
    files: [...files].map(([name, text]) => ({ name, bytes: Buffer.byteLength(text), sha256: sha256(text) })),
  };
  files.set('manifest.json', `${JSON.stringify(manifest, null, 2)}\n`);
  return {
    zip: zipSync(Object.fromEntries([...files].map(([name, text]) => [name, strToU8(text)]))),
    title,
  };
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
