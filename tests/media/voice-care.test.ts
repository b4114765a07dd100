import { describe, expect, it, beforeAll, afterAll } from 'vitest';
import { VOICE_AS_RECORDED, type VoiceCare } from '../../src/core/edit/decisions.ts';
import { TONE_RATE_HZ } from '../../src/core/sound/tone-shapes.ts';
import { hearTake } from '../../src/media/hear-take.ts';
import type { MixJob } from '../../src/media/mix-layers.ts';
import { makeMix } from '../../src/media/mix.ts';
import { anySeconds as s } from '../support/times.ts';
import { metered } from '../support/ffmpeg-meter.ts';
import { at, ffmpeg, decoded, piece, makeVoices, removeVoices } from './voices.ts';

beforeAll(makeVoices);
afterAll(removeVoices);

describe('the care for the voice', () => {
  beforeAll(() => {
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
  });
  const mixOf = async (
    name: string,
    sounds: ReturnType<typeof piece>[],
    care: Partial<VoiceCare>,
    measured?: MixJob['measured'],
  ) => {
    const output = at(`${name}.m4a`);
    const voice = { ...VOICE_AS_RECORDED, ...care };
    const length = s(sounds.reduce((sum, p) => sum + p.length, 0) / 1e6);
    const segments = sounds.map((p) => ({ start: p.at, end: s((p.at + p.length) / 1e6) }));
    await makeMix(
      {
        ...{ sounds, voice, segments, bed: null, tones: null, lines: [], length, targetLufs: null, output },
        ...(measured && { measured }),
      },
      () => undefined,
    );
    return output;
  };
  const power = (path: string, [a, b]: readonly [number, number]) => {
    const x = decoded(path).subarray(a * TONE_RATE_HZ, b * TONE_RATE_HZ);
    return 10 * Math.log10(x.reduce((sum, v) => sum + v * v, 0) / x.length + 1e-12);
  };
  const lufsOf = (path: string, from: number, to: number) => {
    const part = `${path}-${from}.wav`;
    ffmpeg('-i', path, '-af', `atrim=${from}:${to},asetpts=PTS-STARTPTS`, part);
    return metered(part)?.lufs ?? NaN;
  };
  it('brings two takes that lie 9 dB apart to one loudness, each constant within itself', async () => {
    const sounds = [piece('near', 0, 6), piece('far', 0, 6, 6)];
    const asRecorded = await mixOf('apart', sounds, {});
    expect(lufsOf(asRecorded, 0.5, 5.5) - lufsOf(asRecorded, 6.5, 11.5)).toBeGreaterThan(8);
    const levelled = await mixOf('levelled', sounds, { level: true });
    expect(Math.abs(lufsOf(levelled, 0.5, 5.5) - lufsOf(levelled, 6.5, 11.5))).toBeLessThan(1);
    // Within a segment nothing is changed: the distance of a loud to a soft stretch stays.
    const within = (path: string) => lufsOf(path, 1, 3) - lufsOf(path, 3, 5);
    expect(Math.abs(within(levelled) - within(asRecorded))).toBeLessThan(0.3);
  });
  it('takes a fan and its hum down by 12 dB where nobody speaks, each source its own, not the voice', async () => {
    const sounds = [piece('fan', 0, 12), piece('hiss', 0, 12, 12)];
    const [before, after] = [await mixOf('fans', sounds, {}), await mixOf('quiet', sounds, { noise: true })];
    for (const from of [0, 12]) {
      // From 2.8 s to 3.9 s of every four nobody speaks.
      const pause = [from + 6.8, from + 7.9] as const;
      expect(power(before, pause) - power(after, pause), `pause at ${pause[0]} s`).toBeGreaterThan(12);
      const said = [from + 4.2, from + 6.4] as const;
      expect(Math.abs(power(before, said) - power(after, said)), `speech at ${said[0]} s`).toBeLessThan(1);
    }
    expect(decoded(after).length).toBe(decoded(before).length);
  });
  it('is that of the whole recording, where that was measured, however short the stretch that is used', async () => {
    const { voice } = (await hearTake(at('fan.wav'))).levels;
    const measured = new Map([[at('fan.wav'), voice!]]);
    const short = [piece('fan', 6.8, 0.8)];
    const [before, alone, known] = [
      await mixOf('short', short, {}),
      await mixOf('short-alone', short, { noise: true }),
      await mixOf('short-known', short, { noise: true }, measured),
    ];
    const pause = [0.2, 0.7] as const;
    expect(power(before, pause) - power(alone, pause)).toBeLessThan(1);
    expect(power(before, pause) - power(known, pause)).toBeGreaterThan(12);
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
    // The page is told of the same clicks as soon as the take was listened to.
    const { voice } = (await hearTake(at('popping.wav'))).levels;
    const told = voice!.clicks!.map(([ms]) => ms / 1000);
    for (const t of clicks)
      expect(
        told.some((ms) => Math.abs(ms - t) < 0.003),
        `click at ${t} s`,
      ).toBe(true);
    const calm = [0.2, 1, 1.7, 2.7, 4.3, 6, 7, 8.6];
    expect(wrong(a, calm, 0.2)).toBeLessThan(wrong(b, calm, 0.2) + 1);
  });
  it('takes rumble out by 12 dB or more and leaves the voice', async () => {
    const before = await mixOf('rumbling', [piece('shaking', 0, 10)], {});
    const after = await mixOf('still', [piece('shaking', 0, 10)], { rumble: true });
    const band = (path: string, filter: string) => {
      const out = `${path}-${filter.replace(/\W/g, '')}.wav`;
      ffmpeg('-i', path, '-af', filter, out);
      return metered(out)?.lufs ?? -70;
    };
    const low = 'bandpass=f=31:width_type=o:w=0.3,bandpass=f=31:width_type=o:w=0.3,volume=20dB';
    expect(band(before, low) - band(after, low)).toBeGreaterThan(12);
    const speech = 'highpass=f=200';
    expect(Math.abs(band(before, speech) - band(after, speech))).toBeLessThan(1);
  });
});
