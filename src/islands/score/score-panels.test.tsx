import { act, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { filmedClass, renderInWorkbench } from '../../../tests/support/in-workbench.tsx';
import type { Insert } from '../../core/edit/decisions.ts';
import { InsertsPanel } from './InsertsPanel.tsx';
import { RulesPanel } from './RulesPanel.tsx';
import { useInsertCommands } from './use-insert-commands.ts';

const OUTLINE = '# Skep drill\n## Hello: talk, 0:15\n## Main: circuit, 2 rounds, 30/15\n- Skep lift\n- Plank';

describe('the rules of the lanes', () => {
  it('are switched, and what follows from them is shown at once', async () => {
    const { document, shot } = filmedClass(OUTLINE);
    const { bench } = renderInWorkbench(document, <RulesPanel />, shot);
    const chapters = () => screen.getAllByRole('listitem').map((l) => l.textContent.replace(/^\d+:\d\d/, ''));
    expect(chapters()).toEqual(['Hello', 'Main · round 1', 'Main · round 2']);
    await userEvent.selectOptions(screen.getByRole('combobox', { name: 'one for each' }), 'moves');
    expect(chapters()).toContain('Skep lift');
    expect(bench.getState().document.edit.rules.chapter.by).toBe('moves');
    const [timer] = within(screen.getByRole('group', { name: 'Timer' })).getAllByRole('checkbox');
    await userEvent.click(timer!);
    expect(bench.getState().document.edit.rules.timer.on).toBe(!document.edit.rules.timer.on);
    act(() => bench.getState().undoStep());
    act(() => bench.getState().undoStep());
    expect(bench.getState().document.edit.rules).toEqual(document.edit.rules);
  });
  it('take seconds that are typed', async () => {
    const { document, shot } = filmedClass(OUTLINE);
    const { bench } = renderInWorkbench(document, <RulesPanel />, shot);
    const field = screen.getByLabelText('Caption in, after the start');
    await userEvent.clear(field);
    await userEvent.type(field, '1.5');
    expect(bench.getState().document.edit.rules.caption.inAfterUs).toBe(1.5e6);
  });
});

/** The panel with the keys that insert at the first segment. */
function Inserts({ at }: { readonly at: string }) {
  const { add } = useInsertCommands(at, () => undefined);
  return <InsertsPanel selected={at} add={add} select={() => undefined} />;
}

describe('cards', () => {
  it('are added as a set, lengthened, named and removed, each one undo', async () => {
    const { document, shot } = filmedClass(OUTLINE);
    const { bench } = renderInWorkbench(document, <Inserts at={shot.segments[0]!.key} />, shot);
    const inserts = () => bench.getState().document.edit.inserts;
    await userEvent.click(screen.getByRole('button', { name: /^A title card at the beginning/ }));
    expect(inserts()).toMatchObject([{ segmentKey: shot.segments[0]!.key, shows: { kind: 'card', title: null } }]);
    expect(screen.getByLabelText<HTMLInputElement>(/^Title: /).placeholder).toBe('Skep drill');
    await userEvent.type(screen.getByLabelText(/^How long: /), '{Control>}a{/Control}7.5{Enter}');
    expect(inserts()).toMatchObject([{ lengthUs: 7.5e6 }]);
    await userEvent.type(screen.getByLabelText(/^Title: /), 'Hm');
    expect(inserts()).toMatchObject([{ shows: { title: 'Hm' } }]);
    // A set that is there is not offered a second time.
    expect(screen.queryByRole('button', { name: /^A title card at the beginning/ })).toBeNull();
    await userEvent.click(screen.getByRole('button', { name: /^Remove: / }));
    expect(inserts()).toEqual([]);
    act(() => bench.getState().undoStep());
    expect(inserts()).toHaveLength(1);
  });
  it('wait where their segment is not in the programme', () => {
    const { document, shot } = filmedClass(OUTLINE, { leaveOut: [1] });
    const insert: Insert = {
      ...{ id: '44444444-4444-4444-8444-444444444444', segmentKey: shot.segments[1]!.key, place: 'before' as const },
      ...{ lengthUs: null, shows: { kind: 'card', card: 'title', title: 'Wait', line: null } },
    };
    renderInWorkbench({ ...document, edit: { ...document.edit, inserts: [insert] } }, <Inserts at="" />, shot);
    expect(screen.getByText('Its segment is not in the programme: this waits.')).toBeTruthy();
  });
  it('one is inserted at the chosen segment by its key', async () => {
    const { document, shot } = filmedClass(OUTLINE);
    const { bench } = renderInWorkbench(document, <Inserts at={shot.segments[1]!.key} />, shot);
    await userEvent.keyboard('i');
    expect(bench.getState().document.edit.inserts.map((i) => i.segmentKey)).toEqual([shot.segments[1]!.key]);
  });
});
