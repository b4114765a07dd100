import { describe, expect, it } from 'vitest';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { asFilmed } from '../../../tests/support/as-filmed.ts';
import { saidAt } from '../../../tests/support/said-at.ts';
import { anyTime } from '../../../tests/support/times.ts';
import { compile } from '../plan/compile.ts';
import { spokenWords } from '../transcript/transcript.ts';
import { claimsInTake, recordedClass } from './class-timeline.ts';

const plan = readOutline(
  '# Broomstick Strong for Beekeepers\n## Hello: talk, 0:45\n## Warm-up: warm-up, 30s\n- Shoulder rolls | standing\n' +
    '- March on the spot | standing\n## Main: strength, 2 rounds, 40/20\n' +
    '- Goblet squat | standing | needs: kettlebell\n- Bent-over row | standing | needs: two dumbbells\n' +
    '- Hip bridge | supine | needs: mat\n- Side-lying leg lift | side-lying | needs: mat\n' +
    '## Sixes: strength, reps 6 pace 4 rest 20\n- Split squat | standing\n- Calf raise | standing\n' +
    '## Goodbye: talk, 0:30',
).value;
const { segments } = compile(plan);
const running = recordedClass(plan, asFilmed(segments));
const hello = segments[0]!;
const goodbye = segments.at(-1)!;
const [squat, row, bridge, lift, split] = [
  'Goblet squat',
  'Bent-over row',
  'Hip bridge',
  'Side-lying leg lift',
  'Split squat',
].map((label) => segments.find((s) => s.label === label)!) as [
  typeof hello,
  typeof hello,
  typeof hello,
  typeof hello,
  typeof hello,
];
const restAfter = (s: typeof hello) => segments[s.index + 1]!;

/** What is claimed by words that begin `s` seconds into a segment, below 0 before its end: kind, what, verdict. */
function claimed(text: string, of: typeof hello, s: number): string[] {
  const at = (s < 0 ? of.end : of.start) / 1e6 + s;
  const end = anyTime(segments.at(-1)!.end);
  return claimsInTake(spokenWords({ cues: [saidAt(text, at)] }, end), running).map(
    (c) => `${c.type} ${c.claimed} ${c.verdict}`,
  );
}

// What people say for it: common practice.
describe('seconds that are left, without the word for them', () => {
  it.each([
    ['Last ten, come on.', -10, 10],
    ['And ten more.', -10, 10],
    ["You've got ten.", -10, 10],
    ['Ten left, keep going.', -10, 10],
    ['Fifteen more to go.', -15, 15],
    ['Another twenty.', -20, 20],
    ['Thirty to go.', -30, 30],
    ['Stay another fifteen.', -15, 15],
    ['Rest in five, four, three.', -6, 5],
    ['Swapping in five.', -5, 5],
    ['Just under ten.', -9, 10],
  ])('%s', (text, s, seconds) => expect(claimed(text, row, s)).toContain(`seconds-left ${seconds} true`));
  it('is how long until the next move in a break', () => {
    expect(claimed('Starting in ten.', restAfter(squat), -10)).toContain('seconds-left 10 true');
    expect(claimed('Back in five.', restAfter(squat), -5)).toContain('seconds-left 5 true');
    expect(claimed('Ready in three, two, one.', restAfter(squat), -4)).toContain('seconds-left 3 true');
  });
  it.each([
    ['a number of something', 'And ten heel raises now.', row, -10],
    ['where it is nothing like that', 'And ten more.', row, 4],
    ['a count', 'Eight, nine, ten, eleven.', row, -10],
    ['repetitions that are counted', 'And ten more.', split, -10],
  ])('but not %s', (_, text, of, s) =>
    expect(claimed(text, of, s).filter((c) => c.startsWith('seconds-left 10'))).toEqual([]),
  );
});

describe('equipment', () => {
  it.each([
    ['as a heading', 'Dumbbells up.', restAfter(squat), 8, 'needs two dumbbells true'],
    ['in the hands', 'Dumbbells in your hands.', restAfter(squat), 8, 'needs two dumbbells true'],
    ['in a list', "So, kettlebell, mat, that's your lot.", hello, 10, 'needs kettlebell true'],
    ['that one has', "I've got my mat down already.", hello, 10, 'needs mat true'],
    ['put away', 'Dumbbells away.', restAfter(row), 8, 'needs two dumbbells true'],
    ['that one move does without', 'No weights for this one.', restAfter(row), 8, 'no weight here true'],
    ['that one move does not do without', 'No weights for this one.', restAfter(squat), 8, 'no weight here false'],
  ])('%s', (_, text, of, s, claim) => expect(claimed(text, of, s)).toContain(`equipment ${claim}`));
  it('is not asked for by feet that press into it', () =>
    expect(claimed('Really press into that mat with both feet.', bridge, 15)).toEqual([]));
});

describe('what comes', () => {
  it.each([
    ['by the end of its name', "It's leg lifts.", restAfter(bridge), 8, 'Side-lying leg lift'],
    ['by an end that two names have', 'Into your squats.', restAfter(segments[split.index - 2]!), 5, 'Split squat'],
  ])('%s', (_, text, of, s, label) => expect(claimed(text, of, s)).toContain(`next-up ${label} true`));
});

describe('how long parts last', () => {
  it.each([
    ['the warm-up', 'A one minute warm-up first.', hello, 10, '60 true'],
    ['the warm-up, wrongly', "There's a five minute warm-up to begin with.", hello, 10, '300 false'],
    [
      'a warm-up that is over, and may be of the next class',
      'Do a five minute warm-up before.',
      goodbye,
      3,
      '300 unsure',
    ],
    ['the class, in hours', "It's half an hour.", hello, 10, '1800 false'],
    ['a class that is over', 'That was your thirty minutes.', goodbye, 3, '1800 false'],
    ['a class that is over, rightly', 'Thank you for your eleven minutes.', goodbye, 3, '660 true'],
  ])('%s', (_, text, of, s, claim) => expect(claimed(text, of, s)).toContain(`length ${claim}`));
});

describe('what is done and what is left', () => {
  it.each([
    ['two', 'That is two done and two to go.', restAfter(row), 'true'],
    ['one, where it is two', 'That is one done and three to go.', restAfter(row), 'false'],
    ['so many of something else', 'That is nine down and one to go.', restAfter(row), 'false'],
  ])('%s', (_, text, of, verdict) =>
    expect(claimed(text, of, 4).filter((c) => c.startsWith('moves-left'))[0]).toMatch(new RegExp(`${verdict}$`)),
  );
  it('is of the round that the moves belong to', () =>
    expect(claimed('Three down and one to go.', restAfter(bridge), 4)).toContain('moves-left 1 true'));
  it('never counts what is nearly over as left', () =>
    expect(claimed('Four done, four to go.', lift, -3)).toContain('moves-left 4 true'));
});

it('loses only what lies beside words of something else where no full stops are written', () => {
  const talk = 'and my sister says the hive is loud today which it is and so we carry on with the knees soft and the';
  const far = `${talk} ribs down and the chin long and the shoulders wide and easy no equipment today`;
  expect(claimed(far, hello, 5)).toContain('equipment no equipment false');
  expect(claimed('and my sister says no equipment today', hello, 5)).not.toContain('equipment no equipment false');
});
