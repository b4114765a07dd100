import { describe, expect, it } from 'vitest';
import { read } from '../../../tests/support/read-whole.ts';
import { compile } from '../../core/plan/compile.ts';
import { breakNotes, homeNotes, partsOf } from '../../core/plan/at-home.ts';
import { readOutline } from './outline-reader.ts';

/** `work Squat 30`: kind, label, side where there is one, and seconds of each segment. */
const rows = (...lines: string[]) =>
  compile(read(...lines)).segments.map((s) =>
    [s.kind, s.label, s.side === 'left' || s.side === 'right' ? s.side : '', (s.end - s.start) / 1e6]
      .filter((t) => t !== '')
      .join(' '),
  );

describe('what instructors write into a plan', () => {
  it('a ladder of repetitions, by block and by round of one move', () => {
    expect(rows('## M: ladder reps 15-12-9 pace 3 rest 30, no last rest', '- Squat')).toEqual([
      'work Squat 45',
      'rest Rest 30',
      'work Squat 36',
      'rest Rest 30',
      'work Squat 27',
    ]);
    expect(rows('## M: strength, 3 rounds, 40/0', '- Squat | reps 10-8-6 pace 4', '- Plank')).toEqual([
      'work Squat 40',
      'work Plank 40',
      'work Squat 32',
      'work Plank 40',
      'work Squat 24',
      'work Plank 40',
    ]);
  });
  it('another rest, another number from a round on; the pace of repetitions is that of the block', () => {
    expect(
      rows('## M: 2 rounds, reps 10 pace 3 rest 10', '- Squat | from round 2 reps 12 | from round 2 rest 20'),
    ).toEqual(['work Squat 30', 'rest Rest 10', 'work Squat 36', 'rest Rest 20']);
    expect(rows('## M: 2 rounds, 30/0', '- Squat | reps 10 pace 2 | from round 2 work 25')).toEqual([
      'work Squat 20',
      'work Squat 25',
    ]);
    expect(rows('## M: 2 rounds, 30/0', '- Squat | from round 2 needs: crate | from round 2: Jump squat')).toEqual([
      'work Squat 30',
      'work Jump squat 30',
    ]);
  });
  it('one side only, and a range of rounds', () => {
    expect(
      rows('## M: 3 rounds, 20/0', '- Side plank | left only', '- Jack | rounds 2-3', '- Hop | round 1 only'),
    ).toEqual([
      'work Side plank left 20',
      'work Hop 20',
      'work Side plank left 20',
      'work Jack 20',
      'work Side plank left 20',
      'work Jack 20',
    ]);
  });
  it('a machine timer with its lead-in, a clock run by hand', () => {
    const plan = read('## M: 20/10, timer, lead-in 5', '- Squat', '## N: 20/10, by hand', '- Row');
    expect(plan.blocks.map((b) => [b.clock, (b.leadInUs ?? 0) / 1e6])).toEqual([
      ['timer', 5],
      ['hand', 0],
    ]);
    const { segments } = compile(plan);
    expect([segments[0]?.kind, segments[0]?.label, segments[0]?.end]).toEqual(['set-up', 'Lead-in', 5e6]);
    expect(segments.map((s) => s.clock)).toEqual(['timer', 'timer', 'timer', 'hand', 'hand']);
    expect(read('## M: 20/10, timer lead-in 0:10', '- Squat').blocks[0]).toMatchObject({
      clock: 'timer',
      leadInUs: 10e6,
    });
  });
  it('a rest that stretches for a new move, once', () => {
    expect(rows('## M: 2 rounds, 30/10, new move rest 25, no last rest', '- Squat', '- Row')).toEqual([
      'work Squat 30',
      'rest Rest 25',
      'work Row 30',
      'rest Rest 10',
      'work Squat 30',
      'rest Rest 10',
      'work Row 30',
    ]);
  });
  it('a change-over inside a flow, and in a block without rest', () => {
    expect(rows('## F: flow 1:00 change 6', '- Cat', '- Cobra')).toEqual([
      'work Cat 60',
      'change-over Change-over 6',
      'work Cobra 60',
    ]);
    expect(rows('## M: 30/0, change 4', '- Calf stretch | sides own', '- Cobra')).toEqual([
      'work Calf stretch left 30',
      'change-over Switch sides 4',
      'work Calf stretch right 30',
      'change-over Change-over 4',
      'work Cobra 30',
    ]);
  });
  it('talk and water inside a block are no moves', () => {
    const lines = ['## M: 20/5', '- Squat', '- The press explained | talk 0:15', '- water 0:30', '- Press'];
    expect(rows(...lines)).toEqual([
      'work Squat 20',
      'rest Rest 5',
      'talk The press explained 15',
      'water Water 30',
      'work Press 20',
      'rest Rest 5',
    ]);
    expect(compile(read(...lines)).segments.find((s) => s.kind === 'talk')?.moveId).toBeNull();
  });
  it('a prop is taken up in counts of the music or in seconds; nothing is assumed in silence', () => {
    expect(
      rows('tempo: 120', '## M: cardio, 20/0', '- Toss | needs: ball | take up ball in 8 counts | counts 32'),
    ).toEqual(['change-over Take up ball 4', 'work Toss 16']);
    expect(rows('## M: 20/0', '- Toss | take up the ball in 0:06')).toEqual([
      'change-over Take up the ball 6',
      'work Toss 20',
    ]);
    const untimed = compile(read('## M: 20/0', '- Toss | take up ball in 8 counts'));
    expect(untimed.problems.map((p) => p.message)).toEqual([
      'The counts in which ball is taken up need a tempo: “tempo: 126” for the class.',
    ]);
    expect(readOutline('# T\n## M: 20/0\n- Toss | take up ball').problems).toMatchObject([
      { severity: 'note', message: 'Nothing says how long it takes to take up ball; 5 s were taken.' },
    ]);
  });
  it('counts that do not fill a phrase are filled with what the plan says', () => {
    // 120 a minute: half a second a count, a phrase of 32 lasts 16 s.
    expect(rows('## M: counts 24 at 120, filler March', '- Jab', '- Cross', '- Bob')).toEqual([
      'work Jab 12',
      'work Cross 12',
      'work Bob 12',
      'work March 12',
    ]);
    expect(rows('## C: choreography A B at 120, filler March', '- Step | counts 32', '- Turn | counts 20')).toEqual([
      'work Step 16',
      'work Turn 10',
      'work March 6',
    ]);
  });
  it('loads stand before what is held; “needs: none” is without a prop', () => {
    const needs = (line: string) => compile(read('## M: 20/0', line)).segments[0]?.needs;
    expect(needs('- Curl | needs: mat, dumbbells | load light')).toEqual(['mat', 'light dumbbells']);
    expect(needs('- Curl | needs: dumbbells | load one')).toEqual(['one dumbbell']);
    expect(needs('- Curl | needs: dumbbells, mat | load no')).toEqual(['mat']);
    const [block] = read('## M: 20/0', '- Bent-over row | needs: none | place: above the knees').blocks;
    expect(block?.moves[0]).toMatchObject({ needs: [], noNeeds: true, place: 'above the knees' });
  });
  it('who leads, who shows which version, until when', () => {
    const [block] = read(
      '## M: 40/20, by Bo, 3-4 rounds at home, no levels',
      '- Squat | also: air squat, sit to stand | by Ansgar | easier by Bo: to a chair | easier stops at 0:30 |' +
        ' harder each round | harder: jump',
    ).blocks;
    expect(block).toMatchObject({ by: 'Bo', atHome: { from: 3, to: 4 }, noLevels: true });
    expect(block?.moves[0]).toMatchObject({
      ...{ also: ['air squat', 'sit to stand'], by: 'Ansgar', easier: 'to a chair', harder: 'jump' },
      ...{ easierAs: { by: 'Bo', stopUs: 30e6 }, harderAs: { when: 'each round' } },
    });
    // Without a capital it is what is easier.
    expect(read('## M: 40/20', '- Squat | easier by the wall').blocks[0]?.moves[0]?.easier).toBe('by the wall');
  });
  it('parts of the programme take no time in the video; a break lies outside of it', () => {
    const plan = read(
      ...['## One: 20/0', '- Squat', '## Pause: break 5:00', '## Floor work: part', '## Two: 30/0', '- Plank'],
      ...['## Last: part, break 1:00', '## Three: 10/0', '- Hop'],
    );
    expect(compile(plan).total).toBe(60e6);
    expect(partsOf(plan).map((p) => [p.name, p.blockIds, p.breakUs / 1e6])).toEqual([
      ['One', ['b1'], 0],
      ['Floor work', ['b4'], 300],
      ['Last', ['b6'], 60],
    ]);
    expect(breakNotes(plan)).toEqual(['Pause for 5:00 before Floor work', 'Pause for 1:00 before Last']);
    expect(partsOf(read('## One: 20/0', '- Squat'))).toEqual([]);
  });
  it('“at home” is said to viewers', () => {
    expect(homeNotes(read('## Strength: reps 12 pace 4 rest 20, 3 to 4 rounds at home', '- Squat'))).toEqual([
      'Strength: 3 to 4 rounds at home',
    ]);
  });
  it.each([
    '## M: ladder reps 15-12 rest 30',
    '## M: 40/20, lead-in soon',
    '## M: 40/20, by feelings',
    '## M: 40/20, 4-3 rounds at home',
  ])('%s is refused by its line', (line) => {
    expect(readOutline(`# T\n${line}\n- Squat`).problems[0]).toMatchObject({ line: 2, severity: 'error' });
  });
  it.each(['load feather', 'rounds 3-2', 'take up ball in 0 counts', 'from round 1 rest 20'])(
    'a move’s “%s” is refused by its line',
    (field) => {
      expect(readOutline(`# T\n## M: 20/0\n- Squat | ${field}`).problems).toMatchObject([
        { line: 3, severity: 'error' },
      ]);
    },
  );
});
