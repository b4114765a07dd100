import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { layMusic } from '../../src/core/music/arrangement.ts';
import { usableTracks } from '../../src/core/music/library.ts';
import { EMPTY_MUSIC } from '../../src/core/music/music.ts';
import { beatTime } from '../../src/core/music/tempo-map.ts';
import type { WorkoutDocument } from '../../src/core/workout/document.ts';
import type { Context } from '../../src/server/context.ts';
import { makePractice, removeTrack } from '../../src/server/tracks.ts';
import { musicFile, queueBed } from '../../src/server/music.ts';
import { exportFile } from '../../src/server/deliver.ts';
import { createWorkout, getWorkout } from '../../src/server/workouts.ts';
import { patchWorkout } from '../../src/server/workout-patch.ts';
import { closeContext, freshContext } from './support.ts';

let context: Context;

beforeAll(async () => {
  context = await freshContext('euphon_laid_music');
});
afterAll(() => closeContext(context));
/** A practice beat from 120 to a tempo; beats that are alike would be one track. */
const beat = (toMilliBpm = 120_000) =>
  makePractice(context, { style: 'straight', fromMilliBpm: 120_000, toMilliBpm, phrases: 3 });

/** A track under the first block, from its first beat on: three phrases. */
const placed = (trackId: string, { plan }: WorkoutDocument) => ({
  ...{ id: 'm1', trackId, blockId: plan.blocks[0]!.id, atUs: 0, fromBeat: 0, beats: 96 },
  ...{ speedPpm: 1_000_000, fadeInBeats: 0, fadeOutBeats: 0 },
});

describe('the music of a workout', () => {
  it('is part of its document, gives files, and can be mixed only where there is some', async () => {
    const { id } = await createWorkout(context, { outline: '# Hum\n## Main: strength, 20/10\n- Squat\n- Row' });
    await expect(queueBed(context, id, 'flac')).rejects.toThrow(/No music/);
    const track = await beat();
    const { revision, document } = await getWorkout(context, id);
    const placement = { ...placed(track.id, document), beats: 32, fadeOutBeats: 8 };
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
      layMusic({ ...EMPTY_MUSIC, ...saved }, usableTracks([track]), [
        { blockId: placement.blockId, start: 0 as never, end: 50e6 as never },
      ]).laid.length,
    ).toBe(1);
    expect(new TextDecoder().decode((await musicFile(context, id, 'music-csv')).bytes)).toContain('track in');
    expect((await musicFile(context, id, 'tempo-midi')).bytes.length).toBeGreaterThan(200);
    const list = new TextDecoder().decode((await musicFile(context, id, 'music-xspf', 'http://127.0.0.1:4777')).bytes);
    expect(list).toMatch(/<location>http:\/\/127\.0\.0\.1:4777\/media\/[0-9a-f]{64}\.\w+<\/location>/);
    await expect(musicFile(context, id, 'nothing')).rejects.toMatchObject({ status: 404 });
    expect(await queueBed(context, id, 'flac')).toMatchObject({ kind: 'bed-flac', takeId: null, state: 'queued' });
  });
  it('gives a counted block the track’s seconds in every file, and stores the plan as it was written', async () => {
    const made = await beat(150_000);
    const { id } = await createWorkout(context, {
      outline: '# Dance\n## Dance: counts 32 at 120\n- Step touch\n- Grapevine',
    });
    const { revision, document } = await getWorkout(context, id);
    const placement = placed(made.id, document);
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
    const track = await beat(140_000);
    await removeTrack(context, track.id);
    await expect(removeTrack(context, track.id)).rejects.toMatchObject({ status: 404 });
  });
});
