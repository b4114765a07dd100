import { describe, expect, it } from 'vitest';
import { DEFAULT_CALLS } from '../script/cue.ts';
import { styleOfWay } from '../script/ways.ts';
import { anySeconds, anyTime } from '../../../tests/support/times.ts';
import type { Transcript } from '../transcript/transcript.ts';
import { learnCalls } from './learn-calls.ts';

/** Lines one each ten seconds. */
const spoken = (lines: readonly string[]): Transcript => ({
  cues: lines.map((text, i) => ({
    start: anySeconds(10 * i),
    end: anySeconds(10 * i + 4),
    text,
    words: null,
  })),
});
const repeat = (lines: readonly string[], times: number) => Array.from({ length: times }, () => lines).flat();

describe('how somebody calls, learned from a take', () => {
  const lines = repeat(
    ['Squat.', 'Breathe out as you rise.', 'That’s half.', 'Two more.', 'And relax.', 'Other side.'],
    4,
  );
  const learned = learnCalls(spoken(lines), anySeconds(10 * lines.length), ['Squat'], styleOfWay('timer'));
  const habit = (call: string) => learned?.habits.find((h) => h.call === call);
  it('counts each call, in calls a minute of what was said', () => {
    expect(habit('half-way')?.times).toBe(4);
    expect(habit('reps-left')?.times).toBe(4);
    expect(habit('breath')?.times).toBe(4);
    expect(habit('half-way')?.aMinute).toBeCloseTo(4 / (234 / 60), 1);
  });
  it('takes over their own short wordings, and leaves off what they never say', () => {
    expect(learned?.style.words['half-way']).toEqual(['That’s half.']);
    expect(learned?.style.words.rest).toContain('And relax.');
    expect(learned?.style.on.ten).toBe(false);
    expect(learned?.style.countdown).toBe('none');
    expect(learned?.style.often['half-way']).toBeCloseTo(1.03, 1);
  });
  it('hears a countdown in one clause or in three, and takes its numbers for no repetitions', () => {
    const cycle: readonly (readonly [number, string])[] = [
      [0, 'Squat.'],
      [30, 'Three.'],
      [31, 'Two.'],
      [32, 'One.'],
      [33, 'And rest.'],
      [40, 'Breathe.'],
    ];
    const cues = [0, 1, 2, 3].flatMap((n) =>
      cycle.map(([at, text]) => ({
        start: anySeconds(45 * n + at),
        end: anySeconds(45 * n + at + 0.6),
        text,
        words: null,
      })),
    );
    const by = learnCalls({ cues }, anySeconds(180), ['Squat'], styleOfWay('timer'));
    const of = (call: string) => by?.habits.find((h) => h.call === call)?.times;
    expect([of('countdown'), of('rep-count')]).toEqual([4, 0]);
    expect(of('rest')).toBe(4);
  });
  it('says nothing of a take of two minutes or of silence', () => {
    expect(learnCalls(spoken(lines.slice(0, 6)), anySeconds(60), ['Squat'], DEFAULT_CALLS)).toBeNull();
    expect(learnCalls({ cues: [] }, anyTime(0), [], DEFAULT_CALLS)).toBeNull();
  });
});
