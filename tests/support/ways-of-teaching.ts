/**
 * Thirty-five classes, at least two of each way of teaching, as instructors write them down: the set that plans,
 * scripts and alignments are measured on. All made up for the tests.
 */
const MAIN = [
  'Squat',
  'Push-up',
  'Reverse lunge',
  'Plank',
  'Glute bridge',
  'Mountain climber',
  'Bent-over row',
  'Dead bug',
];
const EASY = ['March on the spot', 'Arm circles', 'Hip circles', 'Side bend reach', 'Step touch', 'Heel digs'];
const STRETCHES = ['Calf stretch', 'Kneeling hip stretch', 'Side reach', 'Chest opener', 'Child’s pose', 'Cobra'];
/** Moves of one side: each side has its interval. */
const SIDED = new Set(['Reverse lunge', 'Bent-over row', 'Calf stretch', 'Kneeling hip stretch', 'Side reach']);
const list = (moves: readonly string[], n: number, from = 0) =>
  Array.from({ length: n }, (_, i) => {
    const move = moves[(from + i) % moves.length] as string;
    return `- ${move}${SIDED.has(move) ? ' | sides own' : ''}`;
  }).join('\n');
const framed = (body: string, title: string) => `# ${title}\n## Hello: talk, 0:40\n${body}\n## Goodbye: talk, 0:25`;

const CIRCUITS: readonly (readonly [way: string, body: string])[] = [
  ['timer', `## Main: circuit, 3 rounds, 40/10\n${list(MAIN, 6)}`],
  ['timer', `## Main: circuit, 4 rounds, 30/10\n${list(MAIN, 5, 2)}`],
  ['timer', `## Main: cardio, 20/10 x 8\n${list(MAIN, 3, 3)}`],
  ['timer', `## Main: circuit, 2 rounds, 50/10\n${list(MAIN, 7)}`],
  ['explain', `## Warm-up: warm-up, 30/15\n${list(EASY, 4)}\n## Main: circuit, 2 rounds, 40/20\n${list(MAIN, 6)}`],
  ['explain', `## Main: strength, 2 rounds, 45/30\n${list(MAIN, 6, 1)}`],
  ['explain', `## Main: circuit, 3 rounds, 30/15\n${list(MAIN, 5)}`],
  ['explain', `## Main: strength, 40/20 x 3, station by station\n${list(MAIN, 5, 2)}`],
  [
    'explain',
    `## Main: circuit, 2 rounds, 40/20\n- Side plank | sides own\n- Split squat | sides own\n${list(MAIN, 3)}`,
  ],
  ['preview', `## Main: circuit, 3 rounds, 45/0\n${list(MAIN, 6)}`],
  ['preview', `## Warm-up: warm-up, 30/0\n${list(EASY, 6)}\n## Main: circuit, 2 rounds, 60/0\n${list(MAIN, 6, 2)}`],
  ['preview', `## Main: core, 2 rounds, 30/0\n${list(MAIN, 8)}`],
];

const COUNTED: readonly (readonly [way: string, body: string])[] = [
  ['repetitions', `## Main: strength, 3 rounds, reps 12 pace 4 rest 40\n${list(MAIN, 4)}`],
  ['repetitions', `## Main: strength, 2 rounds, reps 10 tempo 3-1-1 rest 45\n${list(MAIN, 5, 1)}`],
  ['repetitions', `## Main: strength, 3 rounds, reps 8 pace 5 rest 60\n${list(MAIN, 4, 2)}`],
  ['repetitions', `## Main: core, 2 rounds, reps 15 pace 3 rest 30\n- Side leg raise | sides own\n${list(MAIN, 4, 3)}`],
  ['music', `## Main: cardio, 2 rounds, counts 64 at 132\n${list(EASY, 6)}`],
  ['music', `## Main: cardio, 3 rounds, counts 32 at 128\n${list(EASY, 5, 1)}`],
  ['music', `## Main: cardio, 2 rounds, counts 96 at 140 rest 15\n${list(EASY, 5)}`],
  ['music', `## Main: cardio, counts 128 at 124\n${list(EASY, 6, 2)}`],
];

const FLOWS: readonly (readonly [way: string, body: string])[] = [
  ['flow', `## Flow: flow 1:00\n${list(STRETCHES, 6)}`],
  ['flow', `## Flow: flow 0:45\n${list(STRETCHES, 6, 2)}\n## Rest: hold 2:00\n- Final rest`],
  ['flow', `## Stretch: cool-down, 2 rounds, hold 40 change 8\n${list(STRETCHES, 4)}`],
  ['flow', `## Stretch: hold 30 change 6\n${list(STRETCHES, 6)}`],
  ['flow', `## Flow: flow 0:30\n${list(EASY, 5)}\n## Stretch: hold 45 change 5\n${list(STRETCHES, 5, 1)}`],
];

const MIXED: readonly (readonly [way: string, body: string])[] = [
  [
    'mixed',
    `## Warm-up: warm-up, flow 0:30\n${list(EASY, 5)}\n## Main: circuit, 3 rounds, 40/20\n${list(MAIN, 5)}\n` +
      `## Stretch: cool-down, hold 30 change 6\n${list(STRETCHES, 4)}`,
  ],
  [
    'mixed',
    `## Main: strength, 2 rounds, reps 10 pace 4 rest 30\n${list(MAIN, 4)}\n## Finish: cardio, 20/10 x 4\n` +
      `${list(MAIN, 3, 4)}`,
  ],
  ['mixed', `## Steps: cardio, counts 64 at 128\n${list(EASY, 5)}\n## Core: core, 30/15\n${list(MAIN, 4, 3)}`],
  [
    'mixed',
    `## Pairs: circuit, 2 rounds, pairs 30/30 rest 20\n${list(MAIN, 6)}\n## Stretch: cool-down, hold 25 ` +
      `change 5\n${list(STRETCHES, 4)}`,
  ],
  [
    'mixed',
    `## Minutes: circuit, 2 rounds, emom 1:00 work 40\n${list(MAIN, 5)}\n## Ladder: core, ladder 20-30-40 ` +
      `rest 15\n${list(MAIN, 2, 3)}`,
  ],
];

/** What is written seldom: ladders of repetitions, change-overs in a flow, a timer with its lead-in, parts, fillers. */
const RARER: readonly (readonly [way: string, body: string])[] = [
  [
    'timer',
    `## Main: circuit, 3 rounds, 40/10, timer, lead-in 5, new move rest 20\n${list(MAIN, 4)}\n` +
      '- Water at hand | talk 0:15\n- Plank jack | rounds 2-3',
  ],
  ['repetitions', `## Main: strength, ladder reps 12-10-8 pace 4 rest 30\n${list(MAIN, 4)}`],
  [
    'repetitions',
    '## Main: strength, 3 rounds, reps 10 pace 4 rest 25\n- Squat | reps 12-10-8\n- Side plank | left only\n' +
      '- Push-up | from round 2 rest 40',
  ],
  ['flow', `## Flow: flow 0:50 change 8\n${list(STRETCHES, 6)}`],
  [
    'music',
    `## Main: cardio, counts 48 at 128, filler March on the spot\n${list(EASY, 5)}\n## Break: break 3:00\n` +
      `## Second part: part\n## More: cardio, counts 64 at 128\n${list(EASY, 4, 2)}`,
  ],
  [
    'music',
    '## Main: choreography add on at 128, no music\n- Grapevine | counts 16\n- Box step | counts 16\n' +
      '- Mambo | counts 32\n## Whole: choreography link at 128\n- all of Main\n- V step | counts 32',
  ],
  ['music', `## Main: cardio, counts 64 at 126\n- Grapevine\n- Reaching arms | over Grapevine\n${list(EASY, 3, 1)}`],
];

/** Each with the way of calling that suits its main block. */
export const WAYS_OF_TEACHING: readonly { readonly name: string; readonly way: string; readonly outline: string }[] = [
  ...CIRCUITS,
  ...COUNTED,
  ...FLOWS,
  ...MIXED,
  ...RARER,
].map(([way, body], i) => ({ name: `${i + 1} ${way}`, way, outline: framed(body, `Class ${i + 1}`) }));
