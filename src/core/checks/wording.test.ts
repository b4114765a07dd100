import { describe, expect, it } from 'vitest';
import { anyTime } from '../../../tests/support/times.ts';
import { wordingFindings } from './wording-checks.ts';

const rulesOf = (text: string) =>
  wordingFindings([
    { text, clock: 'take', at: anyTime(0), end: anyTime(4e6), segmentKey: 'k', cueId: null, kind: 'talk' },
  ]).map((f) => f.rule);

// Common practice: what a careful publisher looks at twice.
describe('what is promised of health and looks', () => {
  it.each([
    'This one cures insomnia.',
    'A flow that boosts your immune system.',
    'We burn six hundred calories in half an hour.',
    'It lowers cholesterol, too.',
    'Stay in the fat burning zone.',
    'That is the zone in which the body burns fat.',
    'Now we are toning the arms.',
    'This reshapes your waist.',
    'Say goodbye to wobbly bits.',
    'See results in six weeks.',
    'In four weeks you will have abs.',
    'Do this and never get injured.',
    'Burns hundreds of calories.',
  ])('“%s” is looked at twice', (text) => expect(rulesOf(text)).toContain('second-look'));
  it.each(['A bit of pain is normal.', 'Hurting is fine.', 'No pain, no gain.'])('“%s” calls pain normal', (text) =>
    expect(rulesOf(text)).toContain('pain-wording'),
  );
  it.each([
    'Stretch the back of the leg.',
    'Sink into the mat.',
    'Work the glutes.',
    'Feel the thighs working.',
    'Lift your hips.',
    'Lower the arms.',
    'Firm hands on the floor.',
    'Sculpture of a squat.',
    'Stop if there is pain in the knee.',
    'Burn a little, breathe a lot.',
    'Support your head with the hands.',
  ])('“%s” is left alone', (text) => expect(rulesOf(text)).toEqual([]));
});

describe('what is true on one day only', () => {
  it.each([
    'Good Tuesday morning!',
    'In tomorrow’s class we go faster.',
    'It is seven o’clock.',
    'See you on Friday.',
    'Happy new year!',
  ])('“%s” is dated', (text) => expect(rulesOf(text)).toContain('dated'));
  it.each([
    'Good morning.',
    'See you in the next class.',
    'Now ten more.',
    'It is five squats.',
    'Last one, now seven to go.',
  ])('“%s” is not', (text) => expect(rulesOf(text)).not.toContain('dated'));
});
