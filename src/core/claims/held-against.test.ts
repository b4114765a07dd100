import { describe, expect, it } from 'vitest';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { saidAt } from '../../../tests/support/said-at.ts';
import { anyTime } from '../../../tests/support/times.ts';
import { asFilmed } from '../../../tests/support/as-filmed.ts';
import { compile } from '../plan/compile.ts';
import { isActive } from '../plan/segment.ts';
import { spokenWords } from '../transcript/transcript.ts';
import { claimsInTake, recordedClass } from './class-timeline.ts';

const plan = readOutline(
  '# Broomstick Strong for Beekeepers\n## Hello: talk, 1:00\n## Lifts: strength, reps 12 pace 3 rest 30\n' +
    '- Goblet squat | standing\n- Bent-over row | standing | sides own\n- Press-up | plank\n' +
    '## Floor: strength, 40/20, 2 rounds\n- Glute bridge | supine | needs: dumbbell, mat\n' +
    '- Side plank | side-lying | sides own\n- Dead bug | supine\n## Goodbye: talk, 0:40',
).value;
const { segments } = compile(plan);
const running = recordedClass(plan, asFilmed(segments));
const [squat, row] = segments.filter(isActive) as [(typeof segments)[0], (typeof segments)[0]];
const bridge = segments.find((s) => s.label === 'Glute bridge')!;
const plank = segments.find((s) => s.label === 'Side plank')!;
const [rest, floorRest] = [squat, bridge].map((s) => segments[s.index + 1]!) as [typeof squat, typeof squat];

const [hello, lastLift] = [segments[0]!, segments[bridge.index - 1]!];
const second = segments.find((s) => s.label === 'Glute bridge' && s.round === 2)!;
const afterSecond = segments.findLast((s) => s.blockId === second.blockId)!;

/** Kinds of claim that are held against who says this, `s` seconds into a segment. */
function heldAgainst(text: string, of: typeof squat, s: number): string[] {
  const at = of.start / 1e6 + s;
  const end = anyTime(segments.at(-1)!.end);
  return claimsInTake(spokenWords({ cues: [saidAt(text, at)] }, end), running).flatMap((c) =>
    c.verdict === 'false' ? [c.type] : [],
  );
}

// What the words mean instead: common practice.
describe('what is held against who says it', () => {
  it.each([
    ['the tempo of a repetition', 'Two seconds down, two seconds up.', bridge, 6],
    ['a pause in it', 'Pause for three seconds at the bottom.', bridge, 6],
    ['what anyone can do', 'Anyone can do twenty seconds.', bridge, 4],
    ['seconds that are over', "That's your thirty seconds.", bridge, 20],
    ['how long a break is, as it begins', 'Twenty seconds, sip some water.', floorRest, 1],
    ['how long one shakes out', 'Shake it out for ten seconds.', rest, 4],
    ['a break that somebody ends by hand', 'Ten seconds and we go.', rest, 3],
    ['how long a swap takes', 'Five seconds to swap over.', bridge, 10],
    ['a record', 'Try to get ten seconds more than last week.', bridge, 5],
    ['a hold within a repetition', 'Stay down there for five more seconds.', squat, 10],
    ['a number that stands alone', 'Breathe. Eight. Lovely.', bridge, 8],
    ['something to go, nobody says of what', 'Three to go.', bridge, 8],
    ['repetitions', 'And the last three.', bridge, 8],
    ['half-way in a break', 'Halfway there.', rest, 3],
    ['half of the block, in a move', 'Halfway through our rounds.', squat, 4],
    ['nearly half', 'Nearly halfway.', bridge, 8],
    ['more than half', "You're more than halfway.", bridge, 30],
    ['half of the repetitions', "Six, that's half.", squat, 13],
    ['a way of moving', 'Meet me halfway and hold.', bridge, 6],
    ['the last set of a move', 'Last set.', squat, 6],
    ['the last move before something', 'Last exercise before the floor.', row, 6],
    ['rounds where the plan has none', 'Round two.', squat, 6],
    ['the next repetition', 'For the next squat, go lower.', squat, 6],
    ['what comes in the next block', 'In the next block we have dead bugs.', squat, 6],
    ['a side that was', 'The right side is done.', row, 10],
    ['where one began', 'We started with the right.', row, 10],
    ['a side to roll to', 'Roll to your right side.', plank, 2],
    ['where a thing is put', 'Put it down on your right.', row, 10],
    ['seconds of counted moves', "It's forty on.", squat, 8],
    ['the second of two that are listed', 'First the row, and next press-ups.', rest, 4],
    ['a round to come', 'We do the right in the second round.', bridge, 8],
    ['rounds at home', 'Do three rounds of this at home.', lastLift, 4],
    ['what each side takes', 'Thirty seconds each side.', bridge, 8],
    ['minutes of a part', 'We have ten minutes of lifting.', hello, 20],
    ['what nobody needs any more', "You don't need the dumbbell any more.", lastLift, 4],
  ] as const)('not %s: %s', (_what, text, of, s) => {
    expect(heldAgainst(text, of, s)).toEqual([]);
  });

  it.each([
    ['what comes, though put right at once', 'Press-ups next, no, the row.', rest, 4, 'next-up'],
    ['a name that is put right at once', 'Dead bug, no, side plank is next.', bridge, 34, 'next-up'],
    ['one prop for another', 'Pick up your mat, no, your dumbbell.', hello, 56, 'equipment'],
    ['a round that is put right', 'Round two, what am I saying, round one.', bridge, 1, 'round'],
    ['seconds left in a timed move', 'Ten seconds left.', bridge, 8, 'seconds-left'],
    ['half that is none', 'Halfway there.', bridge, 34, 'half-way'],
    ['half of repetitions, far off', 'Halfway there.', squat, 3, 'half-way'],
    [
      'half of the class in its first minutes',
      "That's half the class, halfway through the class.",
      bridge,
      3,
      'half-way',
    ],
    ['the wrong side', 'Right side.', row, 10, 'side'],
    ['the wrong leg to start with', 'Start with your right leg.', row, 1, 'side'],
    ['the wrong leg this time', 'Right leg this time.', row, 1, 'side'],
    ['a name after the question', "So what's next? Dead bugs.", floorRest, 4, 'next-up'],
    ['more moves than there are', 'Twenty moves for you today.', hello, 20, 'count'],
    ['another length of the moves', 'Each one lasts forty-five seconds.', bridge, 4, 'length'],
    ['another break', 'Fifteen seconds between moves.', bridge, 4, 'length'],
    ['another length of each', 'Fifty seconds each down here.', lastLift, 4, 'length'],
    ['another length of the class', 'This will take us about thirty minutes.', hello, 20, 'length'],
    ['another move in the break before it', 'Press-ups are up next.', rest, 4, 'next-up'],
    ['another move one gets ready for', 'Get ready for dead bugs.', floorRest, 4, 'next-up'],
    ['another number of rounds', 'Three rounds of this.', lastLift, 4, 'round'],
    ['the round before', 'First round, take it steady.', second, 4, 'round'],
    ['the round after the one that ends', 'That was the first round.', afterSecond, 4, 'round'],
    ['another number of repetitions', 'Eight reps of these.', squat, 4, 'count'],
    ['nothing where something is needed', 'No equipment today.', hello, 20, 'equipment'],
    ['another move', 'Next up, press-ups.', bridge, 34, 'next-up'],
    ['another round', 'Round three.', bridge, 4, 'round'],
  ] as const)('but %s is: %s', (_what, text, of, s, type) => {
    expect(heldAgainst(text, of, s)).toContain(type);
  });
});
