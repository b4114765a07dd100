import { describe, expect, it } from 'vitest';
import { compile } from '../plan/compile.ts';
import { isActive } from '../plan/segment.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { type LivingFaults, livingClass, loosen, soundOf } from '../../../tests/support/living-class.ts';
import { SCHOOLS } from '../../../tests/support/schools.ts';
import { boundaryErrors, quantile } from '../../../tests/support/synthetic-take.ts';
import { align } from './align.ts';
import { findMentions } from '../calls/name-match.ts';
import { soundsLike } from '../language/en/sounds-like.ts';
import { tokensOf } from '../transcript/transcript.ts';
import { fromSeconds, micros } from '../time/micros.ts';

const SEEDS = [1, 2];

/** Errors over all schools in seconds, ascending, and how many moves were wrongly said to be left out. */
function errorsOf(
  faults: LivingFaults,
  heard: 'words' | 'paragraphs' | 'paragraphs and voice' | 'paragraphs and beeps',
) {
  let wronglyLeft = 0;
  const errors = SCHOOLS.flatMap(([, outline]) =>
    SEEDS.flatMap((seed) => {
      const spoken = livingClass(readOutline(outline).value, seed, faults);
      const take = heard === 'words' ? spoken : loosen(spoken, seed);
      const sound =
        heard === 'paragraphs and voice'
          ? soundOf(spoken, seed)
          : heard === 'paragraphs and beeps'
            ? soundOf(spoken, seed, true)
            : null;
      const { segments } = align(take.segments, take.transcript, take.duration, [], sound);
      wronglyLeft += segments.filter(
        (r) => r.recorded === null && isActive(r.segment) && take.truth.has(r.segment.key),
      ).length;
      return boundaryErrors(take, segments);
    }),
  ).sort((a, b) => a - b);
  return { median: quantile(errors, 0.5), most: quantile(errors, 0.95), wronglyLeft };
}

// Spoken freely: other names, half names, misheard words, song. Breaks by hand that run over by 6 s at most (common practice).
describe('twelve classes of six schools, spoken freely', () => {
  it.each([
    ['plainly', {}],
    ['with two names in five misheard', { misheard: 0.4 }],
    ['with songs over half of the work', { sung: 0.5, misheard: 0.2 }],
    ['with one end in five counted', { counted: 0.2 }],
  ] as const)('%s are found from words with times', (_, faults) => {
    const { median, most, wronglyLeft } = errorsOf(faults, 'words');
    expect(median).toBeLessThan(0.45);
    expect(most).toBeLessThan(2.4);
    expect(wronglyLeft).toBe(0);
  });
  it('are found from paragraphs of 20 to 45 s within 1.5 s in the middle', () => {
    const { median, most, wronglyLeft } = errorsOf({ misheard: 0.3, sung: 0.2 }, 'paragraphs');
    expect(median).toBeLessThan(1);
    expect(most).toBeLessThan(4.8);
    expect(wronglyLeft).toBe(0);
  });
  it('are found from paragraphs and the voice within 1.5 s in the middle and 4 s at 95 of 100', () => {
    const { median, most } = errorsOf({ misheard: 0.3, sung: 0.2 }, 'paragraphs and voice');
    expect(median).toBeLessThan(1.5);
    expect(most).toBeLessThan(4);
  });
  it('are sharp where a timer beeped', () => {
    const { median, most } = errorsOf({ counted: 0.2 }, 'paragraphs and beeps');
    expect(median).toBeLessThan(0.1);
    expect(most).toBeLessThan(1);
  });
});

describe('a move left out', () => {
  it('goes with its break: no break is said to be missing by itself', () => {
    const plan = readOutline(SCHOOLS[0]?.[1] ?? '').value;
    const active = compile(plan).segments.filter(isActive);
    for (const seed of [1, 2, 3, 4]) {
      const left = active[2 + seed];
      const take = livingClass(plan, seed, { misheard: 0.2, leaveOut: [left?.index ?? 0] });
      const missing = align(take.segments, take.transcript, take.duration)
        .segments.filter((r) => r.recorded === null)
        .map((r) => r.segment);
      expect(missing.filter(isActive).map((s) => s.label)).toEqual([left?.label]);
      expect(missing.length).toBe(2);
    }
  });
});

describe('names as they are said', () => {
  const said = (text: string, labels: readonly string[]) =>
    findMentions(
      tokensOf({ cues: [{ start: micros(0), end: fromSeconds(10), text, words: null }] }, fromSeconds(10)),
      labels,
    ).map((m) => m.label);
  // Other names of moves: common practice.
  it.each([
    ['now press ups', 'Push-up'],
    ['pushups', 'Push-up'],
    ['hip bridges', 'Glute bridge'],
    ['star jumps', 'Jumping jack'],
    ['step back lunges', 'Reverse lunge'],
    ['shoulder press', 'Overhead press'],
    ['dead lifts', 'Deadlift'],
    ['deadbugs', 'Dead bug'],
    ['bicycles', 'Bicycle crunch'],
    ['circle the arms', 'Arm circles'],
    ['glue bridge', 'Glute bridge'],
    ['lunches', 'Reverse lunge'],
    ['mountain climbas', 'Mountain climber'],
  ])('“%s” is %s', (text, label) => expect(said(text, [label, 'Plank', 'Wall sit'])).toContain(label));
  it.each([
    ['stop right there', 'Side step'],
    ['my legs are on fire', 'Fire hydrant'],
    ['left leg to the side', 'Fire hydrant'],
    ['good morning everyone', 'Squat'],
    ['brace the tummy', 'Overhead press'],
    ['stay low', 'Plank'],
  ])('“%s” is not %s', (text, label) => expect(said(text, [label, 'Burpee'])).not.toContain(label));
  it('sound like a name where a recogniser swaps what sounds alike', () => {
    expect(soundsLike('squads', 'squats')).toBeGreaterThan(0.5);
    expect(soundsLike('klute', 'glute')).toBeGreaterThan(0.5);
    expect(soundsLike('stop', 'step')).toBe(0);
    expect(soundsLike('lunging', 'lunge')).toBe(1);
  });
});
