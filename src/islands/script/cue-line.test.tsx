import { act, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { renderInWorkbench } from '../../../tests/support/in-workbench.tsx';
import type { Cue } from '../../core/script/cue.ts';
import { ZERO, fromSeconds } from '../../core/time/micros.ts';
import { newDocument } from '../../core/workout/document.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { useDocument } from '../workbench/workbench-context.tsx';
import { CueLine } from './CueLine.tsx';

const LINE: Cue = { id: 'c1', segmentKey: 'k', kind: 'talk', anchor: { kind: 'start', afterUs: ZERO }, text: '' };

/** One written line in a workbench; how often the next one was asked for. */
function show(cue: Cue = LINE, missingUs = null as ReturnType<typeof fromSeconds> | null) {
  const document = newDocument('Skep drill');
  const asked = { next: 0 };
  function Held() {
    const held = useDocument().document.script.cues.find((c) => c.id === 'c1');
    if (held === undefined) return <p>no line</p>;
    const more = () => void (asked.next += 1);
    return (
      <CueLine {...{ cue: held, previousId: null, move: null, at: '+0', missingUs, wrong: null, addAfter: more }} />
    );
  }
  const plan = readOutline('# Skep drill\n## Hive circuit: circuit, 1 round, 40/20\n- Squat').value;
  const { bench } = renderInWorkbench({ ...document, plan, script: { ...document.script, cues: [cue] } }, <Held />);
  return { asked, bench, line: () => bench.getState().document.script.cues[0] };
}

describe('a written line', () => {
  it('takes its kind and its anchor from what is typed before the words', async () => {
    const { line } = show();
    await userEvent.type(screen.getByLabelText('Line'), 'form: Ribs over hips.');
    expect(line()).toMatchObject({ kind: 'form', text: 'Ribs over hips.' });
  });
  it('asks for the next by Enter, and is gone by Backspace once it is empty; one undo brings it back', async () => {
    const { asked, bench } = show();
    const field = screen.getByLabelText('Line');
    await userEvent.type(field, 'Go{Enter}');
    expect(asked.next).toBe(1);
    await userEvent.type(field, '{Backspace}{Backspace}{Backspace}');
    expect(screen.getByText('no line')).toBeTruthy();
    act(() => bench.getState().undoStep());
    expect(bench.getState().document.script.cues.map((c) => c.text)).toEqual(['']);
  });
  it('is set further from its anchor by seconds', async () => {
    const { line } = show({ ...LINE, text: 'Breathe out.' });
    const seconds = screen.getByLabelText('Seconds from the anchor');
    await userEvent.clear(seconds);
    await userEvent.type(seconds, '2.5{Tab}');
    expect(line()?.anchor).toEqual({ kind: 'start', afterUs: 2.5e6 });
  });
  it('says by how many seconds it does not fit', () => {
    show({ ...LINE, text: 'Everything there is to say of it.' }, fromSeconds(3.5));
    expect(screen.getByText(/Does not fit/).textContent).toMatch(/3\.5 s too long/);
  });
  it('runs the way its words are written', () => {
    show({ ...LINE, text: 'סקוואט.' });
    expect(screen.getByLabelText('Line').getAttribute('dir')).toBe('auto');
  });
});
