import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { describe, expect, it } from 'vitest';
import { type Micros, fromSeconds } from '../../core/time/micros.ts';
import { TimeField } from './TimeField.tsx';

/** The field with what holds its value; what it gave, in order. */
function show(first: Micros | null, props: { readonly clears?: boolean; readonly whenLeft?: boolean } = {}) {
  const given: (number | null)[] = [];
  function Held() {
    const [value, setValue] = useState(first);
    const give = (next: Micros | null) => {
      given.push(next);
      setValue(next);
    };
    return (
      <>
        <TimeField
          label="Work"
          value={value}
          onChange={give}
          {...(props.clears === true && { onClear: () => give(null) })}
          whenLeft={props.whenLeft === true}
        />
        <output>{value === null ? 'none' : value / 1e6}</output>
      </>
    );
  }
  render(<Held />);
  const field = screen.getByRole<HTMLInputElement>('textbox', { name: 'Work' });
  return { field, given, held: () => screen.getByRole('status').textContent };
}

describe('a field for a length', () => {
  it.each([
    ['45', '45', '45'],
    ['1:30', '90', '1:30'],
    ['0:07.5', '7.5', '7.5'],
    ['2 min', '120', '2:00'],
  ])('takes %s as people write it', async (typed, seconds, written) => {
    const { field, held } = show(fromSeconds(30));
    await userEvent.clear(field);
    await userEvent.type(field, typed);
    expect(held()).toBe(seconds);
    await userEvent.tab();
    expect(field.value).toBe(written);
  });
  it('keeps what it cannot read, says why, and the last good length holds', async () => {
    const { field, held, given } = show(fromSeconds(30));
    await userEvent.clear(field);
    await userEvent.type(field, 'soon');
    expect(field.value).toBe('soon');
    expect(field.getAttribute('aria-invalid')).toBe('true');
    expect(screen.getByRole('tooltip').textContent).toMatch(/\S+ \S+ \S+/);
    expect([held(), given]).toEqual(['30', []]);
    await userEvent.tab();
    expect([field.value, field.getAttribute('aria-invalid')]).toEqual(['30', null]);
  });
  it('emptied means none only where there may be none', async () => {
    const must = show(fromSeconds(30));
    await userEvent.clear(must.field);
    expect([must.held(), must.field.getAttribute('aria-invalid')]).toEqual(['30', 'true']);
  });
  it('emptied is none where that is a length of its own', async () => {
    const may = show(fromSeconds(30), { clears: true });
    await userEvent.clear(may.field);
    expect([may.held(), may.field.getAttribute('aria-invalid')]).toEqual(['none', null]);
  });
  it('gives its value once, when it is left or Enter is pressed, where a change costs much', async () => {
    const { field, given } = show(fromSeconds(30), { whenLeft: true });
    await userEvent.clear(field);
    await userEvent.type(field, '1:15');
    expect(given).toEqual([]);
    await userEvent.keyboard('{Enter}');
    expect(given).toEqual([75e6]);
    await userEvent.click(field);
    await userEvent.tab();
    expect(given).toEqual([75e6]);
  });
});
