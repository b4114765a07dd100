import { execFileSync } from 'node:child_process';
import { createReadStream, mkdirSync } from 'node:fs';
import { Readable } from 'node:stream';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { correct } from '../../src/core/music/correct-map.ts';
import { meanMilliBpm } from '../../src/core/music/tempo-map.ts';
import { hearJob } from '../../src/jobs/hear-job.ts';
import type { Context } from '../../src/server/context.ts';
import { bringInProof, bringInTrack, getTrack, makePractice, soundOf, trackList } from '../../src/server/tracks.ts';
import { changeTrack } from '../../src/server/track-changes.ts';
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
  it('a practice beat’s map is known, the ear leaves it; a map set right stays when heard again', async () => {
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
  it('of two changes in one moment lets one in, gives the other what there is; both stand in the end', async () => {
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
