import { describe, expect, it } from 'vitest';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { writeOutline } from '../../formats/outline/outline-writer.ts';
import { faultOf, planSchema } from '../../formats/plan-json/plan-schema.ts';
import { EMPTY_SCRIPT } from '../script/cue.ts';
import { schedule } from '../script/schedule.ts';
import { compile } from './compile.ts';

const read = (text: string) => {
  const { value, problems } = readOutline(text);
  expect(readOutline(writeOutline(value)).value).toEqual(value);
  return { plan: value, said: problems, ...compile(value) };
};
const lengths = (text: string) => read(text).segments.map((s) => [s.label, (s.end - s.start) / 1e6] as const);

describe('doses that belong to the move', () => {
  it('stand beside each other in one block: seconds, counts, repetitions, breaths', () => {
    expect(
      lengths(
        '# T\ntempo: 120\n## Main: circuit, 40/0\n- Squat\n- Step touch | counts 32\n- Push-up |' +
          ' reps 10 tempo 3-1-1\n- Cobra | hold 3 breaths\n- Jab | counts 16 at 160',
      ),
    ).toEqual([
      ['Squat', 40],
      ['Step touch', 16],
      ['Push-up', 50],
      ['Cobra', 15],
      ['Jab', 6],
    ]);
  });
  it('each side has its own repetitions', () => {
    const { segments } = read('# T\n## Main: strength, 40/10\n- Split squat | reps 8 each side pace 5');
    expect(segments.filter((s) => s.kind === 'work').map((s) => [s.side, (s.end - s.start) / 1e6])).toEqual([
      ['left', 40],
      ['right', 40],
    ]);
  });
  it('repetitions without a pace are taken at four seconds, and that is said', () => {
    const { said, segments } = read('# T\n## Main: strength, 40/10\n- Squat | reps 12');
    expect((segments[0]?.end ?? 0) / 1e6).toBe(48);
    expect(said).toMatchObject([{ line: 3, severity: 'note' }]);
    expect(said[0]?.message).toContain('4 s each were taken');
  });
  it('counts without a tempo anywhere are a question, never a default length', () => {
    const { problems } = compile(readOutline('# T\n## Main: circuit, 40/10\n- Jab | counts 16\n- Squat').value);
    expect(problems[0]).toMatchObject({ code: 'no-tempo' });
  });
  it('a hold of three breaths is no hold of three seconds', () => {
    expect(lengths('# T\n## Yin: hold 3 breaths\n- Cobra')).toEqual([['Cobra', 15]]);
  });
  it('a move x 2 stands there twice', () => {
    expect(lengths('# T\n## Main: circuit, 30/0\n- Squat x 2 | needs: crate\n- Plank')).toHaveLength(3);
  });
});

describe('phases inside a move', () => {
  const { segments } = read(
    '# T\n## Main: circuit, 40/10, no last rest\n- Bike | phases: easy 0:30 at 50 %, fast 0:10 at 85 %\n' +
      '- Squat | phases: down 15, up 15 | sides own',
  );
  it('are segments of their own, each with its length and its name', () => {
    expect(segments.filter((s) => s.kind === 'work').map((s) => [s.label, s.side, (s.end - s.start) / 1e6])).toEqual([
      ['Bike: easy, 50 %', 'both', 30],
      ['Bike: fast, 85 %', 'both', 10],
      ['Squat: down', 'left', 15],
      ['Squat: up', 'left', 15],
      ['Squat: down', 'right', 15],
      ['Squat: up', 'right', 15],
    ]);
    expect(new Set(segments.map((s) => s.key)).size).toBe(segments.length);
  });
});

describe('lengths that are guesses', () => {
  const loose = '# T\n## Hello: talk about 0:40\n## Flow: flow 1:00, untimed\n- Cobra\n- Child’s pose | 0:20-0:40';
  it('give a range for the total', () => {
    const { total, slack } = read(loose);
    expect([total / 1e6, slack / 1e6]).toEqual([130, 35]);
  });
  it('have no calls of the time', () => {
    const plan = readOutline('# T\n## Main: circuit, 40/20, 2 rounds, untimed\n- Squat\n- Plank\n- Row').value;
    const { segments } = compile(plan);
    const calls = {
      ...EMPTY_SCRIPT.calls,
      way: 'timer' as const,
      forced: { ten: true, 'half-way': true, countdown: true },
    };
    const said = new Set(schedule(segments, { ...EMPTY_SCRIPT, calls }, { plan }).lines.map((l) => l.kind));
    for (const kind of ['ten', 'half-way', 'countdown'] as const) expect(said.has(kind), kind).toBe(false);
    expect(said.has('name')).toBe(true);
  });
});

describe('blocks made of others', () => {
  const text =
    '# T\n## Preview: preview Main 0:22\n## Main: circuit, 30/10, no last rest\n- Squat\n- Plank\n' +
    '## Finish: circuit, 20/10\n- Burpee\n## Once more: repeat Main and Finish, 2 rounds';
  const { segments, said, problems, plan } = read(text);
  it('a preview shows each move once, 22 s a move', () => {
    expect([said, problems]).toEqual([[], []]);
    expect(segments.slice(0, 2).map((s) => [s.kind, s.label, (s.end - s.start) / 1e6])).toEqual([
      ['demo', 'Squat', 22],
      ['demo', 'Plank', 22],
    ]);
  });
  it('a preview names each move, how it is set up and the easier way, which are not told again in the block', () => {
    const said = schedule(segments, EMPTY_SCRIPT, { plan }).lines.filter((l) => l.cueId === null);
    const inPreview = (l: (typeof said)[number]) => segments[l.segmentIndex]?.blockKind === 'preview';
    expect(said.filter((l) => inPreview(l) && l.kind === 'name').map((l) => l.text)).toEqual(['Squat.', 'Plank.']);
    const options = said.filter((l) => l.kind === 'option' && segments[l.segmentIndex]?.blockName !== 'Finish');
    expect(options.filter(inPreview)).toHaveLength(2);
    expect(options.filter((l) => !inPreview(l) && /knees down|sit to/i.test(l.text))).toEqual([]);
  });
  it('a repeat does the blocks again, A B A B A B, with keys of its own', () => {
    expect(
      segments
        .filter((s) => s.kind === 'work')
        .map((s) => s.label)
        .join(' '),
    ).toBe('Squat Plank Burpee Squat Plank Burpee Squat Plank Burpee');
    expect(new Set(segments.map((s) => s.key)).size).toBe(segments.length);
  });
  it('a name that no block has is said with its line, and a block that repeats nothing says so', () => {
    const { problems: named } = readOutline('# T\n## Main: circuit, 40/20\n- Squat\n## Again: repeat Sprints');
    expect(named).toMatchObject([{ line: 4, message: 'No block is called “Sprints”.' }]);
    const empty = compile({ ...plan, blocks: [{ ...plan.blocks[3]!, of: [] }] });
    expect(empty.problems[0]?.code).toBe('nothing-to-repeat');
  });
});

describe('blocks that are named', () => {
  const withNames = (line: string) =>
    readOutline(`# T\n## Learn and link: circuit, 30/10\n- Squat\n## Main: circuit, 30/10\n- Row\n## Again: ${line}`);
  it.each([
    ['repeat Learn and link', ['b1']],
    ['repeat Learn and link and Main', ['b1', 'b2']],
    ['repeat Main + Learn and link', ['b2', 'b1']],
  ])('“%s” finds names that hold the word between them', (line, of) => {
    const { value, problems } = withNames(line);
    expect([value.blocks[2]?.of, problems]).toEqual([of, []]);
    expect(readOutline(writeOutline(value)).value).toEqual(value);
  });
  it('says each name that no block has, and keeps the others', () => {
    const { value, problems } = withNames('repeat Sprints and Main');
    expect(value.blocks[2]?.of).toEqual(['b2']);
    expect(problems.map((p) => p.message)).toEqual(['No block is called “Sprints”.']);
  });
});

describe('what the reader takes, the document takes', () => {
  it.each([
    '## M: 40/20\n- Squat x 99'.concat('\n- Row x 99'.repeat(9)),
    `## M: choreography ${'A '.repeat(201)}at 120\n- Grapevine | counts 8`,
    `## M: choreography ${'A'.repeat(27)} at 120\n- Grapevine | counts 8`,
    '## M: counts 32 at 00\n- Jab',
    '## M: 40/20\n- Jab | counts 8 at 00 | phases: x 10',
    `## M: 40/20\n- Jab | phases: ${'x'.repeat(201)} 10`,
    '## M: 40/20\n- Jab | reps 10 | 0:20-0:40',
  ])('%.40s …', (text) => {
    const { value, problems } = readOutline(`# T\n${text}`);
    expect(faultOf(planSchema, value)).toBeNull();
    expect(problems.length).toBeGreaterThan(0);
    expect(readOutline(writeOutline(value)).value).toEqual(value);
  });
});
