import { HOUSE_BRAND } from '../../src/core/looks/look.ts';
import { execFileSync } from 'node:child_process';
import { mkdirSync, rmSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { resolve } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { cancelRender, insertRender, renderById } from '../../src/db/renders-sql.ts';
import { LeaseLost, beatLease, takeLease, workNamed, writeLeased } from '../../src/db/leases-sql.ts';
import { noteWorker } from '../../src/db/health-sql.ts';
import { takeById } from '../../src/db/takes-sql.ts';
import { waveformOf } from '../../src/db/take-sound-sql.ts';
import { insertParts, partsOfRender } from '../../src/db/render-parts-sql.ts';
import { renderJob } from '../../src/jobs/render-job.ts';
import { renderPartJob } from '../../src/jobs/render-parts-job.ts';
import { queueTakeWork, stopTakeWork, workOf } from '../../src/db/take-work-sql.ts';
import { takeJob } from '../../src/jobs/take-job.ts';
import type { WorkerContext } from '../../src/jobs/worker-context.ts';
import { extensionOf } from '../../src/core/delivery/films.ts';
import { firstFrameFrom, frameRate } from '../../src/core/time/frames.ts';
import { compile } from '../../src/core/plan/compile.ts';
import { receiveFile } from '../../src/media/file-store.ts';
import type { Context } from '../../src/server/context.ts';
import { exportFile, queueFilm, queueRender, textsAt, queueSound, stopRender } from '../../src/server/deliver.ts';
import { certificatePdf } from '../../src/server/kit.ts';
import { programmeOf } from '../../src/server/programme.ts';
import { health } from '../../src/server/health.ts';
import { Refusal } from '../../src/server/refusal.ts';
import { keepTake } from '../../src/server/takes.ts';
import { setTranscript } from '../../src/server/transcripts.ts';
import { createWorkout, documentAt, getWorkout } from '../../src/server/workouts.ts';
import { patchWorkout } from '../../src/server/workout-patch.ts';
import { EAR_HERE, closeContext, freshContext } from '../db/support.ts';
import { frameCount, makeVideo } from './support.ts';

let context: Context;
let worker: WorkerContext;
let workoutId: string;
let takeId: string;
const stop = new AbortController();

beforeAll(async () => {
  context = await freshContext('euphon_jobs');
  workoutId = (await createWorkout(context, { outline: '# Job\n## Main: 5/3, no last rest\n- Squat\n- Row' })).id;
  mkdirSync(process.env.EUPHON_DATA ?? '', { recursive: true });
  const path = `${process.env.EUPHON_DATA}/job.mp4`;
  makeVideo(path, { seconds: 14, rate: '25', size: '320x180' });
  takeId = (await keepTake(context, workoutId, await receiveFile(context.store, path), { name: 'Job take' })).id;
  await setTranscript(context, takeId, '[0:00] Squat.\n[0:05] And rest.\n[0:08] Row.\n[0:13] Done.', 0);
  worker = {
    owner: 'test',
    pool: context.pool,
    store: context.store,
    stopping: stop.signal,
    ear: EAR_HERE,
    demoFolder: 'demo',
    viewerFolder: resolve('dist/viewer'),
    textsAt: (id, revision, names) => textsAt(context, id, revision, names),
    fontsFolder: resolve('dist/fonts'),
    askForParts: () => Promise.resolve(),
    bedAt: async () => null,
    async programmeAt(id, revision) {
      const document = await documentAt(context, id, revision);
      return { document, made: await programmeOf(context, id, document), brand: HOUSE_BRAND };
    },
  };
});
afterAll(() => closeContext(context));

const choose = async () => {
  const { revision } = await getWorkout(context, workoutId);
  await patchWorkout(context, workoutId, { revision, patch: [{ op: 'replace', path: '/edit/takeId', value: takeId }] });
};

describe('before a take is chosen', () => {
  it('there is nothing to render, and files come from the plan', async () => {
    await expect(queueRender(context, workoutId)).rejects.toThrow(Refusal);
    expect((await exportFile(context, workoutId, 'cue-sheet-csv')).text).toContain('Squat');
    await expect(exportFile(context, workoutId, 'pdf')).rejects.toThrow('There is no format');
  });
});

describe('the listening job', () => {
  const listen = async (id: string) => {
    await queueTakeWork(context.pool, id, 'listen');
    await takeJob(worker, id, 'listen');
  };
  it('makes peaks, and the same ones when done again', async () => {
    await listen(takeId);
    const first = await waveformOf(context.pool, takeId);
    await listen(takeId);
    expect((await waveformOf(context.pool, takeId))?.peaks).toEqual(first?.peaks);
    expect(first?.peaks.length).toBeGreaterThan(14 * 20 - 5);
    expect((await workOf(context.pool, takeId)).find((w) => w.kind === 'listen')).toMatchObject({
      state: 'done',
      progress: 1,
    });
  });
  it('leaves a take that is gone, and work that was stopped, alone', async () => {
    await takeJob(worker, '00000000-0000-0000-0000-000000000000', 'listen');
    await queueTakeWork(context.pool, takeId, 'picture');
    await stopTakeWork(context.pool, takeId, 'picture');
    await takeJob(worker, takeId, 'picture');
    expect((await takeById(context.pool, takeId))?.thumbs).toBeNull();
  });
  it('makes small pictures all along, and no light copy of what browsers play', async () => {
    await queueTakeWork(context.pool, takeId, 'picture');
    await takeJob(worker, takeId, 'picture');
    const take = await takeById(context.pool, takeId);
    expect(take?.thumbs).toMatchObject({ everyUs: 10_000_000, count: 1, width: 160, height: 90 });
    expect(take?.proxy).toBeNull();
  });
});

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
  it('is not begun when it was cancelled while it waited', async () => {
    const render = await insertRender(context.pool, { workoutId, takeId, revision: 1, kind: 'programme' });
    expect((await stopRender(context, render.id)).state).toBe('cancelled');
    expect(await takeLease(context.pool, workNamed.render(render.id), 'test')).toBeNull();
    await renderJob(worker, render.id);
    expect((await renderById(context.pool, render.id))?.state).toBe('cancelled');
  });
  it('cannot be cancelled twice', async () => {
    const render = await insertRender(context.pool, { workoutId, takeId, revision: 1, kind: 'programme' });
    await cancelRender(context.pool, render.id);
    expect(await cancelRender(context.pool, render.id)).toBe(false);
  });
  it('is not made twice at once; when its worker is gone, another makes it', async () => {
    const render = await insertRender(context.pool, { workoutId, takeId, revision: 2, kind: 'programme' });
    const dead = (await takeLease(context.pool, workNamed.render(render.id), 'dead', 60)) ?? '';
    await renderJob(worker, render.id);
    expect((await renderById(context.pool, render.id))?.state).toBe('running');
    await beatLease(context.pool, workNamed.render(render.id), { token: dead, progress: 0.5, leaseS: -1 });
    await Promise.all([renderJob(worker, render.id), renderJob({ ...worker, owner: 'another' }, render.id)]);
    expect((await renderById(context.pool, render.id))?.state).toBe('done');
    await expect(writeLeased(context.pool, workNamed.render(render.id), dead, () => Promise.resolve())).rejects.toThrow(
      LeaseLost,
    );
  });
  it('is given back at once by a worker that is asked to end', async () => {
    const render = await insertRender(context.pool, { workoutId, takeId, revision: 2, kind: 'programme' });
    const ending = new AbortController();
    const working = renderJob({ ...worker, stopping: ending.signal }, render.id);
    while ((await renderById(context.pool, render.id))?.state !== 'running')
      await new Promise((again) => setTimeout(again, 5));
    ending.abort();
    await working;
    expect((await renderById(context.pool, render.id))?.state).toBe('queued');
  });
  it('says in a sentence what went wrong when the file is gone from the disk', async () => {
    const render = await insertRender(context.pool, { workoutId, takeId, revision: 2, kind: 'programme' });
    const { rows } = await context.pool.query<{ sha256: string }>('SELECT sha256 FROM takes WHERE id = $1', [takeId]);
    rmSync(context.store.pathOf(rows[0]?.sha256 ?? '', 'mp4'));
    await renderJob(worker, render.id);
    expect(await renderById(context.pool, render.id)).toMatchObject({
      state: 'failed',
      message: expect.stringMatching(/^Rendering failed: .*No such file/),
    });
  });
});

describe('health', () => {
  it('tells whether database, worker and media tools answer', async () => {
    expect(await health(context)).toMatchObject({ ok: false, database: 'ok', worker: 'has not started', media: 'ok' });
    await noteWorker(context.pool, 'w1');
    expect(await health(context)).toMatchObject({ ok: true, worker: 'ok' });
    await context.pool.query(`UPDATE worker_beats SET beat_at = now() - interval '30 seconds'`);
    expect((await health(context)).worker).toMatch(/^silent for 30 s/);
  });
});
