import { readFile, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import type { TakeFacts } from '../core/workout/pipeline.ts';
import { type Take, deleteTake, insertMediaFile, insertTake, putTranscript, takeById, takesOf, transcriptOf, waveformOf } from '../db/takes-sql.ts';
import { send } from '../db/queue.ts';
import type { ReadProblem } from '../formats/problem.ts';
import { pastTheEnd } from '../formats/transcript-problem.ts';
import { type TranscriptFormat, readTranscript, transcriptFormat } from '../formats/transcript-reader.ts';
import { FileTooLarge, type Incoming, adoptFile } from '../media/file-store.ts';
import { probe } from '../media/probe.ts';
import { Refusal } from './answer.ts';
import type { Context } from './context.ts';
import { checkId, getWorkout } from './workouts.ts';

/** Largest take, 64 GiB: several hours of 4K from a phone or camera. */
export const LARGEST_TAKE = 64 * 2 ** 30;

/** Brings a file in: streamed to disk and hashed, probed, kept; its waveform is queued. */
export async function bringInTake(context: Context, workoutId: string | undefined, name: string, body: Readable): Promise<Take> {
  const workout = await getWorkout(context, workoutId);
  let incoming: Incoming;
  try {
    incoming = await context.store.receive(body, LARGEST_TAKE);
  } catch (error) {
    if (error instanceof FileTooLarge) throw new Refusal(413, `The file is larger than 64 GiB.`);
    throw new Refusal(400, 'The upload stopped before its end. Nothing was kept; bring the file in again.');
  }
  return keepTake(context, workout.id, name, incoming);
}

const UPLOAD_ID = /^[0-9a-f]{16,64}$/;

/** Makes a take of an upload that has come in whole. One that has not is refused and stays, so that it can go on. */
export async function takeFromUpload(context: Context, workoutId: string | undefined, uploadId: string, name: string): Promise<Take> {
  const workout = await getWorkout(context, workoutId);
  if (!UPLOAD_ID.test(uploadId)) throw new Refusal(404, 'There is no such upload.');
  const path = join(context.uploads, uploadId);
  const [facts, info] = await Promise.all([stat(path).catch(() => null), readFile(`${path}.json`, 'utf8').then((t) => JSON.parse(t) as { size?: number }).catch(() => null)]);
  if (facts === null || info === null) throw new Refusal(404, 'There is no such upload.');
  if (facts.size !== info.size) throw new Refusal(409, `Of this upload ${facts.size} of ${info.size ?? '?'} bytes have come; it can go on.`);
  const incoming = await adoptFile(context.store, path);
  await rm(`${path}.json`, { force: true });
  return keepTake(context, workout.id, name, incoming);
}

export async function keepTake(context: Context, workoutId: string, name: string, incoming: Incoming): Promise<Take> {
  const probed = incoming.bytes === 0 ? ({ ok: false, message: 'This file is empty; an MP4 or WebM video with sound is wanted.' } as const) : await probe(incoming.path);
  if (!probed.ok) {
    await context.store.discard(incoming);
    throw new Refusal(415, probed.message);
  }
  await context.store.keep(incoming, probed.extension);
  await insertMediaFile(context.pool, { sha256: incoming.sha256, extension: probed.extension, bytes: incoming.bytes });
  const id = await insertTake(context.pool, workoutId, incoming.sha256, name.replace(/[\u0000-\u001f]/g, ' ').trim().slice(0, 300) || 'Take', probed.probe);
  await send(await context.queue(), 'waveform', { takeId: id });
  return (await takeById(context.pool, id)) as Take;
}

export async function getTake(context: Context, id: string | undefined): Promise<Take> {
  const take = await takeById(context.pool, checkId(id, 'take'));
  if (take === null) throw new Refusal(404, 'There is no such take.');
  return take;
}

export async function removeTake(context: Context, id: string | undefined): Promise<void> {
  if (!(await deleteTake(context.pool, checkId(id, 'take')))) throw new Refusal(404, 'There is no such take.');
}

/** Sets a take's transcript. Problems that could be mended come back as notes; one without a single cue is refused. */
export async function setTranscript(context: Context, takeId: string | undefined, text: string): Promise<{ problems: readonly ReadProblem[]; cues: number }> {
  const take = await getTake(context, takeId);
  const { value, problems } = readTranscript(text);
  if (value.cues.length === 0) throw new Refusal(422, problems.find((p) => p.line === 0)?.message ?? problems[0]?.message ?? 'No words were found.', problems);
  await putTranscript(context.pool, { takeId: take.id, format: transcriptFormat(text), text });
  return { problems: [...problems, ...pastTheEnd(value.cues, take.duration)], cues: value.cues.length };
}

export interface TakeWithTranscript {
  readonly take: Take;
  readonly transcript: { readonly format: TranscriptFormat; readonly text: string } | null;
}

export async function takesWithTranscripts(context: Context, workoutId: string): Promise<TakeWithTranscript[]> {
  const takes = await takesOf(context.pool, workoutId);
  return Promise.all(takes.map(async (take) => {
    const row = await transcriptOf(context.pool, take.id);
    return { take, transcript: row === null ? null : { format: row.format, text: row.text } };
  }));
}

/** A take as the core sees it. A take without a transcript has no words. */
export async function takeFacts(context: Context, take: Take): Promise<TakeFacts> {
  const row = await transcriptOf(context.pool, take.id);
  return { duration: take.duration, rate: take.rate, transcript: row === null ? { cues: [] } : readTranscript(row.text).value };
}

export async function takeWaveform(context: Context, takeId: string | undefined): Promise<{ peaksASecond: number; peaks: Uint8Array }> {
  const found = await waveformOf(context.pool, checkId(takeId, 'take'));
  if (found === null) throw new Refusal(404, 'The waveform is not made yet.');
  return found;
}
