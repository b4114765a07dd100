/**
 * Made-up classes of different schools, as outlines: intervals with and without sides, twenty-tens, stations, holds,
 * counts, ladders.
 */
export const SCHOOLS: readonly (readonly [name: string, outline: string])[] = [
  [
    'forty-twenty circuit',
    '# A\n## Hello: talk, 0:40\n## Main: circuit, 3 rounds, 40/20\n- Squat\n- Push-up\n' +
      '- Reverse lunge | sides alternate\n- Plank\n- Jumping jack\n- Glute bridge\n## Bye: talk, 0:20',
  ],
  [
    'twenty-tens',
    '# B\n## Hello: talk, 0:30\n## Twenty-tens: cardio, 2 rounds, 20/10 x 4, round rest 1:00\n- High knees\n' +
      '- Squat jump\n- Mountain climber\n## Stretch: cool-down, hold 0:30 change 6\n' +
      '- Calf stretch | sides own\n- Chest opener',
  ],
  [
    'station by station',
    '# C\n## Warm: warm-up, 30/0\n- March on the spot\n- Arm circles\n- Side step\n- Hip circles\n' +
      '## Strength: strength, 3 rounds, 45/15, station by station\n- Goblet squat\n- Bent-over row\n' +
      '- Overhead press\n- Deadlift\n## Core: core, 2 rounds, 30/10\n- Dead bug\n- Side plank | sides own\n' +
      '- Bicycle crunch',
  ],
  [
    'pairs',
    '# D\n## Hello: talk, 0:25\n## Pairs: circuit, 3 rounds, pairs 30/30 rest 20\n- Squat\n- Broomstick row\n' +
      '- Reverse lunge\n- Push-up\n## Bye: talk, 0:20',
  ],
  [
    'every minute',
    '# E\n## Hello: talk, 0:30\n## Minutes: strength, 4 rounds, emom 1:00 work 40\n- Crate deadlift\n' +
      '- Push-up\n- Split squat',
  ],
  [
    'holds',
    '# F\n## Hello: talk, 1:00\n## Stretch: cool-down, 2 rounds, hold 0:40 change 8\n- Calf stretch |' +
      ' sides own\n- Kneeling hip stretch | sides own\n- Side reach | sides own\n- Chest opener',
  ],
];
