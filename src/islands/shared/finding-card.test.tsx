import { act, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { renderInWorkbench } from '../../../tests/support/in-workbench.tsx';
import { planFindings } from '../../core/checks/plan-checks.ts';
import { wordsOf } from '../../core/findings/finding.ts';
import { compile } from '../../core/plan/compile.ts';
import { newDocument } from '../../core/workout/document.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { FindingCard } from './FindingCard.tsx';

/** Five seconds to get from the feet to the back: too short, and the plan can be set right. */
function tooShort() {
  const plan = readOutline('# Skep drill\n## Main: circuit, 40/5\n- Squat\n- Dead bug').value;
  const found = planFindings(plan, compile(plan).segments).find((f) => f.fixes.some((fix) => fix.kind === 'plan'));
  if (found === undefined) throw new Error('the plan has no such finding any more');
  return { document: { ...newDocument('Skep drill'), plan }, found };
}

describe('a finding', () => {
  it('says what it is, where, and how sure it is', () => {
    const { document, found } = tooShort();
    renderInWorkbench(document, <FindingCard finding={found} shots={[]} select={() => undefined} />);
    expect(screen.getByRole('button', { name: wordsOf(found).says })).toBeTruthy();
    expect(screen.getByText(/\d+ % sure/).textContent).toContain(`${Math.round(found.certainty * 100)} % sure`);
  });
  it('is set right by one click, and one undo takes it back', async () => {
    const { document, found } = tooShort();
    const { bench } = renderInWorkbench(document, <FindingCard finding={found} shots={[]} select={() => undefined} />);
    const fix = found.fixes.find((f) => f.kind === 'plan')!;
    await userEvent.click(screen.getByRole('button', { name: fix.label }));
    expect(bench.getState().document.plan).toEqual(fix.plan);
    expect(bench.getState().undo).toHaveLength(1);
    act(() => bench.getState().undoStep());
    expect(bench.getState().document.plan).toEqual(document.plan);
  });
  it('that stays although it was taken up says that it is done', async () => {
    const { document, found } = tooShort();
    const { key } = compile(document.plan).segments[0]!;
    const fix = { kind: 'retake', label: 'Film the squat again', retake: { segmentKey: key, why: '' } } as const;
    const { bench } = renderInWorkbench(
      document,
      <FindingCard finding={{ ...found, fixes: [fix] }} shots={[]} select={() => undefined} />,
    );
    await userEvent.click(screen.getByRole('button', { name: fix.label }));
    expect(screen.getByText('Done: Film the squat again. Undo takes it back.')).toBeTruthy();
    act(() => bench.getState().undoStep());
    expect(screen.getByRole('button', { name: fix.label })).toBeTruthy();
  });
});
