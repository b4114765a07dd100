import { describe, expect, it } from 'vitest';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { lanes } from '../lanes/lanes.ts';
import { compile } from '../plan/compile.ts';
import { newDocument, styleOf } from '../workout/document.ts';
import { plannedProgramme } from '../workout/planned-programme.ts';
import { isDrawable, runsOf, widthOf } from './faces.ts';
import { HOUSE_BRAND } from './look.ts';
import { paint } from './paint.ts';

/** What is drawn over a class of one move. */
function drawnFor(name: string) {
  const { plan, edit } = { ...newDocument('P'), plan: readOutline(`# P\n## Main: circuit, 30/15\n- ${name}`).value };
  const { segments, total } = compile(plan);
  const shown = lanes(plannedProgramme(segments, total), edit, plan, { beats: [], speech: [] });
  return paint(shown, { width: 1280, height: 720 }, styleOf(edit, HOUSE_BRAND));
}
const textsIn = (name: string) => drawnFor(name).flatMap((d) => (d.kind === 'text' ? d.text : []));

describe('letters that no font has', () => {
  it('are left out, and take no room', () => {
    expect(runsOf('Cat 猫, left', 'bold').map((r) => r.text)).toEqual(['Cat , left']);
    expect(widthOf('Cat 猫', 'bold')).toBe(widthOf('Cat ', 'bold'));
  });
  it.each([
    ['Cat 猫', true],
    ['Кошка', true],
    ['90/90', true],
    ['猫のポーズ, ', false],
    ['סקוואט', false],
    ['', false],
  ])('leave something to draw of “%s”: %s', (text, is) => expect(isDrawable(text, 'bold')).toBe(is));
  it('leave no empty plate where a name is made of nothing else', () => {
    expect(textsIn('Skep lift')).toContain('Skep lift');
    expect(textsIn('סקוואט').filter((t) => !isDrawable(t, 'text'))).toEqual([]);
    const plates = (name: string) => drawnFor(name).filter((d) => d.kind !== 'text').length;
    expect(plates('סקוואט')).toBeLessThan(plates('Skep lift'));
  });
});
