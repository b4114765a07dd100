import { describe, expect, it } from 'vitest';
import { marksOf } from './clause-marks.ts';

// What people say where: common practice.
describe('what a clause sounds like', () => {
  it.each([
    ['and go', 'go'],
    ['off we go then', 'go'],
    ['and rest', 'stop'],
    ['shake it out', 'stop'],
    ['three two one', 'countdown'],
    ['eight six four three two one', 'countdown'],
    ['seven', 'count'],
    ['and twelve', 'count'],
    ['last one', 'lastReps'],
    ['two more', 'lastReps'],
    ['half way there', 'half'],
    ['ten seconds', 'timeLeft'],
    ['next up is the row', 'sequence'],
    ['other side', 'otherSide'],
    ['grab your crate and the mat', 'equipment'],
    ['lie down on your back', 'position'],
    ['if that is too much stay on your knees', 'option'],
    ['breathe out', 'breath'],
    ['have a sip of water', 'water'],
    ['and pull', 'leadIn'],
    ['and', 'leadIn'],
    ['so we start low', 'opening'],
    ['right then up we come', 'opening'],
  ] as const)('“%s” is %s', (text, mark) => expect(marksOf(text, false)).toContain(mark));
  it.each([
    ['go to the wall', 'go'],
    ['where the rest of us are', 'stop'],
    ['one two three four', 'countdown'],
    ['two times', 'count'],
    ['and rest', 'leadIn'],
    ['and three', 'leadIn'],
    ['and pull it up to your ribs', 'leadIn'],
    ['right leg back', 'opening'],
  ] as const)('“%s” is not %s', (text, mark) => expect(marksOf(text, false)).not.toContain(mark));
  it('a question asks', () => expect(marksOf('everybody there', true)).toContain('question'));
});
