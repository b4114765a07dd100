import { execFileSync } from 'node:child_process';
import { readFile } from 'node:fs/promises';
import { describe, expect, it, beforeAll, afterAll } from 'vitest';
import { renderById } from '../../src/db/renders-sql.ts';
import { renderJob } from '../../src/jobs/render-job.ts';
import { extensionOf } from '../../src/core/delivery/films.ts';
import { firstFrameFrom, frameRate } from '../../src/core/time/frames.ts';
import { compile } from '../../src/core/plan/compile.ts';
import { queueFilm, queueRender, queueSound } from '../../src/server/deliver.ts';
import { certificatePdf } from '../../src/server/kit.ts';
import { Refusal } from '../../src/server/refusal.ts';
import { getWorkout } from '../../src/server/workouts.ts';
import { patchWorkout } from '../../src/server/workout-patch.ts';
import { frameCount } from './support.ts';
import { context, worker, workoutId, startJobs, choose, endJobs } from './job-context.ts';

beforeAll(async () => {
  await startJobs('euphon_kinds');
  await choose();
});
afterAll(endJobs);

describe('films of other kinds', () => {
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
