import { readFile, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import type { TakeLevels } from '../core/sound/take-levels.ts';
import {
  type MoreOfTake,
  type Take,
  deleteTake,
  restoreTake,
  takeOfUpload,
  insertTake,
  putRole,
  takeById,
  takesOf,
} from '../db/takes-sql.ts';
import { putTranscript } from '../db/transcripts-sql.ts';
import { eachCare } from '../core/sound/care-loudness.ts';
import { levelsOf, waveformOf } from '../db/take-sound-sql.ts';
import { scopeNow } from '../db/studio-scope.ts';
import { inTransaction } from '../db/pool.ts';
import { keepableName } from '../formats/keepable.ts';
import { withTake, withoutTake } from '../core/workout/document.ts';
import { awaitedArrived } from '../db/awaited-sql.ts';
import { keepMedia } from '../db/keep-media.ts';
import { FileTooLarge, type Incoming, linkFile } from '../media/file-store.ts';
import { TAKE_WANTED, probe } from '../media/probe.ts';
import { NotPicture, stillFilm } from '../media/still.ts';
import { checked } from './checked.ts';
import { Refusal } from './refusal.ts';
import { checkRoom, refuseFull } from './room.ts';
import type { Context } from './context.ts';
import { amendWorkout, checkId, getWorkout } from './workouts.ts';
import { FIRST_WORK, queueLine, queueWork, wantTakeWork } from './take-work.ts';
import { getTake } from './get-take.ts';

/** Largest take, 64 GiB: several hours of 4K from a phone or camera. */
export const LARGEST_TAKE = 64 * 2 ** 30;

/** Largest still picture. */
const LARGEST_PICTURE = 64 * 2 ** 20;

/** How a file is called, and what else is known of it. */
type KeptAs = { readonly name: string } & Pick<MoreOfTake, 'uploadId' | 'pickUp' | 'picture'>;

/** Brings a file in: streamed to disk and hashed, probed, kept; what is to be heard and seen in it is queued. */
export async function bringInTake(
  context: Context,
  workoutId: string | undefined,
  body: Readable,
  { bytes = 0, ...more }: { readonly bytes?: number } & Omit<KeptAs, 'uploadId'>,
): Promise<Take> {
  const workout = await getWorkout(context, workoutId);
  await checkRoom(context, bytes);
  let incoming: Incoming;
  try {
    incoming = await context.store.receive(body, more.picture === true ? LARGEST_PICTURE : LARGEST_TAKE);
  } catch (error) {
    if (error instanceof FileTooLarge)
      throw new Refusal(413, `The file is larger than ${more.picture === true ? '64 MiB' : '64 GiB'}.`);
    refuseFull(error);
    throw new Refusal(400, 'The upload stopped before its end. Nothing was kept; bring the file in again.');
  }
  return keepTake(context, workout.id, incoming, more);
}

/** Which line of which take a recording is of. */
interface PickUpOf {
  readonly of: string;
  readonly id: string;
}

/** The line that a request names, of a take of the workout; undefined: it names none. */
export async function pickUpFrom(
  context: Context,
  workoutId: string | undefined,
  id: string | null,
  of: string | null,
): Promise<PickUpOf | undefined> {
  if (id === null) return undefined;
  if (!/^[\w-]{1,80}$/.test(id)) throw new Refusal(422, 'This is not the name of a line.');
  const take = await getTake(context, of ?? undefined);
  if (take.workoutId !== (await getWorkout(context, workoutId)).id) throw new Refusal(404, 'There is no such take.');
  return { of: take.id, id };
}

const UPLOAD_ID = /^[0-9a-f]{16,64}$/;

/** Makes a take of an upload that has come in whole. One that has not is refused and stays, so that it can go on. */
export async function takeFromUpload(
  context: Context,
  workoutId: string | undefined,
  {
    uploadId,
    name,
    pickUp,
  }: { readonly uploadId: string; readonly name: string; readonly pickUp?: PickUpOf | undefined },
): Promise<Take> {
  const workout = await getWorkout(context, workoutId);
  if (!UPLOAD_ID.test(uploadId)) throw new Refusal(404, 'There is no such upload.');
  const made = await takeOfUpload(context.pool, uploadId);
  if (made !== null) return made;
  const path = join(context.uploads, uploadId);
  const [facts, info] = await Promise.all([
    stat(path).catch(() => null),
    readFile(`${path}.json`, 'utf8')
      .then((t) => JSON.parse(t) as { size?: number; metadata?: { studio?: string | null } })
      .catch(() => null),
  ]);
  const studio = scopeNow()?.studioId ?? null;
  if (facts === null || info === null || (info.metadata?.studio ?? null) !== studio)
    throw new Refusal(404, 'There is no such upload.');
  if (facts.size !== info.size)
    throw new Refusal(409, `Of this upload ${facts.size} of ${info.size ?? '?'} bytes have come; it can go on.`);
  // The upload stays until its take is written down: what fails before can be finished again.
  const incoming = await linkFile(context.store, path);
  const take = await keepTake(context, workout.id, incoming, { name, uploadId, pickUp });
  await Promise.all([rm(path, { force: true }), rm(`${path}.json`, { force: true })]);
  return take;
}

export async function keepTake(
  context: Context,
  workoutId: string,
  file: Incoming,
  { name, ...more }: KeptAs,
): Promise<Take> {
  const incoming = more.picture === true ? await asFilm(context, file) : file;
  const probed =
    incoming.bytes === 0
      ? ({ ok: false, message: `This file is empty; ${TAKE_WANTED}.` } as const)
      : await probe(incoming.path);
  if (!probed.ok) {
    await context.store.discard(incoming);
    throw new Refusal(415, probed.message);
  }
  const queue = await context.queue();
  const kept = keepableName(name, 300) ?? 'Take';
  return keepMedia(context.pool, context.store, {
    incoming,
    extension: probed.extension,
    write: async (db) => {
      const awaited = await awaitedArrived(db, workoutId, incoming.sha256);
      const id = await insertTake(
        db,
        workoutId,
        { sha256: incoming.sha256, name: kept, probe: probed.probe },
        { ...more, id: awaited?.id },
      );
      if (awaited?.transcript != null) await putTranscript(db, { takeId: id, ...awaited.transcript });
      const edit = awaited?.edit ?? null;
      if (edit !== null)
        await amendWorkout(db, workoutId, (d) =>
          d.edit.takeId === null ? { ...d, edit: { ...edit, takeId: id } } : d,
        );
      else if (awaited?.chosen === true)
        await amendWorkout(db, workoutId, (d) => (d.edit.takeId === null ? { ...d, edit: withTake(d.edit, id) } : d));
      if (more.pickUp !== undefined) await queueLine(db, queue, id);
      else if (more.picture !== true) await queueWork(db, queue, id, ...FIRST_WORK);
      return (await takeById(db, id)) as Take;
    },
  });
}

async function asFilm({ store }: Context, picture: Incoming): Promise<Incoming> {
  try {
    return await stillFilm(store, picture);
  } catch (error) {
    if (error instanceof NotPicture) throw new Refusal(415, error.message);
    throw error;
  }
}

/** Says what a take is, and lays it over the take that it is another recording of. */
export async function setRole(context: Context, takeId: string | undefined, body: unknown): Promise<Take> {
  const take = await getTake(context, takeId);
  const { role, ofTake } = checked('setRole', body);
  const other = ofTake === null ? null : await getTake(context, ofTake);
  if ((role === 'take') !== (other === null))
    throw new Refusal(422, 'Another camera or a recorder belongs to a take; a take belongs to none.');
  if (other !== null && (other.workoutId !== take.workoutId || other.id === take.id))
    throw new Refusal(422, 'A recording belongs to another take of the same workout.');
  if (other !== null && other.role !== 'take')
    throw new Refusal(422, `${other.name} is itself a second recording; choose the take that it belongs to.`);
  if (role !== 'take' && (await takesOf(context.pool, take.workoutId)).some((t) => t.ofTake === take.id))
    throw new Refusal(409, 'Other recordings belong to this take; give them to another one first.');
  await putRole(context.pool, take.id, role, ofTake);
  if (other !== null) await wantTakeWork(context, take.id, 'sync');
  return (await takeById(context.pool, take.id)) as Take;
}

export async function removeTake(context: Context, id: string | undefined): Promise<void> {
  const take = await getTake(context, id);
  await inTransaction(context.pool, async (db) => {
    // What was decided about it is put aside and comes back with it.
    await amendWorkout(db, take.workoutId, (d) => ({ ...d, edit: withoutTake(d.edit, take.id) }));
    await deleteTake(db, take.id);
  });
}

export async function bringBackTake(context: Context, id: string | undefined): Promise<Take> {
  // The answer to an earlier request may have been lost: then it is restored already.
  if (!(await restoreTake(context.pool, checkId(id, 'take'))) && (await takeById(context.pool, id ?? '')) === null)
    throw new Refusal(404, 'This take is gone for good.');
  return getTake(context, id);
}

export async function takeLevels(context: Context, takeId: string | undefined): Promise<TakeLevels> {
  const found = await levelsOf(context.pool, checkId(takeId, 'take'));
  if (found === null) throw new Refusal(404, 'The loudness of this take is not measured yet.');
  const { halfLu, cared, ...rest } = found;
  return { ...rest, halfLu: Array.from(halfLu), cared: cared && eachCare((care) => Array.from(cared[care])) };
}

export async function takeWaveform(
  context: Context,
  takeId: string | undefined,
): Promise<{ peaksASecond: number; peaks: Uint8Array }> {
  const found = await waveformOf(context.pool, checkId(takeId, 'take'));
  if (found === null) throw new Refusal(404, 'The waveform is not made yet.');
  return found;
}
