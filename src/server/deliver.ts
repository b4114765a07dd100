import { renderWanted } from './render-wanted.ts';
import Joi from 'joi';
import { FILM_KINDS, type FilmKind, KIT_KINDS, isFilmKind } from '../core/delivery/films.ts';
import { STRETCH_SHAPES, type StretchWanted } from '../core/delivery/stretch.ts';
import { usableTracks } from '../core/music/library.ts';
import { SOUND_PARTS } from '../core/sound/parts.ts';
import { isSoundOnly } from '../core/sync/media-facts.ts';
import { type Render, cancelRender, insertRender, renderById, rendersOf } from '../db/renders-sql.ts';
import { takesOf } from '../db/takes-sql.ts';
import { allTracks } from '../db/tracks-sql.ts';
import { EXPORTS, type ExportFormat } from '../formats/exports.ts';
import { Refusal } from './refusal.ts';
import { takesIn } from './aside/align-takes.ts';
import { aside } from './aside/aside.ts';
import type { Context } from './context.ts';
import { musicCredits } from './music.ts';
import { getStudio } from './studio.ts';
import { takesWithTranscripts } from './transcripts.ts';
import { asTimed } from './music-timing.ts';
import type { WorkoutDocument } from '../core/workout/document.ts';
import { checkId, documentAt, getWorkout } from './workouts.ts';

/** What the files of a workout are made from, as it is or as it was stored, and which of them can be made. */
export async function exportsOf(context: Context, workoutId: string | undefined, stored?: WorkoutDocument) {
  const { id, document: newest, revision } = await getWorkout(context, workoutId);
  const document = await asTimed(context, stored ?? newest);
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

/** Files of a workout as it was at a revision, as text, by their names. */
export async function textsAt(
  context: Context,
  workoutId: string,
  revision: number,
  names: readonly string[],
): Promise<readonly string[]> {
  const stored = await documentAt(context, workoutId, revision);
  return aside('exportTexts', names, (await exportsOf(context, workoutId, stored)).input);
}

/**
 * Asks for a film of the programme or what is made of one. `asked` says which piece of it, or which films a kit holds.
 */
export async function queueFilm(
  context: Context,
  workoutId: string | undefined,
  kind: string,
  asked: unknown = null,
): Promise<Render> {
  if (!isFilmKind(kind))
    throw new Refusal(422, `There is no film “${kind.slice(0, 40)}”; ${FILM_KINDS.join(', ')} are.`);
  const { id, document, revision } = await getWorkout(context, workoutId);
  const takes = takesIn(document.edit, await takesOf(context.pool, id));
  const [first] = takes;
  if (first === undefined) throw new Refusal(409, 'Choose a take on the Shoot station first.');
  if (takes.some(isSoundOnly))
    throw new Refusal(409, 'A take of the programme is sound alone; choose one with a picture.');
  const of = (made: FilmKind) => ({
    ...{ workoutId: id, revision, kind: made },
    ...(made === 'programme' && { takeId: first.id }),
  });
  if (kind === 'stretch')
    return renderWanted(context, (db) => insertRender(db, { ...of(kind), options: { stretch: stretchFrom(asked) } }));
  if (kind !== 'kit') return renderWanted(context, (db) => insertRender(db, of(kind)));
  const chosen = filmsFrom(asked);
  const made = await rendersOf(context.pool, id);
  const films: Partial<Record<FilmKind, string>> = {};
  for (const film of chosen) {
    const there = made.find((r) => r.kind === film && r.revision === revision && GOES_ON.has(r.state));
    films[film] = (there ?? (await renderWanted(context, (db) => insertRender(db, of(film))))).id;
  }
  return renderWanted(context, (db) => insertRender(db, { ...of(kind), options: { films } }));
}

/** A film in one of these states need not be asked for again. */
const GOES_ON: ReadonlySet<string> = new Set(['queued', 'running', 'done']);

const KIT = Joi.array()
  .items(Joi.valid(...KIT_KINDS))
  .unique()
  .required();

/** What Joi says of what was asked for. */
interface Checked<T> {
  readonly value: T;
  readonly error?: Error;
}

function filmsFrom(asked: unknown): readonly FilmKind[] {
  const { value, error } = KIT.validate(asked, { convert: false }) as Checked<FilmKind[]>;
  if (error !== undefined) throw new Refusal(422, 'It is not said which films the kit is to hold.', error.message);
  return value;
}

/** Asks for the finished film. */
export const queueRender = (context: Context, workoutId: string | undefined) =>
  queueFilm(context, workoutId, 'programme');

const STRETCH = Joi.object<StretchWanted>({
  fromKey: Joi.string().max(200).required(),
  toKey: Joi.string().max(200).required(),
  shape: Joi.valid(...STRETCH_SHAPES).required(),
  look: Joi.boolean().required(),
  sound: Joi.boolean().required(),
  draft: Joi.boolean().required(),
});

function stretchFrom(asked: unknown): StretchWanted {
  const { value, error } = STRETCH.validate(asked, { convert: false }) as Checked<StretchWanted>;
  if (error !== undefined) throw new Refusal(422, 'It is not said which piece of the class is wanted.', error.message);
  return value;
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
  return renderWanted(context, (db) => insertRender(db, { workoutId: id, revision, kind: `sound-${known}` }));
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
