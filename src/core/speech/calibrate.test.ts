import { describe, expect, it } from 'vitest';
import { spokenLines } from '../../../tests/support/spoken-lines.ts';
import { micros } from '../time/micros.ts';
import { FEWEST_SAMPLES, calibrate, samplesOf } from './calibrate.ts';
import { SPEAKING_PARTS, TYPICAL_SPEAKER, lineTime } from './line-time.ts';

const { learn, test } = spokenLines();
const made = (model: typeof TYPICAL_SPEAKER) => learn.map((text) => ({ text, us: lineTime(text, model) }));

describe('learning how somebody speaks', () => {
  it('finds a speaker again from what that speaker says, fast or slow', () => {
    for (const pace of [0.75, 1, 1.3]) {
      const speaker = {
        ...TYPICAL_SPEAKER,
        ...Object.fromEntries(SPEAKING_PARTS.map((p) => [p, TYPICAL_SPEAKER[p] * pace])),
        longPauseS: 0.8,
      } as typeof TYPICAL_SPEAKER;
      const found = calibrate(made(speaker));
      const off = test.map((text) => lineTime(text, found?.model) / lineTime(text, speaker) - 1);
      expect(Math.max(...off.map(Math.abs))).toBeLessThan(0.1);
    }
  });
  it('leaves out lines that were not said as written', () => {
    const broken = made(TYPICAL_SPEAKER).map((sample, i) =>
      i % 10 === 0 ? { ...sample, us: micros(sample.us * 6) } : sample,
    );
    const found = calibrate(broken);
    expect(found?.leftOut).toBe(5);
    expect(found?.error).toBeLessThan(0.03);
  });
  it('says nothing from too few lines, and takes only lines of a sensible length from a transcript', () => {
    expect(calibrate(made(TYPICAL_SPEAKER).slice(0, FEWEST_SAMPLES - 1))).toBeNull();
    const cue = (text: string) => ({ text, start: micros(0), end: micros(2e6) });
    expect(samplesOf([cue('Rest.'), cue('Hinge from the hips.'), cue('word '.repeat(60))]).map((s) => s.text)).toEqual([
      'Hinge from the hips.',
    ]);
  });
  it('never makes a part negative', () => {
    const odd = learn.map((text, i) => ({ text, us: micros(1e6 + (i % 3) * 4e5) }));
    for (const part of Object.values(calibrate(odd)?.model ?? {})) expect(part).toBeGreaterThanOrEqual(0);
  });
});
