import { describe, expect, it } from 'vitest';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { writeOutline } from '../../formats/outline/outline-writer.ts';
import { compile } from './compile.ts';
import { shotList } from './shot-list.ts';

const plan = readOutline(
  '# T\n## Main: circuit, 2 rounds, 40/20\n- Squat\n- Plank\n- Crate deadlift\n- Calf raise\n- Dead bug\n' +
    '- Crate squat\n- Arm circles | view side',
).value;
const list = shotList(plan, compile(plan).segments);

describe('the shot list', () => {
  it('has every move once, whatever the rounds', () => {
    const labels = list.setUps.flatMap((s) => s.shots.map((shot) => shot.label));
    expect([...labels].sort()).toEqual(plan.blocks[0]?.moves.map((m) => m.name).sort());
  });
  it('changes camera, level and props less often than the class in its own order', () => {
    expect(list.changesBySetUp).toBeLessThan(list.changesInOrder);
  });
  it('keeps each view together, and takes the view of the move before that of the exercise', () => {
    const views = list.setUps.map((s) => s.view);
    expect(views.filter((v, i) => v !== views[i - 1])).toHaveLength(new Set(views).size);
    expect(list.setUps.find((s) => s.shots.some((shot) => shot.label === 'Arm circles'))?.view).toBe('side');
  });
  it('has a move in phases and the elements of a combination once each, under their own names', () => {
    const stepped = readOutline(
      '# T\n## Main: circuit, 40/20\n- Squat | phases: down 15, up 15\n' +
        '## Dance: cardio, choreography add on at 128\n- Grapevine | counts 8\n- Mambo | counts 8',
    ).value;
    const labels = shotList(stepped, compile(stepped).segments).setUps.flatMap((u) => u.shots.map((x) => x.label));
    expect(labels.sort()).toEqual(['Grapevine', 'Mambo', 'Squat']);
  });
  it('the view of a move stands in the outline', () => {
    expect(readOutline(writeOutline(plan)).value).toEqual(plan);
    expect(readOutline('# T\n## M: 40/20\n- Squat | view from above').problems).toHaveLength(1);
  });
});
