import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { TONE_FAMILIES, VOICE_AS_RECORDED, type VoiceCare } from '../../src/core/edit/decisions.ts';
import { TONE_RATE_HZ, toneSamples } from '../../src/core/sound/tone-shapes.ts';
import { TONE_KINDS, type Tone } from '../../src/core/sound/tones.ts';
import { measure } from '../../src/media/loudness.ts';
import { addCuePoints } from '../../src/media/cue-points.ts';
import { SOUND_PARTS, type SoundPart } from '../../src/core/sound/parts.ts';
import { makeMix, makePart, makeStems } from '../../src/media/mix.ts';
import { anySeconds as s } from '../support/times.ts';

/** Tones and a cared-for voice, looked for in the file that comes out. */
const SECONDS = 14;
const folder = mkdtempSync(join(tmpdir(), 'euphon-tones-'));
const at = (name: string) => join(folder, name);
const ffmpeg = (...args: string[]) => execFileSync('ffmpeg', ['-y', '-v', 'error', ...args]);
beforeAll(() => {
  execFileSync('espeak-ng', ['-v', 'en-gb', '-w', at('line.wav'), LINE]);
  // The same voice twice, the second time 9 dB softer; over a floor that shakes at 31 Hz.
  ffmpeg('-stream_loop', '-1', '-i', at('line.wav'), '-t', String(SECONDS), '-af', 'aresample=48000', at('near.wav'));
  ffmpeg('-i', at('near.wav'), '-af', 'volume=-9dB', at('far.wav'));
  ffmpeg(
    '-i',
    at('near.wav'),
    '-f',
    'lavfi',
    '-i',
    'sine=f=31:r=48000',
    '-filter_complex',
    '[1:a]volume=0.8[r];[0:a][r]amix=2:duration=first:normalize=0',
    at('shaking.wav'),
  );
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const LINE = 'Squat down slowly, keep your heels on the floor, and stand up tall. Breathe, and down again.';

function decoded(path: string): Float32Array {
  const bytes = execFileSync(
    'ffmpeg',
    ['-v', 'error', '-i', path, '-ac', '1', '-ar', String(TONE_RATE_HZ), '-f', 'f32le', '-'],
    {
      maxBuffer: 1e9,
    },
  );
  return new Float32Array(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength));
}
const piece = (name: string, from: number, length: number, at_ = 0) => ({
  source: { path: at(`${name}.wav`), fits: true, silent: false },
  from: s(from),
  at: s(at_),
  length: s(length),
});

/** Where a tone lies best within so many samples of where it should be: normalised cross-correlation. */
function foundAt(samples: Float32Array, tone: Float32Array, around: number, reach: number): number {
  let [best, offset] = [-Infinity, 0];
  for (let lag = -reach; lag <= reach; lag++) {
    let [sum, power] = [0, 1e-9];
    for (let i = 0; i < tone.length; i++) {
      const x = samples[around + lag + i] ?? 0;
      sum += x * (tone[i] as number);
      power += x * x;
    }
    if (sum / Math.sqrt(power) > best) [best, offset] = [sum / Math.sqrt(power), lag];
  }
  return offset;
}

describe('timer tones in the encoded file', () => {
  const LENGTH = s(9);
  const tones = TONE_KINDS.map((kind, i): Tone => ({ at: s(0.52 + i * 1.16), kind, segmentKey: `k${i}` }));
  const job = {
    sounds: [piece('near', 0, 9)],
    voice: VOICE_AS_RECORDED,
    segments: [],
    lines: [],
    bed: null,
    length: LENGTH,
    targetLufs: null,
  };
  let alone: Float32Array;
  beforeAll(async () => {
    await makeMix({ ...job, tones: null, output: at('alone.m4a') }, () => undefined);
    alone = decoded(at('alone.m4a'));
  });
  // Two of five; EUPHON_ALL_MIXES=1 asks all.
  const families = TONE_FAMILIES.filter((_, i) => i % 4 === 0 || process.env.EUPHON_ALL_MIXES === '1');
  it.each(families)('%s: each within 1024 samples of its time, under a voice', async (family) => {
    const output = at(`${family}.m4a`);
    await makeMix({ ...job, tones: { list: tones, family, belowDb: 0 }, output }, () => undefined);
    // What the voice alone is is taken away: tones are looked for, not words that resemble them.
    const added = decoded(output).map((x, i) => x - (alone[i] ?? 0));
    for (const { at: time, kind } of tones) {
      const shape = toneSamples(family, kind).subarray(0, 9_600);
      const from = Math.round((time / 1e6) * TONE_RATE_HZ);
      expect(Math.abs(foundAt(added, shape, from, 1_500))).toBeLessThanOrEqual(1_024);
    }
  });
});

describe('the care for the voice', () => {
  const mixOf = async (name: string, sounds: ReturnType<typeof piece>[], care: Partial<VoiceCare>) => {
    const output = at(`${name}.m4a`);
    const voice = { ...VOICE_AS_RECORDED, ...care };
    const length = s(sounds.reduce((sum, p) => sum + p.length, 0) / 1e6);
    const segments = sounds.map((p) => ({ start: p.at, end: s((p.at + p.length) / 1e6) }));
    await makeMix(
      { sounds, voice, segments, bed: null, tones: null, lines: [], length, targetLufs: null, output },
      () => undefined,
    );
    return output;
  };
  const lufsOf = async (path: string, from: number, to: number) => {
    const part = `${path}-${from}.wav`;
    ffmpeg('-i', path, '-af', `atrim=${from}:${to},asetpts=PTS-STARTPTS`, part);
    return (await measure(part))?.lufs ?? NaN;
  };
  it('brings two takes that lie 9 dB apart to one loudness, each constant within itself', async () => {
    const sounds = [piece('near', 0, 6), piece('far', 0, 6, 6)];
    const asRecorded = await mixOf('apart', sounds, {});
    expect((await lufsOf(asRecorded, 0.5, 5.5)) - (await lufsOf(asRecorded, 6.5, 11.5))).toBeGreaterThan(8);
    const levelled = await mixOf('levelled', sounds, { level: true });
    expect(Math.abs((await lufsOf(levelled, 0.5, 5.5)) - (await lufsOf(levelled, 6.5, 11.5)))).toBeLessThan(1);
    // Within a segment nothing is changed: the distance of a loud to a soft stretch stays.
    const within = async (path: string) => (await lufsOf(path, 1, 3)) - (await lufsOf(path, 3, 5));
    expect(Math.abs((await within(levelled)) - (await within(asRecorded)))).toBeLessThan(0.3);
  });
  it('takes a fan and its hum down by 12 dB where nobody speaks, each source its own, not the voice', async () => {
    // A voice that pauses, a fan 15 dB below it; another source with a hiss half as loud.
    const pausing = "[0:a]aresample=48000,volume=volume='if(lt(mod(t,4),2.6),1,0)':eval=frame,apad=whole_dur=12[v]";
    for (const [name, noise, level] of [
      ['fan', 'brown', 0.12],
      ['hiss', 'white', 0.012],
    ] as const)
      ffmpeg(
        ...[
          '-stream_loop',
          '-1',
          '-t',
          '12',
          '-i',
          at('line.wav'),
          '-f',
          'lavfi',
          '-i',
          `anoisesrc=c=${noise}:r=48000:seed=5:d=12`,
        ],
        ...['-f', 'lavfi', '-i', 'sine=f=100:r=48000:d=12', '-filter_complex'],
        `${pausing};[1:a]volume=${level}[n];[2:a]volume=${level * 0.15}` +
          '[h];[v][n][h]amix=3:duration=first:normalize=0',
        at(`${name}.wav`),
      );
    const sounds = [piece('fan', 0, 12), piece('hiss', 0, 12, 12)];
    const [before, after] = [await mixOf('fans', sounds, {}), await mixOf('quiet', sounds, { noise: true })];
    for (const from of [0, 12]) {
      // From 2.8 s to 3.9 s of every four nobody speaks.
      const pause = [from + 6.8, from + 7.9] as const;
      const power = (path: string, [a, b]: readonly [number, number]) => {
        const x = decoded(path).subarray(a * TONE_RATE_HZ, b * TONE_RATE_HZ);
        return 10 * Math.log10(x.reduce((sum, v) => sum + v * v, 0) / x.length + 1e-12);
      };
      expect(power(before, pause) - power(after, pause), `pause at ${pause[0]} s`).toBeGreaterThan(12);
      const said = [from + 4.2, from + 6.4] as const;
      expect(Math.abs(power(before, said) - power(after, said)), `speech at ${said[0]} s`).toBeLessThan(1);
    }
    expect(decoded(after).length).toBe(decoded(before).length);
  });
  it('softens breath pops and puts out clicks of a spoken line, each where it is, and leaves the line', async () => {
    const clicks = [0.7, 2.3, 3.1, 4.9, 6.6, 8.2];
    const pops = [1.4, 3.8, 5.6, 7.5];
    const during = (times: readonly number[], lastsS: number) =>
      times.map((t) => `between(t,${t},${t + lastsS})`).join('+');
    const puff = `0.7*sin(2*PI*60*t)*(${during(pops, 0.08)})`;
    const tick = `0.5*(${during(clicks, 0.0001)})`;
    ffmpeg(
      ...['-stream_loop', '-1', '-t', '10', '-i', at('line.wav')],
      ...['-f', 'lavfi', '-i', `aevalsrc=exprs='${puff}+${tick}':s=48000:d=10`, '-filter_complex'],
      '[0:a]aresample=48000,aformat=channel_layouts=mono[v];[v][1:a]amix=2:duration=first:normalize=0,volume=-6dB',
      ...['-c:a', 'pcm_f32le', at('popping.wav')],
    );
    ffmpeg(
      ...['-stream_loop', '-1', '-t', '10', '-i', at('line.wav'), '-af', 'aresample=48000,volume=-6dB'],
      at('calm.wav'),
    );
    const [before, after, line] = await Promise.all([
      mixOf('popping', [piece('popping', 0, 10)], {}),
      mixOf('softened', [piece('popping', 0, 10)], { pops: true }),
      mixOf('calm', [piece('calm', 0, 10)], {}),
    ]);
    const [b, a, l] = [before, after, line].map((path) => decoded(path)) as [Float32Array, Float32Array, Float32Array];
    /** How much is there that was never said, about some times; dB. */
    const wrong = (x: Float32Array, times: readonly number[], lastsS: number) => {
      let sum = 1e-9;
      for (const t of times)
        for (let i = Math.round((t - 0.005) * TONE_RATE_HZ); i < (t + lastsS + 0.005) * TONE_RATE_HZ; i++)
          sum += (x[i]! - l[i]!) ** 2;
      return 10 * Math.log10(sum);
    };
    expect(wrong(b, clicks, 0) - wrong(a, clicks, 0), 'clicks').toBeGreaterThan(15);
    expect(wrong(b, pops, 0.08) - wrong(a, pops, 0.08), 'pops').toBeGreaterThan(6);
    const calm = [0.2, 1, 1.7, 2.7, 4.3, 6, 7, 8.6];
    expect(wrong(a, calm, 0.2)).toBeLessThan(wrong(b, calm, 0.2) + 1);
  });
  it('takes rumble out by 12 dB or more and leaves the voice', async () => {
    const before = await mixOf('rumbling', [piece('shaking', 0, 10)], {});
    const after = await mixOf('still', [piece('shaking', 0, 10)], { rumble: true });
    const band = async (path: string, filter: string) => {
      const out = `${path}-${filter.replace(/\W/g, '')}.wav`;
      ffmpeg('-i', path, '-af', filter, out);
      return (await measure(out))?.lufs ?? -70;
    };
    const low = 'bandpass=f=31:width_type=o:w=0.3,bandpass=f=31:width_type=o:w=0.3,volume=20dB';
    expect((await band(before, low)) - (await band(after, low))).toBeGreaterThan(12);
    const speech = 'highpass=f=200';
    expect(Math.abs((await band(before, speech)) - (await band(after, speech)))).toBeLessThan(1);
  });
});

describe('the parts of a mix', () => {
  it('are as long as the programme, and together they are the mix before its loudness', async () => {
    const list = TONE_KINDS.slice(0, 3).map((kind, i): Tone => ({ at: s(1 + i * 2), kind, segmentKey: 'k' }));
    ffmpeg('-f', 'lavfi', '-i', 'sine=f=220:r=48000:d=8', '-af', 'volume=-20dB', '-ac', '2', at('bed.wav'));
    const job = {
      sounds: [piece('near', 0, 8)],
      voice: { ...VOICE_AS_RECORDED, rumble: true, level: true },
      segments: [{ start: s(0), end: s(8) }],
      bed: { path: at('bed.wav'), voiceLufs: -20 },
      tones: { list, family: 'bell', belowDb: 6 } as const,
      lines: [],
      length: s(8),
      targetLufs: null,
    };
    const part = async (of: SoundPart) => {
      const output = at(`part-${of}.wav`);
      await makePart({ ...job, output }, of, () => undefined);
      return decoded(output);
    };
    const [mix, voice, music, tones, clean] = await Promise.all(SOUND_PARTS.map(part));
    for (const x of [mix!, voice!, music!, tones!, clean!])
      expect(Math.abs(x.length - 8 * TONE_RATE_HZ)).toBeLessThan(3);
    let off = 0;
    for (let i = 0; i < 8 * TONE_RATE_HZ - 3; i++)
      off = Math.max(off, Math.abs(mix![i]! - voice![i]! - music![i]! - tones![i]!));
    expect(off).toBeLessThan(1e-4);
    // Nothing is done to what is as it was recorded.
    const recorded = decoded(at('near.wav'));
    for (let i = 0; i < 8 * TONE_RATE_HZ - 3; i += 101) expect(Math.abs(clean![i]! - recorded[i]!)).toBeLessThan(1e-4);
  });
  it('for the page for viewers are voice and all else, together the mix at its loudness', async () => {
    const list = TONE_KINDS.slice(0, 3).map((kind, i): Tone => ({ at: s(1 + i * 2), kind, segmentKey: 'k' }));
    ffmpeg('-f', 'lavfi', '-i', 'sine=f=220:r=48000:d=8', '-af', 'volume=-20dB', '-ac', '2', at('bed.wav'));
    const job = {
      sounds: [piece('near', 0, 8)],
      voice: { ...VOICE_AS_RECORDED, rumble: true, level: true },
      segments: [{ start: s(0), end: s(8) }],
      bed: { path: at('bed.wav'), voiceLufs: -20 },
      tones: { list, family: 'bell', belowDb: 6 } as const,
      lines: [],
      length: s(8),
      targetLufs: -20,
    };
    const nothing = () => undefined;
    await makeMix({ ...job, output: at('whole.m4a') }, nothing);
    await makeStems({ ...job, output: '' }, { voice: at('stem-voice.m4a'), rest: at('stem-rest.m4a') }, nothing);
    const sum = ['-filter_complex', 'amix=inputs=2:normalize=0'];
    ffmpeg('-i', at('stem-voice.m4a'), '-i', at('stem-rest.m4a'), ...sum, at('sum.wav'));
    expect((await measure(at('sum.wav')))!.lufs).toBeCloseTo((await measure(at('whole.m4a')))!.lufs, 0);
    const [sumOf, whole] = [decoded(at('sum.wav')), decoded(at('whole.m4a'))];
    let [apart, loud] = [0, 0];
    for (let i = 4800; i < 7 * TONE_RATE_HZ; i++) {
      apart += (sumOf[i]! - whole[i]!) ** 2;
      loud += whole[i]! ** 2;
    }
    // They differ by what three encodings do to them.
    expect(10 * Math.log10(apart / loud)).toBeLessThan(-25);
  });
  it('carry cue points that name each segment, and still play', async () => {
    const path = at('part-mix.wav');
    const before = decoded(path).length;
    await addCuePoints(path, [
      { sample: 0, text: 'Welcome' },
      { sample: 96_000, text: 'Squat, left' },
    ]);
    expect(decoded(path).length).toBe(before);
    const bytes = readFileSync(path);
    expect(bytes.readUInt32LE(4)).toBe(bytes.length - 8);
    const cue = bytes.indexOf('cue ');
    expect([bytes.readUInt32LE(cue + 8), bytes.readUInt32LE(cue + 12 + 24 + 4)]).toEqual([2, 96_000]);
    expect(bytes.includes('Squat, left\0')).toBe(true);
    await expect(addCuePoints(at('near.wav').replace('.wav', '.m4a'), [])).rejects.toThrow();
  });
});
