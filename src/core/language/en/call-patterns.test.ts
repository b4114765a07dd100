import { describe, expect, it } from 'vitest';
import { anySeconds, anyTime } from '../../../../tests/support/times.ts';
import { hear } from '../../calls/detect-calls.ts';
import { spokenWords } from '../../transcript/transcript.ts';

const LABELS = ['Squat', 'Push-up', 'Reverse lunge', 'Plank', 'Jumping jack', 'Burpee'];
/** What is heard in a phrase said at an even pace: kinds with what they say, in one text. */
function heardIn(text: string): string {
  const words = text
    .split(' ')
    .map((word, i) => ({ text: word, start: anyTime(i * 3e5), end: anyTime(i * 3e5 + 25e4) }));
  const tokens = spokenWords(
    { cues: [{ start: anyTime(0), end: anySeconds(words.length), text, words }] },
    anySeconds(60),
  );
  return hear(tokens, LABELS)
    .map((h) => {
      switch (h.kind) {
        case 'name':
          return `${h.label}${h.next ? ' next' : ''}`;
        case 'time-left':
          return `${h.leftUs / 1e6} s left`;
        case 'round-word':
          return `round ${h.round}`;
        default:
          return h.kind.replace('-word', '');
      }
    })
    .join(', ');
}

// All of these calls are common practice.
describe('calls as they are said', () => {
  it.each([
    'and rest',
    'and time',
    'okay and time',
    "that's time",
    'that is time',
    "time's up",
    'have a quick break',
    'take a little break',
    'quick breather',
    'catch your breath',
    'and pause',
    'and stop',
    'okay stop there',
    'and recover',
    'and done',
    'all done',
    'shake it out',
  ])('“%s” ends the work', (text) => expect(heardIn(text)).toBe('rest'));
  it.each([
    'time to work',
    'take your time',
    'one more time',
    'every time',
    'do not stop',
    'there is no rest',
    'the rest of the class',
    'a break dance',
    'deep breath in',
  ])('“%s” does not', (text) => expect(heardIn(text)).toBe(''));
  it.each([
    ['fifteen seconds to go', 15],
    ['10 seconds left', 10],
    ['ten left', 10],
    ['last ten', 10],
    ['final five', 5],
    ['5 more seconds', 5],
    ['forty five seconds left', 45],
    ['twenty more seconds', 20],
    ['just ten to go', 10],
    ['thirty seconds remaining', 30],
  ])('“%s” leaves %i s', (text, left) => expect(heardIn(text)).toBe(`${left} s left`));
  it.each([
    'thirty seconds each side',
    'twenty seconds in',
    'thirty seconds of work',
    'for thirty seconds',
    'twenty seconds off',
    'ten left leg lifts',
    'five left',
    'last ten minutes',
    'forty five seconds of work',
  ])('“%s” tells no time that is left', (text) => expect(heardIn(text)).not.toContain('left'));
  it.each([
    ['halfway', 'half'],
    ['you are half way through', 'half'],
    ['half done', 'half'],
    ['half a turn', ''],
  ])('“%s”: %s', (text, kind) => expect(heardIn(text)).toBe(kind));
  it.each([
    'switch sides',
    'swap legs',
    'and switch',
    'and change',
    'other side',
    'second side',
    'change arms',
    'same thing other side',
  ])('“%s” changes the side', (text) => expect(heardIn(text)).toBe('switch'));
  it.each(['switch it up', 'and change the way', 'wait a second', 'change your breath'])('“%s” does not', (text) =>
    expect(heardIn(text)).toBe(''),
  );
  it.each([
    ['round two', 'round 2'],
    ['second round', 'round 2'],
    ['last round', 'round last'],
    ['final round', 'round last'],
    ['every second round', ''],
  ])('“%s”: %s', (text, round) => expect(heardIn(text)).toBe(round));
  it.each([
    'next one is squats',
    'moving on to squats',
    'straight into squats',
    'squats coming up',
    'followed by squats',
    'then squats',
    'after this squats',
    'we have squats next',
    'get ready for squats',
  ])('“%s” announces', (text) => expect(heardIn(text)).toBe('Squat next'));
  it.each(['keep moving squats', 'squats', 'alright squats', 'time for squats'])('“%s” names what is done', (text) =>
    expect(heardIn(text)).toBe('Squat'),
  );
  it.each(['three two one', '3 2 1', 'five four three two one', 'in 5 4 3 2 1'])('“%s” is counted down', (text) =>
    expect(heardIn(text)).toBe('countdown'),
  );
  it.each([
    ['ready set go', 'go'],
    ['and begin', 'go'],
    ['starting now', 'go'],
    ['here we go', 'go'],
    ['go go go', ''],
    ['you can go easy', ''],
    ['start with the left', ''],
  ])('“%s”: %s', (text, kind) => expect(heardIn(text)).toBe(kind));
});
