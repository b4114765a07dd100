import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { duckCurve } from '../../src/core/music/levels.ts';
import { layMusic } from '../../src/core/music/arrangement.ts';
import { EMPTY_MUSIC } from '../../src/core/music/music.ts';
import { practiceMap } from '../../src/core/music/practice.ts';
import { OWN_RIGHTS, type Track } from '../../src/core/music/track.ts';
import { hearMusic } from '../../src/core/signal/listen.ts';
import { integratedOf } from '../../src/core/signal/loudness.ts';
import { compile } from '../../src/core/plan/compile.ts';
import { fromSeconds, micros, wholeLength } from '../../src/core/time/micros.ts';
import { readOutline } from '../../src/formats/outline/outline-reader.ts';
import { writeClickWav } from '../../src/formats/wav/click-wav.ts';
import { mixBed } from '../../src/media/bed.ts';
import { listenTo } from '../../src/media/listen-to.ts';
import { writePractice } from '../../src/media/practice-file.ts';
import { PIECE_RATE_HZ } from '../support/instruments.ts';
import { play, recipes } from '../support/pieces.ts';
import { wavHead } from '../../src/media/wav.ts';

const folder = mkdtempSync(join(tmpdir(), 'euphon-music-'));
const at = (name: string) => join(folder, name);
const ffmpeg = (...args: string[]) => execFileSync('ffmpeg', ['-v', 'error', '-y', ...args]);
afterAll(() => rmSync(folder, { recursive: true, force: true }));

beforeAll(() => {
  const piece = play(
    { ...(recipes(null).find((r) => r.name === 'rock 118') as ReturnType<typeof recipes>[number]), seconds: 25 },
    5,
  );
  ffmpeg('-i', 'demo/media/broomstick-strong-take-1.mp4', '-vn', '-t', '90', at('speech.wav'));
  const pcm = Int16Array.from(piece.samples, (v) => Math.round(v * 32_000));
  writeFileSync(at('piece.wav'), Buffer.concat([wavHead(pcm.length, PIECE_RATE_HZ), new Uint8Array(pcm.buffer)]));
});

/** What the outside meter says: ffmpeg's ebur128 with true peak. */
function outside(path: string): { lufs: number; peak: number } {
  const said = spawnSync('ffmpeg', [
    '-nostats',
    '-i',
    path,
    '-af',
    'ebur128=peak=true',
    '-f',
    'null',
    '-',
  ]).stderr.toString();
  const last = (pattern: RegExp) => Number([...said.matchAll(pattern)].at(-1)?.[1]);
  return { lufs: last(/I:\s+(-?[\d.]+) LUFS/g), peak: last(/Peak:\s+(-?[\d.]+) dBFS/g) };
}

describe('loudness of real files', () => {
  it.each([
    ['the demo’s first minutes', 'speech', []],
    ['a made piece', 'piece', []],
    ['six channels', 'six', ['-filter_complex', '[0:a]pan=5.1|FL=c0|FR=0.8*c0|FC=0.5*c0|LFE=c0|BL=0.4*c0|BR=0.3*c0']],
    ['MP3', 'mp3', ['-c:a', 'libmp3lame', '-b:a', '96k']],
  ])('of %s agrees with ffmpeg’s ebur128: 0.1 LU and 0.2 dB', async (_, name, args) => {
    const path = at(`${name}.${name === 'mp3' ? 'mp3' : 'wav'}`);
    if (args.length > 0) ffmpeg('-i', at('piece.wav'), ...args, path);
    const { heard } = await listenTo(path);
    const wanted = outside(path);
    expect(Math.abs((heard.loudness.integratedLufs ?? 0) - wanted.lufs)).toBeLessThanOrEqual(0.1);
    expect(Math.abs(heard.peaks.truePeakDb - wanted.peak)).toBeLessThanOrEqual(0.2);
  });
});

describe('sound that is odd', () => {
  it.each([
    ['8-bit mono', ['-c:a', 'pcm_u8', '-ar', '11025'], 'wav'],
    ['192 kHz', ['-ar', '192000'], 'wav'],
    ['Opus', ['-c:a', 'libopus'], 'opus'],
    ['AAC', ['-c:a', 'aac'], 'm4a'],
    ['FLAC', ['-c:a', 'flac'], 'flac'],
  ] as const)('%s is heard: length and tempo are right', async (name, args, extension) => {
    const path = at(`${name.replace(/\W/g, '')}.${extension}`);
    ffmpeg('-i', at('piece.wav'), ...args, path);
    const { heard } = await listenTo(path);
    expect(Math.abs(heard.duration / 1e6 - 25)).toBeLessThan(0.2);
    const music = hearMusic(heard.onsets);
    const gaps = (music?.beatsUs ?? [])
      .slice(1)
      .map((t, i) => t - (music?.beatsUs[i] ?? 0))
      .sort((a, b) => a - b);
    expect(60e6 / (gaps[Math.floor(gaps.length / 2)] ?? 1)).toBeCloseTo(118, 0);
  });
  it('a cut-off file gives what is there', async () => {
    const whole = readFileSync(at('piece.wav'));
    writeFileSync(at('cut.wav'), whole.subarray(0, Math.floor(whole.length / 2)));
    expect((await listenTo(at('cut.wav'))).heard.duration / 1e6).toBeCloseTo(12.5, 0);
  });
  it.each([
    ['a text called .mp3', 'words.mp3', 'This is no sound.\n'],
    ['an empty file', 'empty.wav', ''],
    ['a picture', 'picture.png', null],
  ])('%s is refused with a sentence', async (_, name, text) => {
    if (text === null) ffmpeg('-f', 'lavfi', '-i', 'color=red:s=16x16', '-frames:v', '1', at(name));
    else writeFileSync(at(name), text);
    await expect(listenTo(at(name))).rejects.toThrow(/wanted/);
  });
  it('silence is silent from end to end and has no beat', async () => {
    ffmpeg('-f', 'lavfi', '-i', 'anullsrc=r=44100:cl=mono', '-t', '30', at('silence.flac'));
    const { heard } = await listenTo(at('silence.flac'));
    expect([heard.loudness.integratedLufs, heard.silenceBefore, hearMusic(heard.onsets)]).toEqual([
      null,
      heard.duration,
      null,
    ]);
  });
});

describe('the music bed', () => {
  it('is as long as the class, plays each track where it lies, gives way under speech as wanted', async () => {
    const beat = { style: 'straight', fromMilliBpm: 120_000, toMilliBpm: 120_000, phrases: 3 } as const;
    await writePractice(beat, at('beat.flac'));
    const heard = (await listenTo(at('beat.flac'))).heard;
    const { map } = practiceMap(beat);
    const track: Track = {
      id: 't',
      title: 't',
      artist: '',
      duration: heard.duration,
      map,
      sections: [],
      lufs: heard.loudness.integratedLufs,
      rights: OWN_RIGHTS,
    };
    const { segments, total } = compile(readOutline('# T\n## Hello: talk, 0:05\n## Main: 20/5\n- Squat\n- Row').value);
    const blockId = segments.at(-1)?.blockId ?? '';
    const music = {
      ...EMPTY_MUSIC,
      placements: [
        {
          id: 'm1',
          trackId: 't',
          blockId,
          atUs: micros(0),
          fromBeat: 0,
          beats: 92,
          speedPpm: 1_050_000,
          fadeInBeats: 0,
          fadeOutBeats: 0,
        },
      ],
    };
    const laid = layMusic(music, [track], segments);
    const speech = [{ start: fromSeconds(20), end: fromSeconds(30) }];
    const levels = { ...music.levels, distanceDeciLu: 150 };
    await mixBed(
      {
        laid: laid.laid,
        pathOf: () => at('beat.flac'),
        length: wholeLength(total),
        levels,
        duck: duckCurve(speech, levels),
        output: at('bed.wav'),
        format: 'wav',
      },
      () => undefined,
    );
    const bed = (await listenTo(at('bed.wav'))).heard;
    expect(Math.abs(bed.duration - total)).toBeLessThan(1_000);
    expect(bed.silenceBefore / 1e6).toBeCloseTo(5, 1);
    const loud = (from: number, to: number) => integratedOf(bed.loudness.energies, from * 10, to * 10) ?? -99;
    expect(loud(8, 18)).toBeCloseTo(-20, 0);
    // -18 LUFS of voice less 15 LU.
    expect(loud(21, 29)).toBeCloseTo(-33, 0);
    expect(bed.peaks.truePeakDb).toBeLessThan(-1);
    // Stretched by 5 % with its beats where the map says.
    const beats = hearMusic((await listenTo(at('bed.wav'))).heard.onsets)?.beatsUs ?? [];
    const gaps = beats
      .slice(1)
      .map((b, i) => b - (beats[i] as number))
      .sort((a, b) => a - b);
    expect(60e6 / (gaps[Math.floor(gaps.length / 2)] ?? 1)).toBeCloseTo(126, 0);
    writeFileSync(at('click.wav'), writeClickWav(laid, segments, wholeLength(total)));
    const click = hearMusic((await listenTo(at('click.wav'))).heard.onsets)?.beatsUs ?? [];
    const off = click.map((c) => Math.min(...beats.map((b) => Math.abs(b - c)))).sort((a, b) => a - b);
    expect(off[Math.floor(off.length / 2)]).toBeLessThan(12_000);
  });
});
