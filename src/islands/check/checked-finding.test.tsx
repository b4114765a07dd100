import { act, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { renderInWorkbench } from '../../../tests/support/in-workbench.tsx';
import { planFindings } from '../../core/checks/plan-checks.ts';
import { RULES } from '../../core/findings/rules.ts';
import { wordsOf } from '../../core/findings/finding.ts';
import { compile } from '../../core/plan/compile.ts';
import { newDocument } from '../../core/workout/document.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { CheckedFinding } from './CheckedFinding.tsx';
import { LetStand } from './LetStand.tsx';

/** A finding of a plan with five seconds from the feet to the back, in Check, and what is let stand below it. */
function show() {
  const plan = readOutline('# Skep drill\n## Main: circuit, 40/5\n- Squat\n- Dead bug').value;
  const finding = planFindings(plan, compile(plan).segments).find((f) => f.fixes.some((fix) => fix.kind === 'plan'));
  if (finding === undefined) throw new Error('the plan has no such finding any more');
  const gone: string[] = [];
  const { bench } = renderInWorkbench(
    { ...newDocument('Skep drill'), plan },
    <>
      <ul>
        <CheckedFinding
          {...{ finding, number: 1, at: null, isNow: false, station: 'Plan' }}
          show={() => gone.push('shown')}
          there={() => gone.push('there')}
        />
      </ul>
      <LetStand />
    </>,
  );
  return { bench, finding, gone };
}

describe('a finding in Check', () => {
  it('says where it is in the plan and what was measured, and takes one to it', async () => {
    const { finding, gone } = show();
    expect(screen.getByText(/^plan \d+:\d\d$/)).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: wordsOf(finding).says }));
    await userEvent.click(screen.getByRole('button', { name: 'To Plan' }));
    expect(gone).toEqual(['shown', 'there']);
  });
  it('is set right by one click, and one undo takes it back', async () => {
    const { bench, finding } = show();
    const before = bench.getState().document;
    const fix = finding.fixes.find((f) => f.kind === 'plan')!;
    await userEvent.click(screen.getByRole('button', { name: fix.label }));
    expect(bench.getState().document.plan).toEqual(fix.plan);
    act(() => bench.getState().undoStep());
    expect(bench.getState().document).toEqual(before);
  });
  it('is let stand with a reason, which is listed, and found again by one click', async () => {
    const { bench, finding } = show();
    await userEvent.click(screen.getByRole('button', { name: 'Let it stand' }));
    await userEvent.type(screen.getByLabelText('Why it may stand'), '  They know the way down. {Enter}');
    expect(bench.getState().document.edit.letStand).toEqual([
      { rule: finding.rule, segmentKey: finding.segmentKey, at: finding.at, how: 'They know the way down.' },
    ]);
    expect(screen.getByText('They know the way down.')).toBeTruthy();
    expect(screen.getByText(RULES[finding.rule].finds, { exact: false })).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Find it again' }));
    expect(bench.getState().document.edit.letStand).toEqual([]);
    expect(screen.queryByText('Let stand')).toBeNull();
  });
  it('is not let stand where one cancels', async () => {
    const { bench } = show();
    await userEvent.click(screen.getByRole('button', { name: 'Let it stand' }));
    await userEvent.type(screen.getByLabelText('Why it may stand'), 'Hm');
    await userEvent.click(screen.getByRole('button', { name: 'Cancel' }));
    expect(bench.getState().document.edit.letStand).toEqual([]);
    expect(bench.getState().undo).toEqual([]);
  });
});
