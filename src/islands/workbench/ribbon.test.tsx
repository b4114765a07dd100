import { screen } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { renderInWorkbench } from '../../../tests/support/in-workbench.tsx';
import { newDocument } from '../../core/workout/document.ts';
import { readOutline } from '../../formats/outline/outline-reader.ts';
import { Ribbon } from './Ribbon.tsx';

const show = (outline: string) =>
  renderInWorkbench({ ...newDocument('Skep drill'), plan: readOutline(outline).value }, <Ribbon station="plan" />);

describe('the class as a band', () => {
  it('says how long it is and of how many intervals, and names blocks by their rounds', () => {
    show('# Skep drill\n## Hive circuit: circuit, 2 rounds, 40/20\n- Squat\n- Row');
    expect(screen.getByRole('img').getAttribute('aria-label')).toBe('The class, 4:00 long, 4 intervals');
    expect(screen.getByText(/planned/).textContent).toBe('4:00 planned');
    expect(screen.getByText(/Hive circuit.* · 1/)).toBeTruthy();
    expect(screen.getByText(/Hive circuit.* · 2/)).toBeTruthy();
  });
  it('keeps a name that is written from the right apart from the number after it', () => {
    // Unicode Standard Annex 9, section 2.4: what stands between U+2068 and U+2069 orders nothing outside of it.
    show('# T\n## חימום: circuit, 2 rounds, 40/20\n- Squat');
    expect(screen.getByText('\u2068חימום\u2069 · 2')).toBeTruthy();
  });
  it('is an empty band where nothing is planned', () => {
    show('# Nothing yet');
    expect(screen.getByLabelText('The whole class').children.length).toBe(0);
  });
});
