import { execFileSync } from 'node:child_process';
import { readFile } from 'node:fs/promises';
import { describe, expect, it, beforeAll, afterAll } from 'vitest';
import { cancelRender, insertRender, renderById } from '../../src/db/renders-sql.ts';
import { takeLease, workNamed } from '../../src/db/leases-sql.ts';
import { insertParts, partsOfRender } from '../../src/db/render-parts-sql.ts';
import { renderJob } from '../../src/jobs/render-job.ts';
import { renderPartJob } from '../../src/jobs/render-parts-job.ts';
import type { WorkerContext } from '../../src/jobs/worker-context.ts';
import { extensionOf } from '../../src/core/delivery/films.ts';
import { firstFrameFrom, frameRate } from '../../src/core/time/frames.ts';
import { compile } from '../../src/core/plan/compile.ts';
import { queueFilm, queueRender, queueSound } from '../../src/server/deliver.ts';
import { certificatePdf } from '../../src/server/kit.ts';
import { Refusal } from '../../src/server/refusal.ts';
import { getWorkout } from '../../src/server/workouts.ts';
import { patchWorkout } from '../../src/server/workout-patch.ts';
import { frameCount } from './support.ts';
import { context, worker, workoutId, takeId, choose, startJobs, endJobs } from './job-context.ts';

beforeAll(() => startJobs('euphon_films'));
afterAll(endJobs);

describe('the render job', () => {
  it('renders the revision it was asked for, whatever is changed meanwhile', async () => {
    await choose();
    const render = await queueRender(context, workoutId);
    const { revision } = await getWorkout(context, workoutId);
    await patchWorkout(context, workoutId, {
      revision,
      patch: [{ op: 'replace', path: '/plan/title', value: 'Changed later' }],
    });
    await renderJob(worker, render.id);
    const done = await renderById(context.pool, render.id);
    expect(done).toMatchObject({ state: 'done', progress: 1, revision });
    const path = context.store.pathOf(done?.sha256 ?? '', 'mp4');
    expect((await readFile(path)).includes('Changed later')).toBe(false);
    expect(frameCount(path)).toBe(14 * 25);
  });
  it('makes the picture in parts: others help, one that dies costs its part, what is known is kept', async () => {
    const asked: number[][] = [];
    const parted: WorkerContext = { ...worker, partLengths: { everyUs: 3e6, leastUs: 1e6 }, leaseS: 1 };
    const helper: WorkerContext = { ...parted, owner: 'helper' };
    let dead: string | null = null;
    const coordinator: WorkerContext = {
      ...parted,
      async askForParts(id, parts) {
        asked.push([...parts]);
        if (asked.length > 1) return;
        // One worker takes a part and is never heard of again; another makes one whole.
        dead = await takeLease(context.pool, workNamed.part(id, 1), 'dead', 1);
        await renderPartJob(helper, id, 2);
      },
    };
    const renderNow = async () => {
      const render = await queueRender(context, workoutId);
      await renderJob(coordinator, render.id);
      const done = await renderById(context.pool, render.id);
      expect(done).toMatchObject({ state: 'done', progress: 1 });
      return { id: render.id, path: context.store.pathOf(done?.sha256 ?? '', 'mp4') };
    };
    const caption = async (which: 0 | -1, value: string) => {
      const { revision, document } = await getWorkout(context, workoutId);
      const segmentKey = compile(document.plan).segments.at(which)!.key;
      const override = { segmentKey, lane: 'caption', field: 'text', value };
      await patchWorkout(context, workoutId, {
        revision,
        patch: [{ op: 'add', path: '/edit/overrides/-', value: override }],
      });
      return revision;
    };
    await caption(0, 'Squats');
    const first = await renderNow();
    expect(dead).not.toBeNull();
    expect(asked).toEqual([[0, 1, 2, 3, 4]]);
    expect(frameCount(first.path)).toBe(14 * 25);
    const parts = await partsOfRender(context.pool, first.id);
    expect(parts.map((p) => p.state)).toEqual(Array(5).fill('done'));
    // A caption changed in the last move, after 8 s: only what shows it is made.
    const revision = await caption(-1, 'Rows');
    const second = await renderNow();
    expect(asked[1]).toEqual([2, 3, 4]);
    const again = await partsOfRender(context.pool, second.id);
    expect(again.slice(0, 2).map((p) => p.sha256)).toEqual(parts.slice(0, 2).map((p) => p.sha256));
    expect(again[3]!.sha256).not.toBe(parts[3]!.sha256);
    // Those of the video before are forgotten; their files go with the sweep.
    expect(await partsOfRender(context.pool, first.id)).toEqual([]);
    const now = await getWorkout(context, workoutId);
    await patchWorkout(context, workoutId, {
      revision: now.revision,
      patch: [{ op: 'replace', path: '/edit/overrides', value: [] }],
    });
    // Stopped, nobody goes on with its parts.
    const stopped = await insertRender(context.pool, { workoutId, takeId, revision, kind: 'programme' });
    await insertParts(
      context.pool,
      stopped.id,
      ['e', 'd', 'c'].map((c) => c.repeat(64)),
    );
    // Whoever takes the video up after what it is made from changed notes its parts anew; what is the same stays.
    await takeLease(context.pool, workNamed.part(stopped.id, 0), 'a', 60);
    await takeLease(context.pool, workNamed.part(stopped.id, 1), 'b', 60);
    const anew = ['e', 'f'].map((c) => c.repeat(64));
    expect(await insertParts(context.pool, stopped.id, anew)).toEqual([1]);
    expect((await partsOfRender(context.pool, stopped.id)).map((p) => p.state)).toEqual(['running', 'queued']);
    await cancelRender(context.pool, stopped.id);
    expect((await partsOfRender(context.pool, stopped.id)).map((p) => p.state)).toEqual(['cancelled', 'cancelled']);
  });
  it('does not encode the picture again where only the sound changed', async () => {
    const made = async (path: string, value: unknown) => {
      const { revision } = await getWorkout(context, workoutId);
      await patchWorkout(context, workoutId, { revision, patch: [{ op: 'replace', path, value }] });
      const render = await queueRender(context, workoutId);
      await renderJob(worker, render.id);
      return context.store.pathOf((await renderById(context.pool, render.id))?.sha256 ?? '', 'mp4');
    };
    const stream = (path: string, which: 'v' | 'a') =>
      execFileSync('ffmpeg', ['-v', 'error', '-i', path, '-map', `0:${which}`, '-c', 'copy', '-f', 'hash', '-'], {
        encoding: 'utf8',
      });
    const first = await made('/edit/sound/targetLufs', -16);
    const softer = await made('/edit/sound/targetLufs', -23);
    expect(stream(softer, 'v')).toBe(stream(first, 'v'));
    expect(stream(softer, 'a')).not.toBe(stream(first, 'a'));
    expect(frameCount(softer)).toBe(14 * 25);
    // Another title is another chapter, not another picture; another caption is.
    const other = await made('/plan/blocks/0/moves/0/name', 'Deep squat');
    expect(stream(other, 'v')).not.toBe(stream(first, 'v'));
  });
  it('makes the sound by itself, as long as programme and card, with a cue point at each segment', async () => {
    const { revision, document } = await getWorkout(context, workoutId);
    const segmentKey = compile(document.plan).segments[0]!.key;
    const shows = { kind: 'card', card: 'title', title: null, line: null };
    const insert = { id: 'card', segmentKey, place: 'before', lengthUs: 2e6, shows };
    await patchWorkout(context, workoutId, {
      revision,
      patch: [{ op: 'replace', path: '/edit/inserts', value: [insert] }],
    });
    for (const wrong of ['drums', null, 'music', 'tones'])
      await expect(queueSound(context, workoutId, wrong)).rejects.toThrow(Refusal);
    const sound = await queueSound(context, workoutId, 'voice');
    const video = await queueRender(context, workoutId);
    await renderJob(worker, sound.id);
    await renderJob(worker, video.id);
    const [wav, mp4] = await Promise.all([sound, video].map((r) => renderById(context.pool, r.id)));
    expect([wav?.kind, wav?.state, mp4?.state]).toEqual(['sound-voice', 'done', 'done']);
    const bytes = await readFile(context.store.pathOf(wav?.sha256 ?? '', 'wav'));
    const seconds = bytes.readUInt32LE(bytes.indexOf('data') + 4) / (48_000 * 2 * 3);
    const frames = frameCount(context.store.pathOf(mp4?.sha256 ?? '', 'mp4'));
    expect(Math.abs(seconds - frames / 25)).toBeLessThan(0.05);
    expect(frames / 25).toBeGreaterThan(15);
    const names = document.plan.blocks[0]!.moves.map((m) => `${m.name}\0`);
    expect(['cue ', 'adtl', ...names].filter((name) => !bytes.includes(name))).toEqual([]);
    const now = (await getWorkout(context, workoutId)).revision;
    await patchWorkout(context, workoutId, {
      revision: now,
      patch: [{ op: 'replace', path: '/edit/inserts', value: [] }],
    });
  });
  it('makes a clean film and reads it back, a piece, a kit of what is there; refuses what there is not', async () => {
    const make = async (kind: string, asked?: unknown) => {
      const wanted = await queueFilm(context, workoutId, kind, asked);
      await renderJob(worker, wanted.id);
      const done = (await renderById(context.pool, wanted.id))!;
      expect(done, done.message ?? '').toMatchObject({ kind, state: 'done', progress: 1 });
      return { ...done, path: context.store.pathOf(done.sha256!, extensionOf(done.kind)) };
    };
    const clean = await make('clean');
    expect(clean.certificate!.lines.filter((l) => !l.right)).toEqual([]);
    expect(clean.certificate!.lines.find((l) => l.what === 'tracks')!.found).toMatch(/2 tracks of captions$/);
    expect(clean.certificate!.lines.find((l) => l.what === 'speech')!.found).toMatch(/^[1-9]\d*, ±\d+ ms$/);
    expect(clean.bytes).toBeGreaterThan(1000);
    // The other encodings hold the same: chapters, captions, figures on their frames, as ffprobe and the proof say.
    for (const [kind, codecs] of [
      ['small', 'h264,aac'],
      ['av1', 'av1,opus'],
      ['vp9', 'vp9,opus'],
    ] as const) {
      const film = await make(kind);
      expect(film.certificate!.lines.filter((l) => !l.right)).toEqual([]);
      expect(film.certificate!.lines.find((l) => l.what === 'speech')!.found).toMatch(/^[1-9]\d*, ±\d+ ms$/);
      const shown = ['-v', 'error', '-show_entries', 'stream=codec_name', '-of', 'csv=p=0', film.path];
      const streams = execFileSync('ffprobe', shown, { encoding: 'utf8' }).trim().split(/\s+/);
      expect(streams.slice(0, 2).join()).toBe(codecs);
    }
    // Its sound alone, with its chapters, read back by ffprobe.
    const audio = await make('audio');
    const probed = JSON.parse(
      execFileSync(
        'ffprobe',
        ['-v', 'error', '-of', 'json', '-show_chapters', '-show_streams', '-show_format', audio.path],
        {
          encoding: 'utf8',
        },
      ),
    ) as {
      chapters: { start_time: string; tags: { title: string } }[];
      streams: { codec_name: string }[];
      format: { duration: string; tags: { title: string } };
    };
    const { lanes: laid, programme: heard } = (await worker.programmeAt(workoutId, audio.revision)).made!.produced;
    expect(probed.chapters.map((c) => c.tags.title)).toEqual(laid.chapters.map((c) => c.title));
    for (const [i, c] of probed.chapters.entries())
      expect(Math.abs(Number(c.start_time) - laid.chapters[i]!.start / 1e6)).toBeLessThan(0.002);
    expect(probed.streams.filter((st) => st.codec_name === 'aac')).toHaveLength(1);
    expect(probed.streams.some((st) => st.codec_name === 'h264')).toBe(false);
    expect(Math.abs(Number(probed.format.duration) - heard.length / 1e6)).toBeLessThan(0.1);
    const { pdf } = await certificatePdf(context, clean.id);
    expect(new TextDecoder('latin1').decode(pdf.slice(0, 5))).toBe('%PDF-');
    const { document } = await getWorkout(context, workoutId);
    const row = compile(document.plan).segments.find((x) => x.label === 'Row')!.key;
    const asked = { fromKey: row, toKey: row, shape: '1:1', look: true, sound: true, draft: false };
    const piece = await make('stretch', asked);
    const { programme } = (await worker.programmeAt(workoutId, piece.revision)).made!.produced;
    const placed = programme.segments.find((x) => x.key === row)!;
    const frames = firstFrameFrom(placed.end, frameRate(25, 1)) - firstFrameFrom(placed.start, frameRate(25, 1));
    expect(frameCount(piece.path)).toBe(frames);
    // Of a kit whose film is made nothing is made again.
    const kit = await make('kit', ['clean']);
    expect(kit.options).toEqual({ films: { clean: clean.id } });
    const refused = async (kind: string, body?: unknown) =>
      (await queueFilm(context, workoutId, kind, body).catch((e: unknown) => e)) as Refusal;
    expect(await refused('hologram')).toMatchObject({ status: 422 });
    expect(await refused('stretch')).toMatchObject({ status: 422 });
    expect(await refused('stretch', { ...asked, shape: '4:3' })).toMatchObject({ status: 422 });
    expect(await refused('kit', ['kit'])).toMatchObject({ status: 422 });
    // A piece that is not in the class any more is named, not made.
    const gone = await queueFilm(context, workoutId, 'stretch', { ...asked, toKey: 'nowhere' });
    await renderJob(worker, gone.id);
    expect(await renderById(context.pool, gone.id)).toMatchObject({
      state: 'failed',
      message: 'This piece is not in the class any more.',
    });
  });
});
