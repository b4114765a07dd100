import { type ChildProcess, execFileSync, spawn } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { voiceOf } from '../../src/core/align/align.ts';
import { type Transcript, spokenWords } from '../../src/core/transcript/transcript.ts';
import { meteredAlong } from '../support/ffmpeg-meter.ts';
import { anySeconds, anyTime } from '../support/times.ts';
import { workOf } from '../../src/db/take-work-sql.ts';
import { transcriptOf } from '../../src/db/transcripts-sql.ts';
import { readTranscript } from '../../src/formats/transcript-reader.ts';
import { receiveFile } from '../../src/media/file-store.ts';
import { hearTake } from '../../src/media/hear-take.ts';
import { beatTime } from '../../src/core/music/tempo-map.ts';
import type { RoomMusic } from '../../src/core/signal/room-music.ts';
import { loudnessFrom } from '../../src/core/sound/take-levels.ts';
import { KNOWN_WORDS } from '../../src/media/recogniser.ts';
import { NotSound } from '../../src/media/sound.ts';
import { standInService } from '../../src/media/stand-in-service.ts';
import type { Context } from '../../src/server/context.ts';
import { keepTake } from '../../src/server/takes.ts';
import { askTakeWork } from '../../src/server/take-work.ts';
import { createWorkout } from '../../src/server/workouts.ts';
import { closeContext, freshContext } from '../db/support.ts';

const TAKE = 'demo/media/broomstick-strong-take-1.mp4';
const LENGTH_S = 150;
const folder = join(process.env.EUPHON_DATA ?? '', 'hearing-test');
const short = join(folder, 'short.wav');
/** The demo's lines as espeak-ng said them: each begins where the file says, to the sample. */
const truth = readTranscript(readFileSync('demo/broomstick-strong.words.vtt', 'utf8')).value.cues.filter(
  (c) => c.end < LENGTH_S * 1e6,
);
const all = { signal: new AbortController().signal, onProgress: () => undefined };
beforeAll(() => {
  mkdirSync(folder, { recursive: true });
  execFileSync('ffmpeg', ['-v', 'error', '-y', '-i', TAKE, '-t', String(LENGTH_S), '-vn', '-ac', '1', short]);
});

/** The words as paragraphs of thirty seconds, cut to whole seconds. */
function coarse(): Transcript {
  const cues: { start: number; text: string }[] = [];
  for (const cue of truth) {
    const last = cues.at(-1);
    if (last === undefined || cue.start >= last.start + 30e6)
      cues.push({ start: Math.floor(cue.start / 1e6) * 1e6, text: cue.text });
    else last.text += ` ${cue.text}`;
  }
  return {
    cues: cues.map((c, i) => ({
      start: anyTime(c.start),
      end: anyTime(cues[i + 1]?.start ?? LENGTH_S * 1e6),
      text: c.text,
      words: null,
    })),
  };
}

describe('a take with speech over a beat', () => {
  it('is heard where its lines were said', async () => {
    const { voice, voiceClarity, beeps } = (await hearTake(short)).sound;
    const [said, heard] = [new Uint8Array(LENGTH_S * 100), new Uint8Array(LENGTH_S * 100)];
    for (const c of truth) said.fill(1, Math.round(c.start / 1e4), Math.round(c.end / 1e4));
    for (const v of voice) heard.fill(1, Math.round(v.start / 1e4), Math.round(v.end / 1e4));
    const count = (a: number, b: number) => said.reduce((n, s, i) => n + (s === a && heard[i] === b ? 1 : 0), 0);
    expect(count(1, 1) / (count(1, 1) + count(0, 1))).toBeGreaterThan(0.95);
    expect(count(1, 1) / (count(1, 1) + count(1, 0))).toBeGreaterThan(0.87);
    expect(voiceClarity).toBeGreaterThan(0.6);
    expect(beeps).toEqual([]);
  });
  it('is as loud along its time as ffmpeg’s meter says', async () => {
    const { values } = loudnessFrom((await hearTake(short)).levels);
    const theirs = meteredAlong(short);
    expect(Math.abs(values.length - theirs.length)).toBeLessThan(3);
    const off = values.flatMap((v, i) => (v < -60 || i < 4 || i >= theirs.length ? [] : [Math.abs(v - theirs[i]!)]));
    expect(off.length).toBeGreaterThan(1000);
    // Kept in half LU, told by theirs in tenths.
    expect(Math.max(...off)).toBeLessThan(0.4);
  });
  it('has the beat of its room, to the frame', async () => {
    // 126 a minute from time 0 on, as the demo's own script laid it.
    const { music = [] } = (await hearTake(short)).sound;
    expect(music).toHaveLength(1);
    const [{ start, end, map }] = music as [RoomMusic];
    expect(start / 1e6).toBeLessThan(5);
    expect(end / 1e6).toBeGreaterThan(LENGTH_S - 5);
    for (let beat = 0; beat < 126 * 2; beat++) {
      const nearest = Math.round((beatTime(map, beat) / 60e6) * 126);
      expect(Math.abs(beatTime(map, beat) - (nearest * 60e6) / 126)).toBeLessThan(25e3);
    }
  });
  it('has its known words timed within 50 ms in the middle, from paragraphs of thirty seconds', async () => {
    const { sound } = await hearTake(short);
    const { transcript, says } = await KNOWN_WORDS.hear({
      path: short,
      sha256: '',
      duration: anySeconds(LENGTH_S),
      known: coarse(),
      voice: voiceOf(sound),
      ...all,
    });
    expect(says).toMatch(/^\d+ of \d+ phrases were found/);
    const words = transcript.cues.flatMap((c) => c.words ?? []);
    const { tokens: wanted } = spokenWords({ cues: truth }, anySeconds(LENGTH_S));
    expect(words.map((w) => w.text)).toEqual(wanted.map((w) => w.text));
    // Only where a line begins is its time known to the sample; inside, the file's times are shares.
    const starts = new Set(truth.map((c) => c.start));
    const errors = wanted
      .flatMap((w, i) => (starts.has(w.at) ? [Math.abs((words[i]?.start ?? 0) - w.at) / 1e3] : []))
      .sort((a, b) => a - b);
    expect(errors.length).toBeGreaterThan(25);
    expect(errors[Math.floor(errors.length / 2)]).toBeLessThan(50);
    for (const w of words) expect(w.confidence ?? 0).toBeGreaterThan(0);
  });
  it('has words from the stand-in service only where that knows it', async () => {
    const bytes = execFileSync('sha256sum', [TAKE]).toString().slice(0, 64);
    const heard = await standInService('demo').hear({
      path: TAKE,
      sha256: bytes,
      duration: anySeconds(480),
      known: null,
      voice: null,
      ...all,
    });
    expect(heard.transcript.cues.length).toBeGreaterThan(50);
    await expect(
      standInService('demo').hear({
        path: short,
        sha256: 'a'.repeat(64),
        duration: anySeconds(480),
        known: null,
        voice: null,
        ...all,
      }),
    ).rejects.toThrow(NotSound);
  });
});

describe('a worker that is killed', () => {
  let context: Context;
  const workers: ChildProcess[] = [];
  const start = () => {
    const worker = spawn(process.execPath, ['dist/boot/worker.mjs'], {
      env: {
        ...process.env,
        DATABASE_URL: (process.env.EUPHON_TEST_DATABASE ?? '').replace(/\/[^/]*$/, '/euphon_killed'),
        EUPHON_DATA: `${process.env.EUPHON_DATA}/euphon_killed`,
      },
      stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
    });
    workers.push(worker);
    return new Promise<ChildProcess>((resolve, reject) => {
      worker.once('message', () => resolve(worker));
      worker.once('error', reject);
    });
  };
  beforeAll(async () => {
    context = await freshContext('euphon_killed');
  });
  afterAll(async () => {
    for (const worker of workers) worker.kill('SIGKILL');
    await closeContext(context);
  });
  it('in the middle of hearing a take is followed by another that hears it to the end', async () => {
    expect(existsSync('dist/boot/worker.mjs')).toBe(true);
    const long = join(folder, 'long.flac');
    execFileSync('ffmpeg', ['-v', 'error', '-y', '-stream_loop', '5', '-i', short, '-t', '240', long]);
    const workout = await createWorkout(context, { title: 'Killed' });
    const take = await keepTake(context, workout.id, await receiveFile(context.store, long), { name: 'Long' });
    const listening = async () => (await workOf(context.pool, take.id)).find((w) => w.kind === 'listen');
    const until = async (done: (w: Awaited<ReturnType<typeof listening>>) => boolean) => {
      for (let i = 0; i < 2_000; i++) {
        if (done(await listening())) return;
        await new Promise((resolve) => setTimeout(resolve, 200));
      }
      throw new Error(`still ${JSON.stringify(await listening())}`);
    };
    const first = await start();
    await until((w) => w?.state === 'running' && w.progress > 0.05);
    first.kill('SIGKILL');
    await start();
    await until((w) => w?.state === 'done');
    const { rows } = await context.pool.query<{ voice: string }>(
      `SELECT jsonb_array_length(sound -> 'voice') AS voice FROM takes WHERE id = $1`,
      [take.id],
    );
    expect(Number(rows[0]?.voice)).toBeGreaterThan(36);
    // Asked for again it is done again; the words of a take that has none are refused by the stand-in, with a sentence.
    await askTakeWork(context, take.id, 'words');
    for (
      let i = 0;
      i < 60 && (await workOf(context.pool, take.id)).find((w) => w.kind === 'words')?.state !== 'failed';
      i++
    )
      await new Promise((resolve) => setTimeout(resolve, 200));
    expect((await workOf(context.pool, take.id)).find((w) => w.kind === 'words')).toMatchObject({
      state: 'failed',
      message: expect.stringMatching(/knows only the demo/),
    });
    expect(await transcriptOf(context.pool, take.id)).toBeNull();
  });
});
