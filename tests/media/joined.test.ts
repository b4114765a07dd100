import { wholeLength } from '../../src/core/time/micros.ts';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { assemble } from '../../src/core/edit/assemble.ts';
import type { FilmedTake } from '../../src/core/edit/coverage.ts';
import type { Insert } from '../../src/core/edit/decisions.ts';
import {
  type Recording,
  onRecording,
  soundsOf,
  viewsOf,
  withInsertsHeard,
  withInsertsSeen,
} from '../../src/core/edit/views.ts';
import { lanes } from '../../src/core/lanes/lanes.ts';
import { DEFAULT_RULES } from '../../src/core/lanes/rules.ts';
import { compile } from '../../src/core/plan/compile.ts';
import { type FrameRate, firstFrameFrom, frameRate } from '../../src/core/time/frames.ts';
import { anySeconds as s, anyTime } from '../support/times.ts';
import { writeAss } from '../../src/formats/ass/ass-writer.ts';
import { writeFfmetadata } from '../../src/formats/ffmetadata/ffmetadata-writer.ts';
import { readOutline } from '../../src/formats/outline/outline-reader.ts';
import { writeCaptionsSrt } from '../../src/formats/srt/srt-writer.ts';
import { drawnWithin } from '../../src/core/looks/drawn.ts';
import { render } from '../../src/media/render.ts';
import { type MadePart, joinParts, partsOf, piecesOf, renderPicture } from '../../src/media/render-parts.ts';
import { NO_SOURCE, withSources } from '../../src/media/render-pieces.ts';
import { writeEdl } from '../../src/formats/edit-lists/edl-writer.ts';
import { writeOtio } from '../../src/formats/edit-lists/otio-writer.ts';
import { type ShownFrame, framesOfEdl, framesOfOtio } from '../support/rebuilt.ts';
import { asFilmed } from '../support/as-filmed.ts';
import { drawnOf } from '../support/drawn.ts';
import { frameCount, frameTimes, leastPsnr, makeNumbered, pitchAt, readNumbered, soundHash } from './support.ts';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'euphon-joined-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const plan = readOutline('# Joined\n## Main: 4/2\n- Squat\n- Row\n- Plank\n- Lunge\n## Bye: talk, 0:03').value;
const { segments, total } = compile(plan);
const lunge = segments.find((x) => x.label === 'Lunge')!;

/**
 * The first take stops in the third move, the second begins with the move before that; a camera that started 1.2 s
 * before the first take, a recorder 0.7 s before the second; the second take's picture is larger.
 */
const SOURCES = [
  { name: 'a', id: 0, hz: 440, seconds: 15 },
  { name: 'b', id: 1, hz: 660, seconds: 20, size: '640x360' },
  { name: 'cam', id: 2, hz: 550, seconds: 18 },
  { name: 'rec', id: 3, hz: 880, seconds: 22 },
] as const;
const MOVED_S = 5.5;

const card = { kind: 'card', card: 'title', title: null, line: null } as const;
/** A card before all, a frame that stands still after the second move, a card over the break before the third. */
const INSERTS: readonly Insert[] = [
  { id: 'first', segmentKey: segments[0]!.key, place: 'before', lengthUs: s(1.5), shows: card },
  {
    id: 'still',
    segmentKey: segments.find((x) => x.label === 'Row')!.key,
    place: 'after',
    lengthUs: s(1.01),
    shows: { kind: 'freeze', mediaId: 'a', at: s(7.37) },
  },
  { id: 'over', segmentKey: segments[1]!.key, place: 'over', lengthUs: null, shows: card },
];
/** What is read of the plain ground: one grey everywhere. */
const GROUND = 1111;

describe.each([
  ['25', frameRate(25, 1)],
  ['29.97', frameRate(30000, 1001)],
  ['59.94', frameRate(60000, 1001)],
])('two takes, a camera and a recorder at %s frames a second', (name, rate: FrameRate) => {
  it('are one programme: both sides of every join and switch are the right frames, with the right sound', async () => {
    const path = (of: string) => join(folder, `${of}-${name}.mp4`);
    for (const { name: of, ...facts } of SOURCES) makeNumbered(path(of), { ...facts, rate: `${rate.num}/${rate.den}` });
    const filmed = (takeId: string, seconds: number, shift: number): FilmedTake => ({
      takeId,
      duration: s(seconds),
      alignment: asFilmed(segments, s(shift), { start: s(0), end: s(seconds) }),
      faults: new Map(),
      speech: [],
    });
    const recording = (id: string, role: Recording['role'], ofTake: string, offset: number, seconds: number) => ({
      ...{ id, role, ofTake, duration: s(seconds), voiceClarity: 0.9 },
      lie: { offsetUs: s(offset), driftPpm: 0, spreadUs: s(0.002) },
    });
    const recordings = [recording('cam', 'camera', 'a', 1.2, 18), recording('rec', 'recorder', 'b', 0.7, 22)];
    const takes = [filmed('a', 15, 0.4), filmed('b', 20, -MOVED_S)];
    const programme = assemble(segments, takes, { uses: [], removedOf: () => [], inserts: INSERTS }, rate);
    // The join lies before the break, not before the move.
    expect(programme.segments.map((p) => [p.label, p.takeId])).toEqual(
      segments.map((x) => [x.label, x.start < s(10) ? 'a' : 'b']),
    );
    const shown = [{ start: s(6.31), end: s(9.77), cameraId: 'cam' }];
    const lasts = (id: string) => s(SOURCES.find((x) => x.name === id)!.seconds);
    const pictures = withInsertsSeen(
      viewsOf(programme.shots, recordings, (id) => (id === 'a' ? shown : []), rate),
      programme.inserts,
      lasts,
    );
    const sounds = withInsertsHeard(
      soundsOf(programme.shots, recordings, () => 0.4),
      programme.inserts,
      lasts,
    );
    const names = pictures.map((p) => (p.held === true ? `${p.mediaId} still` : p.mediaId));
    expect(names).toEqual([null, 'a', null, 'cam', 'a', 'a still', 'b']);
    expect(sounds.map((p) => p.mediaId)).toEqual([null, 'a', null, 'rec']);
    const source = new Map(
      SOURCES.map((x) => [x.name as string, { path: path(x.name), fits: x.name !== 'b', silent: false }]),
    );
    const sourceOf = (id: string | null) => (id === null ? NO_SOURCE : source.get(id)!);
    const laid = lanes(programme, { rules: DEFAULT_RULES, overrides: [] }, plan);
    const output = path('out');
    const picture = { width: 320, height: 180, rate };
    // The ground is looked at, not what is written on it.
    const drawn = drawnOf({ ...laid, cards: [] }, picture);
    const job = {
      pictures: withSources(pictures, sourceOf),
      sounds: withSources(sounds, sourceOf),
      output,
      length: wholeLength(programme.length),
      ...{ ...picture, audioCodec: 'aac', mixed: null, picture: null, whole: false },
      ass: writeAss(drawn, picture),
      ffmetadata: writeFfmetadata('Joined', laid.chapters),
      captionsSrt: writeCaptionsSrt(laid.captions),
      fontsFolder: resolve('dist/fonts'),
    };
    await render(job, () => undefined);
    expect(frameCount(output)).toBe(firstFrameFrom(programme.length, rate));
    const seen = readNumbered(output);
    const frameOf = (us: number) => Math.round((us * rate.num) / (rate.den * 1e6));
    for (const piece of pictures) {
      const [from, frames] = [frameOf(piece.at), frameOf(piece.length)];
      const first = (piece.from * rate.num) / (rate.den * 1e6);
      const id = SOURCES.find((x) => x.name === piece.mediaId)?.id ?? 0;
      for (const n of [0, 1, frames - 1]) {
        const read = seen[from + n]!;
        if (piece.mediaId === null) {
          expect([name, 'ground', n, read.frame]).toEqual([name, 'ground', n, GROUND]);
          continue;
        }
        expect([name, piece.mediaId, n, read.id]).toEqual([name, piece.mediaId, n, id]);
        // Of another camera's frames the nearest; of the take's own the very frame.
        const off = Math.abs(read.frame - (piece.held === true ? Math.ceil(first - 1e-6) : first + n));
        expect(off, `${name} ${piece.mediaId} ${n}: ${read.frame} instead of ${first + n}`).toBeLessThanOrEqual(
          piece.mediaId === 'cam' ? 0.75 : 0.01,
        );
      }
    }
    // (No frame of the first source has the ground's number.) Rebuilt from the timeline and from the cut list by
    // readers of their own, every frame is the one of the film.
    const media = new Map(
      SOURCES.map((x) => [x.name as string, { id: x.name, name: x.name, fileName: x.name, duration: s(x.seconds) }]),
    );
    const edit = { title: 'Joined', rate, length: wholeLength(programme.length), pictures, sounds, media };
    const list = { ...edit, segments: programme.segments, chapters: laid.chapters, lines: [] };
    const ofFilm = seen.map(({ id, frame }) =>
      id === 0 && frame === GROUND ? 'nothing' : `${SOURCES[id]!.name} ${frame}`,
    );
    const asWords = (shown: readonly ShownFrame[]) =>
      shown.map((f) => (f === null ? 'nothing' : `${f.file} ${f.frame}`));
    expect(asWords(framesOfOtio(writeOtio(list)))).toEqual(ofFilm);
    expect(asWords(framesOfEdl(writeEdl(list), Math.round(rate.num / rate.den)))).toEqual(ofFilm);
    // Made in parts, as several workers do, every frame is the same one at the same time, with the same drawn on it.
    const parts = partsOf(job.pictures, rate, { everyUs: 4e6, leastUs: 1.5e6 });
    expect(parts.length).toBeGreaterThanOrEqual(4);
    const files: MadePart[] = [];
    for (const [i, part] of parts.entries()) {
      const ass = writeAss(drawnWithin(drawn, part.from, part.to, rate), picture);
      files.push({ ...part, path: path(`part-${i}`) });
      const own = { ...picture, pictures: piecesOf(job.pictures, part, rate), ass };
      await renderPicture(own, files[i]!.path, job.fontsFolder);
    }
    await joinParts(files, rate, path('parts'));
    const sound = path('sound');
    execFileSync('ffmpeg', ['-y', '-v', 'error', '-i', output, '-vn', '-c', 'copy', sound]);
    const inParts = path('in-parts');
    await render({ ...job, mixed: sound, picture: path('parts'), output: inParts }, () => undefined);
    expect(readNumbered(inParts)).toEqual(seen);
    const [times, single] = [frameTimes(inParts), frameTimes(output)];
    expect(times.map((t, i) => Math.round((t - single[i]!) * 1e5)).filter((d) => d !== 0)).toEqual([]);
    expect(leastPsnr(inParts, output)).toBeGreaterThan(30);
    expect(soundHash(inParts)).toBe(soundHash(output));
    // Sound: the take's own, through the camera's stretch, up to the join; then the recorder's.
    const joinS = pictures.at(-1)!.at / 1e6;
    for (const [at, hz] of [
      [0.7, 0],
      [1.7, 440],
      [6.5, 440],
      [9.5, 440],
      [joinS - 0.9, 0],
      [joinS - 0.15, 0],
      [joinS + 0.15, 880],
      [programme.length / 1e6 - 0.3, 880],
    ] as const)
      expect(Math.abs(pitchAt(output, at) - hz), `${at} s`).toBeLessThan(25);
    // The timer's last move ends where it ends on its take: less than 40 ms off.
    const placed = programme.segments.find((p) => p.key === lunge.key)!;
    const shot = programme.shots.at(-1)!;
    const wanted = shot.at + (lunge.start - s(MOVED_S) - shot.start);
    expect(programme.inserts.map((p) => [p.insert.id, Math.round((p.end - p.start) / 1e5)])).toEqual([
      ['first', 15],
      ['over', 20],
      ['still', 10],
    ]);
    expect(Math.abs(placed.start - wanted)).toBeLessThan(40_000);
    expect(anyTime(total)).toBeGreaterThan(0);
    expect(onRecording(s(1), recordings[0]!.lie)).toBe(s(2.2));
    // It renders twice at up to 60 frames a second; a machine that does other things takes long over it.
  });
});
