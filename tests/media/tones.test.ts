import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { TONE_FAMILIES, VOICE_AS_RECORDED } from '../../src/core/edit/decisions.ts';
import { TONE_RATE_HZ, toneSamples } from '../../src/core/sound/tone-shapes.ts';
import { TONE_KINDS, type Tone } from '../../src/core/sound/tones.ts';
import { addCuePoints } from '../../src/media/cue-points.ts';
import { SOUND_PARTS, type SoundPart } from '../../src/core/sound/parts.ts';
import { makeMix, makePart, makeStems } from '../../src/media/mix.ts';
import { metered } from '../support/ffmpeg-meter.ts';
import { anySeconds as s } from '../support/times.ts';
import { at, ffmpeg, decoded, piece, makeVoices, removeVoices } from './voices.ts';

beforeAll(makeVoices);
afterAll(removeVoices);

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
    expect(metered(at('sum.wav'))!.lufs).toBeCloseTo(metered(at('whole.m4a'))!.lufs, 0);
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
