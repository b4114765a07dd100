import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { calibrate } from '../../src/core/speech/calibrate.ts';
import { lineTime, typicalSpeaker } from '../../src/core/speech/line-time.ts';
import { micros } from '../../src/core/time/micros.ts';
import { USUAL_PACE, VOICE_RATE_HZ, speak } from '../../src/media/espeak.ts';
import { openSpeechStore } from '../../src/media/speech-store.ts';
import { spokenLines } from '../support/spoken-lines.ts';

const { learn, test } = spokenLines();

// The same lines in two languages.
const ENGLISH = [
  'Next up, reverse lunge on the left.',
  'Only as deep as the knees are happy.',
  'Make it smaller if the knees hurt.',
  'Half of it is done.',
  'Push the floor away and come up slowly again.',
  'You need a broomstick, a mat and a crate.',
  'Slowly in, and out a little longer.',
  'Lie on your back and put your feet on the floor.',
  'Keep breathing, do not hold it.',
  'If that is a lot, make the steps smaller and slower.',
  'Ten more seconds, then the other side is next.',
  'Shoulders away from the ears, neck long.',
  'Stop before the back rounds.',
  'We do two rounds with forty seconds of work and twenty seconds of rest.',
  'Well paced, calm and steady.',
];
const GERMAN = [
  'Als Nächstes Ausfallschritt rückwärts, links.',
  'Nur so tief, wie die Knie es mögen.',
  'Bei Knieschmerzen kleiner machen.',
  'Die Hälfte ist geschafft.',
  'Drück den Boden weg und komm langsam wieder hoch.',
  'Du brauchst einen Besenstiel, eine Matte und eine Kiste.',
  'Langsam ein, und länger wieder aus.',
  'Leg dich auf den Rücken und stell die Füße auf.',
  'Atme weiter, nicht anhalten.',
  'Wenn das viel ist, mach die Schritte kleiner und langsamer.',
  'Noch zehn Sekunden, dann kommt die andere Seite.',
  'Schultern weg von den Ohren, Nacken lang.',
  'Hör auf, bevor der Rücken rund wird.',
  'Wir machen zwei Runden mit vierzig Sekunden Belastung und zwanzig Sekunden Pause.',
  'Gut eingeteilt, ruhig und sicher.',
];

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
  it('a German line is measured as truly as an English one: the same share of its time, within a tenth', async () => {
    const ratios = async (lines: readonly string[], language: 'en' | 'de') => {
      const each: number[] = [];
      for (const line of lines) {
        const us = ((await speak(line, USUAL_PACE, language)).length / VOICE_RATE_HZ) * 1e6;
        each.push(lineTime(line, typicalSpeaker(language)) / us);
      }
      const mean = each.reduce((a, b) => a + b, 0) / each.length;
      return { mean, spread: Math.sqrt(each.reduce((sum, r) => sum + (r / mean - 1) ** 2, 0) / each.length) };
    };
    const [english, german] = [await ratios(ENGLISH, 'en'), await ratios(GERMAN, 'de')];
    expect(Math.abs(german.mean / english.mean - 1)).toBeLessThan(0.1);
    expect(german.spread).toBeLessThan(0.1);
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
