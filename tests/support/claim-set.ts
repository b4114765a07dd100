import { compile } from '../../src/core/plan/compile.ts';
import type { Plan } from '../../src/core/plan/plan.ts';
import type { PlannedSegment, Segment } from '../../src/core/plan/segment.ts';
import { numberWords } from '../../src/core/language/en/written-out.ts';
import type { ClaimType } from '../../src/core/claims/claim.ts';
import { readOutline } from '../../src/formats/outline/outline-reader.ts';
import { LOOK_ALIKES } from './claim-look-alikes.ts';

/** One sentence said at a moment of a class, and what a listener would say of it; null: it claims nothing. */
export interface Spoken {
  readonly atUs: number;
  readonly text: string;
  readonly expected: { readonly type: ClaimType; readonly verdict: 'true' | 'false' } | null;
}

/** Five moves, three rounds, sides, floor and standing, props: enough for everything that can be claimed. */
export const CLAIM_PLAN: Plan = readOutline(`# Claims
## Hello: talk 0:30
## Warm-up: warm-up, 30/0, no last rest
- March on the spot | standing
- Shoulder rolls | standing
## Main: circuit, 3 rounds, 40/20, round rest 0:45, no last rest
- Squat | standing
- Broomstick row | standing | needs: broomstick
- Side plank | side-lying | sides own | needs: folded towel
- Crate push-up | plank | needs: crate
- Dead bug | supine
## Strength: strength, reps 10 tempo 3-1-1-0 rest 30, no last rest
- Glute bridge | supine
## Stretch: cool-down, hold 0:30 change 6, no last rest
- Calf stretch | standing | sides own
`).value;

export const CLAIM_SEGMENTS: readonly PlannedSegment[] = compile(CLAIM_PLAN).segments;
const find = (label: string, round = 1, side?: string) =>
  CLAIM_SEGMENTS.find(
    (s) => s.label === label && s.round === round && (side === undefined || s.side === side),
  ) as Segment;
const restAfter = (segment: Segment) => CLAIM_SEGMENTS[segment.index + 1] as Segment;
const said = (n: number, digits: boolean) => (digits ? String(n) : numberWords(n));
const cap = (text: string) => text[0]?.toUpperCase() + text.slice(1);

/** All sentences with their moments; half true, half false, and sentences that only look like claims. */
export function claimSet(): Spoken[] {
  const set: Spoken[] = [];
  const add = (atUs: number, text: string, type: ClaimType, verdict: 'true' | 'false') =>
    set.push({ atUs, text: `${cap(text)}.`, expected: { type, verdict } });
  const [squat, row, plankLeft, plankRight, pushUp, bug] = [
    find('Squat', 2),
    find('Broomstick row', 2),
    find('Side plank', 2, 'left'),
    find('Side plank', 2, 'right'),
    find('Crate push-up', 2),
    find('Dead bug', 2),
  ];
  const middle = (s: Segment) => (s.start + s.end) / 2;

  const left = [
    '{n} seconds left',
    '{n} more seconds',
    '{n} seconds to go',
    'last {n} seconds',
    'just {n} seconds remaining',
    'come on, {n} seconds left here',
    'keep it up, {n} more seconds',
    'you have {n} seconds left on this one',
  ];
  for (const template of left)
    for (const digits of [true, false])
      for (const n of [5, 10, 15])
        for (const off of [0, 6])
          add(
            row.end - (n + off) * 1e6,
            template.replace('{n}', said(n, digits)),
            'seconds-left',
            off === 0 ? 'true' : 'false',
          );
  for (const text of [
    'half-way',
    'halfway there',
    'half way through',
    'that is halfway',
    'we are half-way',
    'you are halfway done',
    'nice, halfway point',
  ]) {
    add(middle(squat), text, 'half-way', 'true');
    add(middle(squat) + 9e6, text, 'half-way', 'false');
  }
  add(middle(CLAIM_SEGMENTS[0] as Segment), 'halfway through the class', 'half-way', 'false');
  const units: readonly (readonly [string, number, number])[] = [
    ['{n} more moves', 3, 7],
    ['{n} moves left in this round', 3, 7],
    ['{n} exercises to go', 3, 2],
    ['only {n} more exercises', 3, 2],
    ['{n} more intervals to go', 4, 3],
    ['{n} intervals left', 4, 3],
    ['we have {n} moves to go after this one', 3, 2],
  ];
  for (const [template, right, wrong] of units)
    for (const digits of [true, false]) {
      add(row.start + 8e6, template.replace('{n}', said(right, digits)), 'moves-left', 'true');
      add(
        row.start + 8e6,
        template.replace('{n}', said(wrong === 3 && right === 4 ? 7 : wrong, digits)),
        'moves-left',
        'false',
      );
    }
  for (const text of ['last move', 'final exercise', 'this is the last one', 'last exercise of the round']) {
    add(bug.start + 5e6, text, 'moves-left', 'true');
    add(squat.start + 5e6, text, 'moves-left', 'false');
  }
  for (const text of ['one more round to go', 'one round left', 'one more round after this']) {
    add(squat.start + 12e6, text, 'moves-left', 'true');
    add(find('Squat', 1).start + 12e6, text, 'moves-left', 'false');
  }
  for (const text of ['last round', 'final round', 'this is the last round, everyone']) {
    add(find('Squat', 3).start + 6e6, text, 'moves-left', 'true');
    add(find('Squat', 1).start + 6e6, text, 'moves-left', 'false');
  }
  for (const template of ['round {n}', 'here we are in round {n}', 'this is round {n}', 'welcome to round {n}'])
    for (const digits of [true, false]) {
      add(squat.start + 3e6, template.replace('{n}', said(2, digits)), 'round', 'true');
      add(squat.start + 3e6, template.replace('{n}', said(3, digits)), 'round', 'false');
    }
  for (const [text, verdict] of [
    ['second round', 'true'],
    ['third round', 'false'],
    ['that was round two', 'true'],
    ['that was round one', 'false'],
    ['round two done', 'true'],
    ['end of round three', 'false'],
  ] as const)
    add(
      restAfter(bug).start + (text.includes('second') || text.includes('third round') ? -20e6 : 3e6),
      text,
      'round',
      verdict,
    );
  for (const template of ['{n} seconds of work', 'we do this for {n} seconds', 'for {n} seconds', '{n} seconds on']) {
    add(squat.start + 4e6, template.replace('{n}', '40'), 'length', 'true');
    add(squat.start + 4e6, template.replace('{n}', '30'), 'length', 'false');
  }
  for (const template of [
    '{n} seconds rest',
    'you have {n} seconds of rest',
    '{n} second break',
    'rest for {n} seconds',
  ]) {
    add(restAfter(squat).start + 2e6, template.replace('{n}', 'twenty'), 'length', 'true');
    add(restAfter(squat).start + 2e6, template.replace('{n}', 'thirty five'), 'length', 'false');
  }
  const minutes = Math.round((CLAIM_SEGMENTS.at(-1)?.end ?? 0) / 60e6);
  for (const template of [
    'this is a {n} minute workout',
    'welcome to this {n} minute class',
    'a {n}-minute session today',
  ])
    for (const [n, v] of [
      [minutes, 'true'],
      [minutes + 8, 'false'],
    ] as const)
      add(4e6, template.replace('{n}', said(n, true)), 'length', v);
  for (const template of [
    'next up, {m}',
    'up next we have {m}',
    'coming up next, {m}',
    '{m} is next',
    'next is {m}',
    'the next move is {m}',
    'get ready, next {m}',
    'and next up {m}s',
  ])
    for (const at of [squat.end - 6e6, restAfter(squat).start + 5e6]) {
      add(at, template.replace('{m}', 'broomstick row'), 'next-up', 'true');
      add(at, template.replace('{m}', 'dead bug'), 'next-up', 'false');
    }
  for (const template of [
    'side plank, {s}',
    '{s} side',
    'on the {s} side',
    'this is your {s} side',
    'we are on the {s} side now',
    'side plank on the {s} side',
    '{s} side first',
  ]) {
    add(plankLeft.start + 2e6, template.replace('{s}', 'left'), 'side', 'true');
    add(plankLeft.start + 2e6, template.replace('{s}', 'right'), 'side', 'false');
    add(plankRight.start + 2e6, template.replace('{s}', 'right'), 'side', 'true');
    add(plankRight.start + 2e6, template.replace('{s}', 'left'), 'side', 'false');
  }
  for (const [text, right, wrong] of [
    ['lie on your back', bug, squat],
    ['down on your back for this one', bug, row],
    ['lie on your side', plankLeft, bug],
    ['come into a plank', pushUp, squat],
    ['into a high plank', pushUp, row],
    ['down to the floor', bug, squat],
    ['stand up', squat, plankLeft],
    ['stand tall', row, plankLeft],
    ['on all fours', null, squat],
  ] as const) {
    if (right !== null) add(right.start + 2e6, text, 'position', 'true');
    add(wrong.start + 2e6, text, 'position', 'false');
  }
  for (const [text, verdict] of [
    ['you need a crate', 'true'],
    ['grab your broomstick', 'true'],
    ['bring a folded towel', 'true'],
    ['you will need a kettlebell', 'false'],
    ['grab your dumbbells', 'false'],
    ['pick up your strap', 'false'],
    ['no equipment needed', 'false'],
    ['no mat today', 'false'],
    ['no crate today', 'false'],
    ['you do not need any equipment', 'false'],
    ['no dumbbells today', 'true'],
    ['no band needed', 'true'],
    ['no rope today', 'true'],
  ] as const)
    add(8e6, text, 'equipment', verdict);
  const bridge = find('Glute bridge');
  for (const template of [
    '{n} reps',
    'we do {n} repetitions',
    '{n} reps here',
    'give me {n} reps',
    'that is {n} reps in total',
  ])
    for (const [n, v] of [
      [10, 'true'],
      [12, 'false'],
    ] as const)
      add(bridge.start + 3e6, template.replace('{n}', said(n, v === 'true')), 'count', v);
  for (const text of LOOK_ALIKES)
    for (const segment of [squat, plankLeft, restAfter(row), CLAIM_SEGMENTS[0] as Segment])
      set.push({ atUs: segment.start + 4e6, text: `${cap(text)}.`, expected: null });
  return set;
}
