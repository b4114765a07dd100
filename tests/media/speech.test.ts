import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { calibrate } from '../../src/core/speech/calibrate.ts';
import { lineTime } from '../../src/core/speech/line-time.ts';
import { micros } from '../../src/core/time/micros.ts';
import { VOICE_RATE_HZ, speak } from '../../src/media/espeak.ts';
import { openSpeechStore } from '../../src/media/speech-store.ts';
import { spokenLines } from '../support/spoken-lines.ts';

const { learn, test } = spokenLines();

// Reference program: espeak-ng (Debian package), calibrated on 50 lines and tried on 200 others.
describe('against espeak-ng', () => {
  it('a line takes what the model says: 10 % over 1.5 s, 0.2 s below, bias 2 %', async () => {
    execFileSync('espeak-ng', ['--version']);
    const spoken = async (lines: readonly string[]) => {
      const samples = [];
      for (const text of lines) samples.push({ text, us: micros(((await speak(text)).length / VOICE_RATE_HZ) * 1e6) });
      return samples;
    };
    const model = calibrate(await spoken(learn))?.model;
    const rows = (await spoken(test)).map(({ text, us }) => ({
      real: us / 1e6,
      off: (lineTime(text, model) - us) / 1e6,
    }));
    const mean = (list: number[]) => list.reduce((a, b) => a + b, 0) / list.length;
    expect(rows).toHaveLength(200);
    expect(mean(rows.filter((r) => r.real > 1.5).map((r) => Math.abs(r.off) / r.real))).toBeLessThan(0.1);
    expect(mean(rows.filter((r) => r.real <= 1.5).map((r) => Math.abs(r.off)))).toBeLessThan(0.2);
    expect(Math.abs(rows.reduce((s, r) => s + r.off, 0) / rows.reduce((s, r) => s + r.real, 0))).toBeLessThan(0.02);
  });
});

describe('the speech store', () => {
  it('speaks a line once and keeps it, whoever asks at the same moment', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'euphon-speech-'));
    let spoken = 0;
    const open = () =>
      openSpeechStore(folder, async (text, pace) => {
        spoken += 1;
        return speak(text, pace);
      });
    const store = open();
    const [a, b] = await Promise.all([store.say('Ten seconds.', 172), store.say('Ten seconds.', 172)]);
    expect([spoken, a.length > 8_000, b]).toEqual([1, true, a]);
    expect(await open().say('Ten seconds.', 172)).toEqual(a);
    expect(spoken).toBe(1);
    expect((await store.say('Ten seconds.', 100)).length).toBeGreaterThan(a.length * 1.3);
    rmSync(folder, { recursive: true });
  });
  it('takes text that looks like an option or markup as words', async () => {
    for (const text of ['-v', '--help', '<speak>one</speak>', "it's; rm -rf"])
      expect((await speak(text)).length).toBeGreaterThan(2_000);
    expect((await speak('…')).length).toBe(0);
  });
});
