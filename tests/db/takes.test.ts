import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { deleteTake, insertMediaFile, putLie, putThumbs, takeById } from '../../src/db/takes-sql.ts';
import { putTranscript, transcriptOf } from '../../src/db/transcripts-sql.ts';
import {
  levelsOf,
  putLevels,
  putTakeSound,
  putWaveform,
  takeOverHeard,
  takeOverPictures,
  waveformOf,
} from '../../src/db/take-sound-sql.ts';
import {
  LeaseLost,
  beatLease,
  endLease,
  leftWork,
  takeLease,
  workNamed,
  writeLeased,
} from '../../src/db/leases-sql.ts';
import { queueTakeWork, stopTakeWork, workOf } from '../../src/db/take-work-sql.ts';
import { factsOfTake } from '../../src/core/workout/take-sources.ts';
import { NO_SOUND } from '../../src/core/signal/take-sound.ts';
import { anySeconds, anyTime } from '../support/times.ts';
import { WORDS_A_MINUTE } from '../../src/core/speech/line-time.ts';
import type { Context } from '../../src/server/context.ts';
import { changeLogbook, keepInLogbook, readLogbook } from '../../src/server/logbook.ts';
import { getStudio } from '../../src/server/studio.ts';
import { setRole } from '../../src/server/takes.ts';
import {
  previousTranscript,
  setTranscript,
  takesWithTranscripts,
  transcriptFile,
} from '../../src/server/transcripts.ts';
import { askTakeWork } from '../../src/server/take-work.ts';
import { createWorkout, getWorkout } from '../../src/server/workouts.ts';
import { patchWorkout } from '../../src/server/workout-patch.ts';
import { writeTranscript } from '../../src/formats/transcript-writer.ts';
import { closeContext, freshContext } from './support.ts';
import { OUTLINE, made, newTake } from './made-takes.ts';

let context: Context;
let workoutId: string;
let [take, camera, other]: [string, string, string] = ['', '', ''];

beforeAll(async () => {
  context = await freshContext('euphon_takes');
  workoutId = (await createWorkout(context, { outline: OUTLINE })).id;
  [take, camera, other] = [
    await newTake(context, workoutId, 1),
    await newTake(context, workoutId, 2),
    await newTake(context, (await createWorkout(context, { title: 'Other' })).id, 3),
  ];
});
afterAll(() => closeContext(context));

describe('recordings of the same hour', () => {
  it('belong to a take of the same workout, and are laid over it', async () => {
    expect(await setRole(context, camera, { role: 'camera', ofTake: take })).toMatchObject({
      role: 'camera',
      ofTake: take,
      lie: null,
    });
    expect(await workOf(context.pool, camera)).toMatchObject([{ kind: 'sync', state: 'queued' }]);
  });
  it.each([
    ['another workout’s take', () => ({ role: 'camera', ofTake: other }), /same workout/],
    ['itself', () => ({ role: 'camera', ofTake: camera }), /another take/],
    ['nothing', () => ({ role: 'recorder', ofTake: null }), /belongs to a take/],
    ['a take that has one', () => ({ role: 'take', ofTake: take }), /belongs to none/],
    ['no role', () => ({ role: 'drone', ofTake: take }), /A role/],
    ['no take', () => ({ role: 'camera', ofTake: '00000000-0000-0000-0000-000000000000' }), /no such take/],
  ])('are refused with a sentence where they belong to %s', async (_, body, message) => {
    await expect(setRole(context, camera, body())).rejects.toThrow(message);
  });
  it('of a take that has others cannot itself become another’s', async () => {
    await expect(setRole(context, take, { role: 'camera', ofTake: camera })).rejects.toThrow(
      /itself a second recording|give them to another/,
    );
  });
  it('lend the take their sound where it is clearer, at its times', async () => {
    await putLie(context.pool, camera, { offsetUs: anySeconds(5), driftPpm: 0, spreadUs: anyTime(0) });
    await putTakeSound(context.pool, camera, {
      ...NO_SOUND,
      voice: [{ start: anySeconds(15), end: anySeconds(16) }],
      voiceClarity: 0.9,
    });
    const row = await takeById(context.pool, take);
    expect(
      factsOfTake(row as never, await takesWithTranscripts(context, workoutId), () => ({ cues: [] })).sound?.voice,
    ).toEqual([{ start: 10e6, end: 11e6 }]);
  });
  it('outlive the take they belonged to', async () => {
    const [host, guest] = [await newTake(context, workoutId, 4), await newTake(context, workoutId, 5, 0)];
    await setRole(context, guest, { role: 'recorder', ofTake: host });
    await deleteTake(context.pool, host);
    expect(await takeById(context.pool, guest)).toMatchObject({ ofTake: null });
    await expect(askTakeWork(context, guest, 'sync')).rejects.toThrow(/which take/);
  });
});

describe('work on a take', () => {
  const listen = () => workNamed.take(take, 'listen');
  const left = async () => (await leftWork(context.pool, 30)).filter((w) => w.key.includes(take));
  it('is held by one worker at a time, and taken up again when that is silent for longer than its lease', async () => {
    await queueTakeWork(context.pool, take, 'listen');
    const first = (await takeLease(context.pool, listen(), 'one', 60)) ?? '';
    expect(first).not.toBe('');
    expect(await takeLease(context.pool, listen(), 'two', 60)).toBeNull();
    expect(await left()).toEqual([]);
    expect(await beatLease(context.pool, listen(), { token: first, progress: 0.4, leaseS: -1 })).toBe(true);
    expect(await left()).toEqual([listen()]);
    const second = (await takeLease(context.pool, listen(), 'two', 60)) ?? '';
    // The first wakes up: it may neither beat nor write.
    expect(await beatLease(context.pool, listen(), { token: first, progress: 0.9 })).toBe(false);
    const write = (token: string) =>
      writeLeased(context.pool, listen(), token, (db) => endLease(db, listen(), 'done', `by ${token}`));
    await expect(write(first)).rejects.toThrow(LeaseLost);
    await write(second);
    expect(await workOf(context.pool, take)).toContainEqual(
      expect.objectContaining({ kind: 'listen', state: 'done', message: `by ${second}` }),
    );
    await expect(write(second)).rejects.toThrow(LeaseLost);
    expect(await takeLease(context.pool, listen(), 'three')).toBeNull();
  });
  it('is lost when a person stops it, or asks for it again', async () => {
    await queueTakeWork(context.pool, take, 'listen');
    const held = (await takeLease(context.pool, listen(), 'one')) ?? '';
    expect(await stopTakeWork(context.pool, take, 'listen')).toBe(true);
    expect(await beatLease(context.pool, listen(), { token: held, progress: 0.5 })).toBe(false);
    await queueTakeWork(context.pool, take, 'listen');
    const again = (await takeLease(context.pool, listen(), 'one')) ?? '';
    await queueTakeWork(context.pool, take, 'listen');
    expect(await beatLease(context.pool, listen(), { token: again, progress: 0.5 })).toBe(false);
  });
  it('that waits without a job is found', async () => {
    await queueTakeWork(context.pool, take, 'listen');
    expect(await left()).toEqual([]);
    await context.pool.query(`UPDATE take_work SET beat_at = now() - interval '1 minute' WHERE take_id = $1`, [take]);
    expect(await left()).toEqual([listen()]);
    await stopTakeWork(context.pool, take, 'listen');
    expect(await left()).toEqual([]);
  });
  it('of another name is refused', async () => {
    await expect(askTakeWork(context, take, 'dance')).rejects.toThrow(/no such work/);
  });
});

describe('a transcript', () => {
  const text = writeTranscript(made.transcript, 'vtt', made.duration);
  it('is kept in any format, goes one step back, and is given in any', async () => {
    await setTranscript(context, take, text, 0);
    await setTranscript(context, take, '{"words":[{"text":"Rest","start":1,"end":2}]}', 1);
    expect(await transcriptOf(context.pool, take)).toMatchObject({ format: 'words-json', hasPrevious: true });
    await previousTranscript(context, take);
    expect(await transcriptOf(context.pool, take)).toMatchObject({ format: 'vtt', text });
    const { text: ttml, mime } = await transcriptFile(context, take, 'ttml');
    expect([mime, ttml.startsWith('<?xml')]).toEqual(['application/ttml+xml', true]);
    await expect(transcriptFile(context, take, 'docx')).rejects.toThrow(/vtt, srt/);
    await expect(previousTranscript(context, camera)).rejects.toThrow(/no transcript before/);
  });
});

describe('the logbook', () => {
  it('learns a studio’s figures from a take, and forgets them with it', async () => {
    await putTranscript(context.pool, {
      takeId: take,
      format: 'vtt',
      text: writeTranscript(made.transcript, 'vtt', made.duration),
    });
    const { revision } = await getWorkout(context, workoutId);
    await expect(keepInLogbook(context, workoutId)).rejects.toThrow(/no take with words/);
    await patchWorkout(context, workoutId, { revision, patch: [{ op: 'replace', path: '/edit/takeId', value: take }] });
    const first = await keepInLogbook(context, workoutId);
    expect(first.before).toBeNull();
    const again = await keepInLogbook(context, workoutId);
    expect(again.before).toEqual(first.after);
    const [row, ...more] = (await readLogbook(context)).items;
    expect(more).toEqual([]);
    expect(row).toMatchObject({ takeId: take, title: 'Log' });
    expect(row?.entry.pace.work?.words).toBeGreaterThan(10);
    const { paces } = await getStudio(context);
    expect(paces.work).toBeLessThan(WORDS_A_MINUTE.work);
    const out = { before: first.after, after: null, changes: null };
    await changeLogbook(context, take, out);
    expect((await getStudio(context)).paces).toEqual(WORDS_A_MINUTE);
    // Asked again because the answer was lost, it is done already; put back, it is as it was.
    await changeLogbook(context, take, out);
    await changeLogbook(context, take, { before: null, after: first.after, changes: null });
    expect((await getStudio(context)).paces).toEqual(paces);
    const other = { ...first.after, title: 'Something else' };
    await expect(changeLogbook(context, take, { before: other, after: null, changes: null })).rejects.toThrow(
      /changed in another window/,
    );
    const odd = { ...first.after, entry: { plannedUs: -1 } };
    await expect(changeLogbook(context, take, { ...out, before: odd })).rejects.toMatchObject({ status: 422 });
  });
});

describe('the same file in another class', () => {
  it('takes over what was heard and its pictures, once they are whole', async () => {
    const [here, there] = [
      await newTake(context, (await createWorkout(context, { title: 'Here' })).id, 7),
      await newTake(context, (await createWorkout(context, { title: 'There' })).id, 7),
    ];
    const { pool } = context;
    await putWaveform(pool, here, 20, Uint8Array.from([3, 5]));
    expect(await takeOverHeard(pool, there)).toBe(false);
    expect(await takeOverPictures(pool, there)).toBe(false);
    expect(await waveformOf(pool, there)).toBeNull();
    await putLevels(pool, here, {
      halfLu: [40, 41],
      clippedMs: [7],
      voice: { noiseDeciDb: [-300, -310], popsDeciDb: [-90, -95] },
      cared: { neither: [40, 41], noise: [39, 40], pops: [38, 39], both: [37, 38] },
    });
    const sound = {
      ...NO_SOUND,
      voice: [{ start: anySeconds(1), end: anySeconds(2) }],
      voiceClarity: 0.7,
      music: [],
    };
    await putTakeSound(pool, here, sound);
    expect(await takeOverHeard(pool, there)).toBe(true);
    expect((await takeById(pool, there))?.sound).toEqual(sound);
    expect(await levelsOf(pool, there)).toEqual(await levelsOf(pool, here));
    expect(Array.from((await levelsOf(pool, there))!.cared!.pops)).toEqual([38, 39]);
    expect([...((await waveformOf(pool, there))?.peaks ?? [])]).toEqual([3, 5]);
    // Another file has nothing to give.
    expect(await takeOverHeard(pool, await newTake(context, workoutId, 8))).toBe(false);
    const sheet = { everyUs: anyTime(10e6), count: 1, width: 160, height: 90, columns: 1 };
    await insertMediaFile(pool, { sha256: 'e'.repeat(64), extension: 'jpg', bytes: 10 });
    await putThumbs(pool, here, 'e'.repeat(64), sheet);
    await queueTakeWork(pool, here, 'picture');
    expect(await takeOverPictures(pool, there)).toBe(false);
    await pool.query(`UPDATE take_work SET state = 'done' WHERE take_id = $1`, [here]);
    expect(await takeOverPictures(pool, there)).toBe(true);
    expect((await takeById(pool, there))?.thumbs).toMatchObject(sheet);
  });
});
