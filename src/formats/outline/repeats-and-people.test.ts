import { describe, expect, it } from 'vitest';
import { read } from '../../../tests/support/read-whole.ts';
import { SHIPPED_BOOK } from '../../core/exercise/library.ts';
import { silentBlocks } from '../../core/music/silent-blocks.ts';
import { withCombined } from '../../core/plan/combined.ts';
import { compile } from '../../core/plan/compile.ts';
import type { Plan } from '../../core/plan/plan.ts';
import { EMPTY_SCRIPT } from '../../core/script/cue.ts';
import { schedule } from '../../core/script/schedule.ts';
import { readOutline } from './outline-reader.ts';

describe('a class of several people and its music', () => {
  it('names who shows which version all class; a move may name somebody else', () => {
    const plan = read('with: Bo easier, Ana (harder), Kit', '## M: 40/20', '- Squat | easier: half the way');
    expect(plan.presenters).toEqual([
      { name: 'Bo', shows: 'easier' },
      { name: 'Ana', shows: 'harder' },
      { name: 'Kit' },
    ]);
    const said = (p: Plan) =>
      schedule(compile(p).segments, EMPTY_SCRIPT, { plan: p })
        .lines.filter((l) => l.kind === 'option')
        .map((l) => l.text)
        .join(' ');
    expect(said(plan)).toMatch(/\bBo\b/);
    const own = read('with: Bo easier', '## M: 40/20', '- Squat | easier by Finn: half the way');
    expect(said(own)).toMatch(/\bFinn\b/);
    expect(said(own)).not.toMatch(/\bBo\b/);
  });
  it('says that two show the same version', () => {
    const { problems } = readOutline('# T\nwith: Bo easier, Ana easier\n## M: 40/20\n- Squat');
    expect(problems.map((p) => p.message)).toEqual(['Two presenters show the easier version all class.']);
  });
  it('blocks without music, and from where there is some', () => {
    const plan = read('## A: talk 0:20', '## B: 40/20', '- Squat', '## C: 30/0, music starts here', '- Row');
    expect(plan.blocks.map((b) => b.noMusic === true)).toEqual([true, true, false]);
    expect(readOutline('# T\n## B: 40/20, music starts here\n- Squat').problems.map((p) => p.message)).toEqual([
      'No block stands before “B” that could be without music.',
    ]);
    expect(read('## B: 40/20, no music', '- Squat').blocks[0]!.noMusic).toBe(true);
    expect([...silentBlocks(plan, { silent: ['b3'] })].sort()).toEqual(['b1', 'b2', 'b3']);
  });
});

describe('what is made of what came before', () => {
  const VERSES = [
    '## Verse: choreography add on at 120',
    '- Grapevine | counts 8',
    '- Box step | counts 24',
    '## Chorus: choreography add on at 120',
    '- Mambo | counts 32 | needs: broomstick',
  ];
  it('a combination of other blocks has their counts, also when those change', () => {
    const whole = ['## Whole: choreography link at 120', '- all of Verse', '- all of Chorus'];
    const plan = read(...VERSES, ...whole);
    const steps = (p: Plan) => {
      const { segments, problems } = compile(p);
      expect(problems).toEqual([]);
      return segments.filter((g) => g.blockName === 'Whole').map((g) => `${g.label} ${(g.end - g.start) / 5e5}`);
    };
    // 32 counts each, two to the second; linked: the one, the other, both.
    expect(steps(plan)).toEqual(['Verse 32', 'Chorus 32', 'Verse, Chorus 64']);
    const longer = readOutline(['# T', ...VERSES, ...whole].join('\n').replace('counts 32', 'counts 64')).value;
    expect(steps(longer)).toEqual(['Verse 32', 'Chorus 64', 'Verse, Chorus 96']);
    expect(compile(plan).segments.find((g) => g.label === 'Chorus')?.needs).toEqual(['broomstick']);
  });
  it('an element with its own name, and one whose block is not there', () => {
    expect(
      read(...VERSES, '## W: choreography link at 120', '- First half | all of Verse').blocks[2]!.moves[0],
    ).toEqual(expect.objectContaining({ name: 'First half', allOf: 'b1' }));
    const { problems } = readOutline('# T\n## W: choreography link at 120\n- all of Bridge | counts 8');
    expect(problems.map((p) => p.message)).toEqual(['No block is called “Bridge”.']);
  });
  it('a block that stands after it, and never itself', () => {
    const plan = read('## Whole: choreography link at 120', '- all of Verse', ...VERSES);
    expect(plan.blocks[0]!.moves[0]!.allOf).toBe('b2');
    expect(compile(plan).segments[0]).toMatchObject({ label: 'Verse', start: 0, end: 16e6 });
    const itself = {
      ...plan.blocks[1]!,
      moves: [...plan.blocks[1]!.moves, { ...plan.blocks[1]!.moves[0]!, id: 'x', allOf: 'b2' }],
    };
    const counts = withCombined({ ...plan, blocks: [itself] }).blocks[0]!.moves.map((m) => m.dose);
    expect(counts).toEqual(itself.moves.map((m) => m.dose));
  });
  it('arms over a base have its counts, its place and its props, where they say nothing of their own', () => {
    const plan = read(
      '## M: counts 32 at 128',
      '- Grapevine | standing | counts 64 | needs: broomstick',
      '- Reaching arms | over grapevine',
      '- Punches | over Grapevine | counts 16',
    );
    expect(plan.blocks[0]!.moves.map((m) => [m.name, m.dose?.kind === 'counts' ? m.dose.counts : 0, m.needs])).toEqual([
      ['Grapevine', 64, ['broomstick']],
      ['Grapevine with reaching arms', 64, ['broomstick']],
      ['Grapevine with punches', 16, ['broomstick']],
    ]);
    expect(SHIPPED_BOOK.read('Grapevine with reaching arms')?.start).toBe('standing');
    const { problems } = readOutline('# T\n## M: 40/20\n- Arms | over Nothing');
    expect(problems.map((p) => p.message)).toEqual(['No move before this is called “Nothing”.']);
  });
});
