import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { describe, expect, it } from 'vitest';
import { NumberField } from './NumberField.tsx';

/** A tempo that holds what it is given. */
function show(fractions = false) {
  const given: number[] = [];
  function Held() {
    const [value, setValue] = useState(128);
    const take = (n: number) => {
      given.push(n);
      setValue(n);
    };
    return (
      <>
        <NumberField aria-label="Tempo" least={30} most={300} value={value} onChange={take} fractions={fractions} />
        <p onMouseEnter={() => setValue(128)}>as before</p>
      </>
    );
  }
  render(<Held />);
  return { given, field: screen.getByLabelText<HTMLInputElement>('Tempo') };
}

describe('a number that is typed', () => {
  it('can be emptied and typed anew, digit by digit, though the first digits are out of range', async () => {
    const { given, field } = show();
    await userEvent.clear(field);
    expect(field.value).toBe('');
    await userEvent.type(field, '140');
    expect(given).toEqual([140]);
  });
  it('gives nothing out of range or no whole number, says so, and has the last good one when it is left', async () => {
    const { given, field } = show();
    await userEvent.clear(field);
    await userEvent.type(field, '99.5');
    expect([given, field.getAttribute('aria-invalid')]).toEqual([[99], 'true']);
    await userEvent.type(field, '{Backspace}{Backspace}9{Tab}');
    expect([given.at(-1), field.value, field.getAttribute('aria-invalid')]).toEqual([99, '99', null]);
  });
  it('shows what it is meanwhile made by somebody else, an undo, while it is still being typed in', async () => {
    const { field } = show();
    await userEvent.clear(field);
    await userEvent.type(field, '140');
    await userEvent.hover(screen.getByText('as before'));
    expect([field.value, document.activeElement]).toEqual(['128', field]);
  });
  it('takes parts of one where there may be some', async () => {
    const { given, field } = show(true);
    await userEvent.clear(field);
    await userEvent.type(field, '126.5');
    expect(given.at(-1)).toBe(126.5);
  });
});
