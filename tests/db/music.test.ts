import { execFileSync } from 'node:child_process';
import { createReadStream, mkdirSync } from 'node:fs';
import { Readable } from 'node:stream';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { correct } from '../../src/core/music/correct-map.ts';
import { layMusic } from '../../src/core/music/arrangement.ts';
import { usableTracks } from '../../src/core/music/library.ts';
import { EMPTY_MUSIC } from '../../src/core/music/music.ts';
import { beatTime, meanMilliBpm } from '../../src/core/music/tempo-map.ts';
import { hearJob } from '../../src/jobs/hear-job.ts';
import type { Context } from '../../src/server/context.ts';
import {
  bringInProof,
  bringInTrack,
  getTrack,
  makePractice,
  removeTrack,
  soundOf,
  trackList,
} from '../../src/server/tracks.ts';
import { changeTrack } from '../../src/server/track-changes.ts';
import { musicFile, queueBed } from '../../src/server/music.ts';
import { exportFile } from '../../src/server/deliver.ts';
import { createWorkout, getWorkout } from '../../src/server/workouts.ts';
import { patchWorkout } from '../../src/server/workout-patch.ts';
import { EAR_HERE, closeContext, freshContext } from './support.ts';

let context: Context;
const stop = new AbortController();
const hear = (trackId: string) =>
  hearJob(
    {
      owner: 'test',
      pool: context.pool,
      store: context.store,
      demoFolder: 'demo',
      fontsFolder: '',
      stopping: stop.signal,
      ear: EAR_HERE,
      askForParts: () => Promise.resolve(),
      viewerFolder: '',
      bedAt: async () => null,
      textsAt: () => Promise.reject(new Error('not here')),
      programmeAt: () => Promise.reject(new Error('not here')),
    },
    trackId,
  );

beforeAll(async () => {
  context = await freshContext('euphon_music');
});
const change = async (id: string | undefined, body: unknown) =>
  changeTrack(context, id, body, (await getTrack(context, id)).revision);
afterAll(() => closeContext(context));

describe('a track', () => {
  it('comes in by what it holds, not by its name, and is heard by a job', async () => {
    mkdirSync(process.env.EUPHON_DATA ?? '', { recursive: true });
    const path = `${process.env.EUPHON_DATA}/tone.mp3`;
    execFileSync('ffmpeg', [
      '-v',
      'error',
      '-y',
      '-f',
      'lavfi',
      '-i',
      'sine=440:d=3',
      '-metadata',
      'title=Hum',
      '-metadata',
      'artist=Drone Nine',
      '-f',
      'flac',
      path,
    ]);
    const track = await bringInTrack(context, 'tone.mp3', createReadStream(path));
    expect(track).toMatchObject({
      title: 'Hum',
      artist: 'Drone Nine',
      codec: 'flac',
      state: 'waiting',
      file: { extension: 'flac' },
    });
    await hear(track.id);
    expect(await getTrack(context, track.id)).toMatchObject({ state: 'heard', map: null, clippedRuns: 0 });
    const { waveform, energies } = await soundOf(context, track.id);
    expect([waveform.length, energies.length]).toEqual([60, 30]);
    expect((await bringInTrack(context, 'again.mp3', createReadStream(path))).id).toBe(track.id);
  });
  it.each([
    ['a text', 'hello\n'],
    ['nothing', ''],
  ])('of %s is refused and nothing is kept', async (_, text) => {
    const before = (await trackList(context)).length;
    await expect(bringInTrack(context, 'song.mp3', Readable.from(Buffer.from(text)))).rejects.toThrow(/wanted/);
    expect((await trackList(context)).length).toBe(before);
  });
  it('a practice beat has a known map; hearing it measures it and leaves the map; a map set right stays when it is heard again', async () => {
    const made = await makePractice(context, {
      style: 'backbeat',
      fromMilliBpm: 120_000,
      toMilliBpm: 120_000,
      phrases: 2,
    });
    await hear(made.id);
    const heard = await getTrack(context, made.id);
    expect(heard).toMatchObject({ state: 'heard', rights: { sync: 'own', master: 'own' }, map: made.map });
    expect(meanMilliBpm(heard.heardMap ?? heard.map!)).toBeCloseTo(120_000, -2);
    expect(heard.lufs).toBeLessThan(-10);
    const halved = correct(heard.map!, { kind: 'halve' }, heard.duration);
    await change(made.id, { map: halved });
    await context.pool.query(`UPDATE tracks SET state = 'waiting' WHERE id = $1`, [made.id]);
    await hear(made.id);
    expect((await getTrack(context, made.id)).map).toEqual(halved);
    expect((await change(made.id, { map: null })).map).toEqual(heard.heardMap);
  });
  it('refuses maps and rights that cannot be', async () => {
    const [track] = await trackList(context);
    const id = track?.id;
    await expect(
      change(id, {
        map: {
          anchors: [
            { beat: 0, at: 10 },
            { beat: 1, at: 5 },
          ],
          beats: 2,
          metre: 4,
          one: 0,
          phrase: 0,
        },
      }),
    ).rejects.toThrow(/must come after/);
    await expect(
      change(id, { map: { anchors: [{ beat: 0, at: 10 }], beats: 2, metre: 4, one: 0, phrase: 0 } }),
    ).rejects.toMatchObject({ status: 422 });
    const rights = {
      composition: '',
      recording: '',
      sync: 'licensed',
      master: 'licensed',
      territory: 'Norway',
      platforms: ['own site'],
      until: '2028-02-31',
      credit: '',
    };
    await expect(change(id, { rights })).rejects.toThrow(/is not a day/);
    expect((await change(id, { rights: { ...rights, until: '2028-02-28' } })).rights).toMatchObject({
      until: '2028-02-28',
      platforms: ['own site'],
    });
    await expect(
      makePractice(context, { style: 'straight', fromMilliBpm: 50_000, toMilliBpm: 50_000, phrases: 60 }),
    ).rejects.toThrow(/at most 20/);
  });
  it('of two changes in one moment lets one in and gives the other what there is now; both stand when it asks again', async () => {
    const [track] = await trackList(context);
    const { revision } = await getTrack(context, track?.id);
    const outcomes = await Promise.allSettled([
      changeTrack(context, track?.id, { rights: { sync: 'free' } }, revision),
      changeTrack(context, track?.id, { rights: { master: 'own' } }, revision),
    ]);
    const late = outcomes.findIndex((o) => o.status === 'rejected');
    expect(outcomes[late]).toMatchObject({ reason: { status: 412, about: { revision: revision + 1 } } });
    await change(track?.id, { rights: late === 0 ? { sync: 'free' } : { master: 'own' } });
    expect((await getTrack(context, track?.id)).rights).toMatchObject({ sync: 'free', master: 'own' });
  });
  it('keeps the file that proves its licence', async () => {
    const [track] = await trackList(context);
    const proven = await bringInProof(
      context,
      track?.id,
      'licence.pdf',
      Readable.from(Buffer.from('%PDF-1.4 a licence')),
    );
    expect(proven.rights.proof).toMatchObject({ name: 'licence.pdf', extension: 'pdf' });
  });
});

describe('the music of a workout', () => {
  it('is part of its document, gives files, and can be mixed only where there is some', async () => {
    const { id } = await createWorkout(context, { outline: '# Hum\n## Main: strength, 20/10\n- Squat\n- Row' });
    await expect(queueBed(context, id, 'flac')).rejects.toThrow(/No music/);
    const track = usableTracks(await trackList(context))[0]!;
    const { revision, document } = await getWorkout(context, id);
    const placement = {
      id: 'm1',
      trackId: track.id,
      blockId: document.plan.blocks[0]!.id,
      atUs: 0,
      fromBeat: 0,
      beats: 32,
      speedPpm: 1_000_000,
      fadeInBeats: 0,
      fadeOutBeats: 8,
    };
    await patchWorkout(context, id, {
      revision,
      patch: [{ op: 'replace', path: '/music/placements', value: [placement] }],
    });
    await expect(
      patchWorkout(context, id, {
        revision: revision + 1,
        patch: [{ op: 'replace', path: '/music/placements/0/speedPpm', value: 9e6 }],
      }),
    ).rejects.toMatchObject({ status: 422 });
    const saved = (await getWorkout(context, id)).document.music;
    expect(
      layMusic(
        { ...EMPTY_MUSIC, ...saved },
        [track],
        [{ blockId: placement.blockId, start: 0 as never, end: 50e6 as never }],
      ).laid.length,
    ).toBe(1);
    expect(new TextDecoder().decode((await musicFile(context, id, 'music-csv')).bytes)).toContain('track in');
    expect((await musicFile(context, id, 'tempo-midi')).bytes.length).toBeGreaterThan(200);
    const list = new TextDecoder().decode((await musicFile(context, id, 'music-xspf', 'http://127.0.0.1:4777')).bytes);
    expect(list).toMatch(/<location>http:\/\/127\.0\.0\.1:4777\/media\/[0-9a-f]{64}\.\w+<\/location>/);
    await expect(musicFile(context, id, 'nothing')).rejects.toMatchObject({ status: 404 });
    expect(await queueBed(context, id, 'flac')).toMatchObject({ kind: 'bed-flac', takeId: null, state: 'queued' });
  });
  it('gives a counted block the track’s seconds in every file, and stores the plan as it was written', async () => {
    const made = await makePractice(context, {
      style: 'straight',
      fromMilliBpm: 120_000,
      toMilliBpm: 150_000,
      phrases: 3,
    });
    const { id } = await createWorkout(context, {
      outline: '# Dance\n## Dance: counts 32 at 120\n- Step touch\n- Grapevine',
    });
    const { revision, document } = await getWorkout(context, id);
    const placement = {
      id: 'm1',
      trackId: made.id,
      blockId: document.plan.blocks[0]!.id,
      atUs: 0,
      fromBeat: 0,
      beats: 96,
      speedPpm: 1_000_000,
      fadeInBeats: 0,
      fadeOutBeats: 0,
    };
    await patchWorkout(context, id, {
      revision,
      patch: [{ op: 'replace', path: '/music/placements', value: [placement] }],
    });
    const second = (beatTime(made.map!, 32) - beatTime(made.map!, 0)) / 1e6;
    expect(second).toBeLessThan(15.6);
    const { text } = await exportFile(context, id, 'captions-srt');
    expect(text).toContain(`00:00:${String(Math.floor(second)).padStart(2, '0')}`);
    expect(new TextDecoder().decode((await musicFile(context, id, 'music-csv')).bytes)).toContain(second.toFixed(6));
    expect((await getWorkout(context, id)).document.plan).toEqual(document.plan);
  });
  it('a track that is removed leaves the music unlaid, not broken', async () => {
    const track = usableTracks(await trackList(context))[0]!;
    await removeTrack(context, track.id);
    await expect(removeTrack(context, track.id)).rejects.toMatchObject({ status: 404 });
  });
});
