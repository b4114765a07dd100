import { describe, expect, it } from 'vitest';
import { findMentions } from './name-match.ts';
import { spokenWords } from '../transcript/transcript.ts';
import { anySeconds, anyTime } from '../../../tests/support/times.ts';
import { SHIPPED_BOOK } from '../exercise/library.ts';
import { otherNames } from '../exercise/other-names.ts';

const said = (text: string, labels: readonly string[]) =>
  findMentions(
    spokenWords({ cues: [{ start: anyTime(0), end: anySeconds(10), text, words: null }] }, anySeconds(10)),
    labels,
    false,
  ).map((m) => m.label);

// Other names of moves are common practice.
describe('moves by their other names', () => {
  it.each([
    ['Plank to forearm', 'commandos'],
    ['Plank to forearm', 'up-down planks'],
    ['Plank row', 'renegade rows'],
    ['Side plank dip', 'hip dips'],
    ['Lunge jump', 'jumping lunges'],
    ['Lunge jump', 'switch lunges'],
    ['Squat pulse', 'squat pulses'],
    ['Heel taps', 'ankle taps'],
    ['Single-leg bridge', 'single leg glute bridges'],
    ['Bridge march', 'marching bridges'],
    ['Leg lower', 'leg raises'],
    ['Skater jump', 'speed skaters'],
    ['Straight punches', 'jab cross'],
    ['Fast feet', 'quick feet'],
    ['World reach', "world's greatest stretch"],
    ['Figure-four stretch', 'pigeon'],
    ['Romanian deadlift', 'stiff leg deadlifts'],
    ['Curtsey lunge', 'curtsy lunges'],
    ['Kettle swing', 'kettlebell swings'],
    ['Half jack', 'step jacks'],
    ['Tuck jump', 'tuck jumps'],
    ['Skipping', 'jump rope'],
  ])('%s: “%s”', (label, text) => expect(said(text, [label, 'Wall sit', 'Cobra'])).toContain(label));
  it('belong to a plan that uses any of them', () => {
    expect(otherNames('Press-up')).toContain('Push-up');
    expect(otherNames('press ups')).toContain('Push-up');
    expect(otherNames('Star jump')).toContain('Jumping jack');
    expect(otherNames('Honey whirl')).toEqual([]);
  });
  it('never list a move as another name of itself', () => {
    for (const { name } of SHIPPED_BOOK.all)
      expect(otherNames(name).map((n) => n.toLowerCase())).not.toContain(name.toLowerCase());
  });
  it.each([
    'think of the next time you carry the shopping',
    'get up when you are ready',
    'a needle in the hay',
    'we chop and change',
  ])('“%s” is talk', (text) => {
    expect(
      said(
        text,
        SHIPPED_BOOK.all.map((e) => e.name),
      ),
    ).toEqual([]);
  });
});
