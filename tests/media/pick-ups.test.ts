import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { VOICE_AS_RECORDED } from '../../src/core/edit/decisions.ts';
import { fitPickUp } from '../../src/core/sound/pick-ups.ts';
import { hearTake } from '../../src/media/hear-take.ts';
import { makeMix } from '../../src/media/mix.ts';
import { anySeconds as s } from '../support/times.ts';

const folder = mkdtempSync(join(tmpdir(), 'euphon-lines-'));
const at = (name: string) => join(folder, name);
const ffmpeg = (...args: string[]) => execFileSync('ffmpeg', ['-y', '-v', 'error', ...args]);
const RATE = 16_000;
function decoded(path: string): Float32Array {
  const args = ['-v', 'error', '-i', path, '-ac', '1', '-ar', String(RATE), '-f', 'f32le', '-'];
  const bytes = execFileSync('ffmpeg', args, { maxBuffer: 1e9 });
  return new Float32Array(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength));
}
const rmsDb = (samples: Float32Array, from: number, to: number) => {
  const part = samples.subarray(Math.round(from * RATE), Math.round(to * RATE));
  return 10 * Math.log10(part.reduce((sum, x) => sum + x * x, 0) / part.length + 1e-12);
};

beforeAll(() => {
  // A take: a voice in a room that hisses, silent from 6 to 8 s.
  execFileSync('espeak-ng', ['-v', 'en-gb', '-s', '150', '-w', at('said.wav'), SAID]);
  ffmpeg(
    '-stream_loop',
    '-1',
    '-i',
    at('said.wav'),
    '-t',
    '20',
    '-af',
    "aresample=48000,volume=0:enable='between(t,6,8)'",
    at('voice.wav'),
  );
  const hiss = 'anoisesrc=c=pink:a=0.004:r=48000:s=5';
  ffmpeg(
    '-i',
    at('voice.wav'),
    '-f',
    'lavfi',
    '-t',
    '20',
    '-i',
    hiss,
    '-filter_complex',
    'amix=2:duration=first:normalize=0',
    at('take.wav'),
  );
  // The line, spoken far softer, with silence before and after, in the room of another day.
  execFileSync('espeak-ng', ['-v', 'en-gb', '-w', at('line.wav'), 'Left side now.']);
  ffmpeg('-i', at('line.wav'), '-af', 'aresample=48000,volume=-16dB,adelay=700:all=1,apad=pad_dur=0.8', at('try.wav'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const SAID = 'Right side now, pull the elbow back, slow, and breathe out as you lift. Keep it level, keep it low.';

it('a line spoken again replaces what was said: in place, as loud as what is around it, over room tone', async () => {
  const { sound: heard } = await hearTake(at('try.wav'));
  const duration = s(decoded(at('try.wav')).length / RATE);
  const fit = fitPickUp({ id: 'r', duration, voice: heard.voice }, s(2));
  expect(fit.over).toBe(0);
  // Trimmed at the voice, which begins at 0.7 s.
  expect(fit.from / 1e6).toBeGreaterThan(0.5);
  expect(fit.from / 1e6).toBeLessThan(0.75);
  const line = {
    ...fit,
    pickUpId: 'p',
    recordingId: 'r',
    path: at('try.wav'),
    at: s(12),
    muted: { start: s(11), end: s(15) },
    roomTone: { start: s(6.2), end: s(7.8) },
  };
  const job = {
    sounds: [{ source: { path: at('take.wav'), fits: true, silent: false }, from: s(0), at: s(0), length: s(19) }],
    voice: VOICE_AS_RECORDED,
    segments: [],
    bed: null,
    tones: null,
    length: s(19),
    targetLufs: null,
  };
  await makeMix({ ...job, lines: [], output: at('before.m4a') }, () => undefined);
  await makeMix({ ...job, lines: [line], output: at('after.m4a') }, () => undefined);
  const [before, after] = [decoded(at('before.m4a')), decoded(at('after.m4a'))];
  const end = 12 + fit.length / 1e6;
  // Round the line the room is heard and nothing else: within 3 dB of its own silence.
  const room = rmsDb(before, 6.3, 7.7);
  for (const [from, to] of [
    [11.1, 11.9],
    [end + 0.1, 14.9],
  ] as const)
    expect(Math.abs(rmsDb(after, from, to) - room)).toBeLessThan(3);
  // The line is as loud as what is said before it, though it was recorded far softer.
  expect(Math.abs(rmsDb(after, 12.05, end - 0.1) - rmsDb(before, 8.5, 10.9))).toBeLessThan(4);
  // Elsewhere the sound is what it was.
  expect(Math.abs(rmsDb(after, 1, 5) - rmsDb(before, 1, 5))).toBeLessThan(0.1);
  // Nothing clicks where it is laid in: no step is larger than within the speech before.
  const step = (samples: Float32Array, from: number, to: number) => {
    let most = 0;
    for (let i = Math.round(from * RATE); i < to * RATE; i++)
      most = Math.max(most, Math.abs((samples[i + 1] ?? 0) - (samples[i] ?? 0)));
    return most;
  };
  for (const time of [11, 12, end, 15]) expect(step(after, time - 0.03, time + 0.03)).toBeLessThan(step(before, 8, 11));
});
