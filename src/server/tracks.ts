import type { Readable } from 'node:stream';
import { type PracticeBeat, PRACTICE_LIMITS, practiceMap } from '../core/music/practice.ts';
import type { LibraryTrack } from '../core/music/library.ts';
import { OWN_RIGHTS } from '../core/music/track.ts';
import {
  allTracks,
  deleteTrack,
  restoreTrack,
  insertTrack,
  setProof,
  setRights,
  setTrackMap,
  trackById,
} from '../db/tracks-sql.ts';
import { trackSound } from '../db/track-sound-sql.ts';
import { send } from '../db/queue.ts';
import { keepableName } from '../formats/keepable.ts';
import { keepMedia } from '../db/keep-media.ts';
import { FileTooLarge, type Incoming, receiveFile } from '../media/file-store.ts';
import { writePractice } from '../media/practice-file.ts';
import { NotSound, type SoundFacts, probeSound } from '../media/sound.ts';
import { rm } from 'node:fs/promises';
import { checked } from './checked.ts';
import { Refusal } from './refusal.ts';
import { checkRoom, refuseFull } from './room.ts';
import type { Context } from './context.ts';
import { checkId } from './workouts.ts';

/** Largest track, 4 GiB: an hour of sound in the widest format is less. */
const LARGEST_TRACK = 4 * 2 ** 30;
const LARGEST_PROOF = 50 * 2 ** 20;

export async function trackList(context: Context): Promise<LibraryTrack[]> {
  return allTracks(context.pool);
}

export async function getTrack(context: Context, id: string | undefined): Promise<LibraryTrack> {
  const track = await trackById(context.pool, checkId(id, 'track'));
  if (track === null) throw new Refusal(404, 'There is no such track.');
  return track;
}

async function receive(context: Context, body: Readable, most: number): Promise<Incoming> {
  await checkRoom(context, 0);
  try {
    return await context.store.receive(body, most);
  } catch (error) {
    if (error instanceof FileTooLarge)
      throw new Refusal(413, `The file is larger than ${Math.round(most / 2 ** 20)} MiB.`);
    refuseFull(error);
    throw new Refusal(400, 'The upload stopped before its end. Nothing was kept; bring the file in again.');
  }
}

const EXTENSIONS: Readonly<Record<string, string>> = {
  mp3: 'mp3',
  aac: 'aac',
  flac: 'flac',
  vorbis: 'ogg',
  opus: 'opus',
};

/** The extension of a kept file, by what it holds and never by the name it came with. */
function extensionOf({ format, codec }: SoundFacts): string {
  if (format.includes('mp4') || format.includes('mov')) return 'm4a';
  return format === 'wav' || format === 'w64'
    ? 'wav'
    : format === 'aiff'
      ? 'aiff'
      : format.includes('matroska')
        ? 'webm'
        : (EXTENSIONS[codec] ?? 'ogg');
}

/** Brings a track in; hearing it is queued. */
export async function bringInTrack(context: Context, name: string, body: Readable): Promise<LibraryTrack> {
  return keepTrack(context, name, await receive(context, body, LARGEST_TRACK), null);
}

async function keepTrack(
  context: Context,
  name: string,
  incoming: Incoming,
  made: PracticeBeat | null,
): Promise<LibraryTrack> {
  let facts: SoundFacts;
  try {
    if (incoming.bytes === 0) throw new NotSound('This file is empty; a sound file is wanted.');
    facts = await probeSound(incoming.path);
  } catch (error) {
    await context.store.discard(incoming);
    if (error instanceof NotSound) throw new Refusal(415, error.message);
    throw error;
  }
  const extension = extensionOf(facts);
  const queue = await context.queue();
  const track = {
    sha256: incoming.sha256,
    title:
      keepableName(facts.tags.title ?? '', 300) ?? keepableName(name.replace(/\.[a-z0-9]{2,5}$/i, ''), 300) ?? 'Track',
    artist: keepableName(facts.tags.artist ?? '', 300) ?? '',
    codec: facts.codec,
    channels: facts.channels,
    rateHz: Math.max(1, facts.rateHz),
    durationUs: (facts.durationS ?? 0) * 1e6,
    tags: facts.tags,
    made,
  };
  return keepMedia(context.pool, context.store, {
    incoming,
    extension,
    write: async (db) => {
      const id = await insertTrack(db, track);
      await send(queue, 'hear', { trackId: id }, { db });
      return (await trackById(db, id)) as LibraryTrack;
    },
  });
}

/** Makes a practice beat. Its tempo map is known, not heard; its rights are the studio's own. */
export async function makePractice(context: Context, body: unknown): Promise<LibraryTrack> {
  const beat = checked('makePractice', body);
  const { map, duration } = practiceMap(beat);
  if (duration > PRACTICE_LIMITS.longestUs)
    throw new Refusal(
      422,
      `That beat would last ${Math.round(duration / 60e6)} minutes; at most ${PRACTICE_LIMITS.longestUs / 60e6}` +
        ' are made.',
    );
  const path = await context.store.temporary('flac');
  try {
    await writePractice(beat, path);
    const [from, to] = [beat.fromMilliBpm / 1000, beat.toMilliBpm / 1000];
    const word = beat.style[0]?.toUpperCase() + beat.style.slice(1);
    const track = await keepTrack(
      context,
      `${word} practice beat, ${from === to ? from : `${from} to ${to}`}`,
      await receiveFile(context.store, path),
      beat,
    );
    await setTrackMap(context.pool, track.id, map);
    await setRights(context.pool, track.id, OWN_RIGHTS);
    return await getTrack(context, track.id);
  } finally {
    await rm(path, { force: true });
  }
}

export async function removeTrack(context: Context, id: string | undefined): Promise<void> {
  if (!(await deleteTrack(context.pool, checkId(id, 'track')))) throw new Refusal(404, 'There is no such track.');
}

export async function bringBackTrack(context: Context, id: string | undefined): Promise<LibraryTrack> {
  // The answer to an earlier request may have been lost: then it is restored already.
  if (!(await restoreTrack(context.pool, checkId(id, 'track'))) && (await trackById(context.pool, id ?? '')) === null)
    throw new Refusal(404, 'This track is gone for good.');
  return getTrack(context, id);
}

/** Keeps the file that proves a licence. */
export async function bringInProof(
  context: Context,
  id: string | undefined,
  name: string,
  body: Readable,
): Promise<LibraryTrack> {
  const track = await getTrack(context, id);
  const incoming = await receive(context, body, LARGEST_PROOF);
  if (incoming.bytes === 0) {
    await context.store.discard(incoming);
    throw new Refusal(415, 'This file is empty.');
  }
  const extension = /\.([a-z0-9]{2,5})$/i.exec(name)?.[1]?.toLowerCase() ?? 'bin';
  const kept = keepableName(name, 200) ?? 'Proof';
  await keepMedia(context.pool, context.store, {
    incoming,
    extension,
    write: (db) => setProof(db, track.id, incoming.sha256, kept),
  });
  return getTrack(context, track.id);
}

export async function soundOf(
  context: Context,
  id: string | undefined,
): Promise<{ waveform: Uint8Array; energies: Float32Array }> {
  const found = await trackSound(context.pool, checkId(id, 'track'));
  if (found === null) throw new Refusal(404, 'This track is not heard yet.');
  return found;
}
