import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { putWaveform } from '../../src/db/take-sound-sql.ts';
import { PEAKS_A_SECOND, waveform } from '../../src/media/waveform.ts';
import { Refusal } from '../../src/server/refusal.ts';
import type { Context } from '../../src/server/context.ts';
import { bringInTake, takeWaveform } from '../../src/server/takes.ts';
import { setTranscript, takesWithTranscripts } from '../../src/server/transcripts.ts';
import { createWorkout } from '../../src/server/workouts.ts';
import { closeContext, freshContext } from '../db/support.ts';
import { isSoundOnly, playsInBrowsers } from '../../src/core/sync/media-facts.ts';
import { probe } from '../../src/media/probe.ts';
import { makeProxy } from '../../src/media/thumbs.ts';
import { frameCount, makeVideo } from './support.ts';

let context: Context;
let workout: string;
const folder = `${process.env.EUPHON_DATA}/takes-test`;
beforeAll(async () => {
  context = await freshContext('euphon_bring_in');
  workout = (await createWorkout(context, { title: 'Takes' })).id;
  mkdirSync(folder, { recursive: true });
});
afterAll(() => closeContext(context));

const bring = (bytes: Buffer, name = 'x.mp4') => bringInTake(context, workout, Readable.from([bytes]), { name });
const sentence = async (work: Promise<unknown>) =>
  work.then(
    () => 'no refusal',
    (e: unknown) => (e instanceof Refusal ? e.message : String(e)),
  );

describe('bringing a take in', () => {
  it('keeps an MP4 by its content and probes it; twice is once', async () => {
    const path = join(folder, 'good.mp4');
    makeVideo(path, { seconds: 3, rate: '30000/1001' });
    const [first, again] = [await bring(readFileSync(path), 'One'), await bring(readFileSync(path), 'One again')];
    expect(again.id).toBe(first.id);
    expect(first).toMatchObject({
      rate: { num: 30000, den: 1001 },
      width: 640,
      height: 360,
      videoCodec: 'h264',
      audioCodec: 'aac',
    });
    expect(Math.abs(first.duration / 1e6 - 3)).toBeLessThan(0.1);
    expect(readFileSync(context.store.pathOf(first.file.sha256, 'mp4')).length).toBe(first.file.bytes);
  });
  it('takes WebM too', async () => {
    const path = join(folder, 'good.webm');
    makeVideo(path, {
      seconds: 2,
      rate: '25',
      size: '160x90',
      codec: ['-c:v', 'libvpx-vp9', '-deadline', 'realtime', '-c:a', 'libopus'],
    });
    expect(await bring(readFileSync(path))).toMatchObject({
      videoCodec: 'vp9',
      audioCodec: 'opus',
      file: { extension: 'webm' },
    });
  });
  it.each([
    ['a.wav', ['-map', '1:a'], 'wav', 'none'],
    ['a.flac', ['-map', '1:a'], 'flac', 'none'],
    ['a.mp3', ['-map', '1:a'], 'mp3', 'none'],
    ['a.m4a', ['-map', '1:a', '-c:a', 'aac'], 'm4a', 'none'],
    ['a.ogg', ['-map', '1:a', '-c:a', 'libopus'], 'ogg', 'none'],
    ['v.mkv', ['-c:v', 'mpeg4', '-c:a', 'pcm_s16le'], 'mkv', 'mpeg4'],
    ['v.mov', ['-c:v', 'libx264', '-preset', 'ultrafast', '-c:a', 'pcm_s16le'], 'mov', 'h264'],
  ])('takes %s, a recorder’s or another camera’s', async (name, codec, extension, videoCodec) => {
    const path = join(folder, name);
    makeVideo(path, { seconds: 2, rate: '25', size: '160x90', codec });
    const take = await bring(readFileSync(path), name);
    expect(take).toMatchObject({ videoCodec, file: { extension }, role: 'take' });
    expect(isSoundOnly(take)).toBe(videoCodec === 'none');
    expect(playsInBrowsers(take, extension, take.file.bytes)).toBe(videoCodec === 'none');
  });
  it('makes a light copy of what browsers do not play, as long as the take and at its rate', async () => {
    const [from, to] = [join(folder, 'v.mkv'), join(folder, 'light.mp4')];
    await makeProxy(from, to, { durationUs: 2e6, width: 160, rate: { num: 25, den: 1 } });
    const probed = await probe(to);
    expect(probed).toMatchObject({
      ok: true,
      extension: 'mp4',
      probe: { videoCodec: 'h264', audioCodec: 'aac', rate: { num: 25, den: 1 }, width: 160 },
    });
    expect(Math.abs(frameCount(to) - frameCount(from))).toBeLessThanOrEqual(1);
  });
  it('says what was found and what is wanted', async () => {
    const [whole, silent] = [join(folder, 'w.mp4'), join(folder, 's.mp4')];
    makeVideo(whole, { seconds: 2, rate: '25' });
    makeVideo(silent, { seconds: 2, rate: '25', audio: false });
    const wanted = 'an MP4, MOV, WebM or MKV video with sound, or a sound file, is wanted.';
    const half = readFileSync(whole);
    expect(await sentence(bring(Buffer.alloc(0)))).toBe(`This file is empty; ${wanted}`);
    expect(await sentence(bring(Buffer.from('just some words\n')))).toBe(`This is a text file; ${wanted}`);
    expect(await sentence(bring(Buffer.from('%PDF-1.7\n\u0000\u0001')))).toBe(`This is a PDF; ${wanted}`);
    expect(await sentence(bring(half.subarray(0, half.length / 2)))).toMatch(
      /^This MP4 is cut off: its index is missing/,
    );
    expect(await sentence(bring(readFileSync(silent)))).toBe(`This file has no sound; ${wanted}`);
    expect(await sentence(bring(Buffer.from(Array.from({ length: 5000 }, (_, i) => (i * 7919) % 256))))).toMatch(
      /^This is (not a media file that can be read|a file of kind)/,
    );
  });
  it('keeps nothing of an upload that stops half-way', async () => {
    const broken = new Readable({
      read() {
        this.push(Buffer.alloc(1000));
        this.destroy(new Error('gone'));
      },
    });
    expect(await sentence(bringInTake(context, workout, broken, { name: 'x' }))).toMatch(/stopped before its end/);
  });
});

describe('a take’s transcript and waveform', () => {
  it('is kept, replaced, and its problems are told', async () => {
    const path = join(folder, 'talk.mp4');
    makeVideo(path, { seconds: 4, rate: '25' });
    const take = await bring(readFileSync(path), 'Talk');
    expect(await sentence(setTranscript(context, take.id, '', 0))).toMatch(/^The file is empty/);
    writeFileSync(join(folder, 'none'), '');
    const { problems, cues } = await setTranscript(context, take.id, '[0:03] late\n[0:01] early\n[9:00] past', 0);
    expect(cues).toBe(3);
    expect(problems.map((p) => p.code)).toEqual(['backwards', 'past-the-end']);
    const [entry] = (await takesWithTranscripts(context, workout)).filter((t) => t.take.id === take.id);
    expect(entry?.transcript?.format).toBe('paragraphs');
    const peaks = await waveform(path);
    expect(Math.abs(peaks.length - 4 * PEAKS_A_SECOND)).toBeLessThanOrEqual(3);
    expect(Math.max(...peaks)).toBeGreaterThan(10);
    await putWaveform(context.pool, take.id, PEAKS_A_SECOND, peaks);
    expect([...(await takeWaveform(context, take.id)).peaks]).toEqual([...peaks]);
  });
});
