import { act, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, describe, expect, it } from 'vitest';
import { filmedClass, renderInWorkbench } from '../../../tests/support/in-workbench.tsx';
import { programmeTime } from '../../core/time/micros.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { usePlayhead } from '../shared/playhead.ts';
import { useDerived } from '../workbench/workbench-context.tsx';
import { Doubtful } from './Doubtful.tsx';
import { SegmentRows } from './SegmentRow.tsx';
import { TapAlong } from './TapAlong.tsx';
import { Timers } from './Timers.tsx';

const OUTLINE =
  '# Skep drill\n## Hello: talk, 0:15\n## Main: circuit, 2 rounds, 30/15\n- Skep lift\n- Hive squat\n- Plank';

/** A part of Align with what it is given of the take in hand. */
function Rows() {
  const { aligned } = useDerived();
  return (
    <table>
      <SegmentRows segments={aligned?.alignment.segments ?? []} />
    </table>
  );
}
const OfTake = ({ part: Part }: { part: typeof TapAlong | typeof Doubtful }) => (
  <Part segments={useDerived().aligned?.alignment.segments ?? []} />
);
function Clock() {
  const { aligned } = useDerived();
  return aligned === null ? null : <Timers alignment={aligned.alignment} />;
}

/** The picture stands here, and whoever asks takes it elsewhere. */
function playerAt(seconds: number | null) {
  const asked: number[] = [];
  act(() =>
    usePlayhead.setState({
      at: seconds === null ? null : programmeTime(seconds * 1e6),
      seek: (at) => void asked.push(at),
    }),
  );
  return asked;
}
afterEach(() => act(() => usePlayhead.setState({ at: null, seek: null })));

describe('the segments of a take', () => {
  it('show where each began, take the picture there, and tell why on request', async () => {
    const { document, shot } = filmedClass(OUTLINE);
    renderInWorkbench(document, <Rows />, shot);
    const asked = playerAt(0);
    const first = screen.getAllByRole('row').find((r) => within(r).queryByRole('button', { name: 'Skep lift' }))!;
    const field = within(first).getByLabelText<HTMLInputElement>('Skep lift begins at');
    const truth = shot.truth.get(shot.segments.find((s) => s.label === 'Skep lift')!.key)!.start / 1e6;
    const [minutes, seconds] = field.value.split(':').map(Number) as [number, number];
    expect(Math.abs(minutes * 60 + seconds - truth)).toBeLessThan(1);
    await userEvent.click(within(first).getByRole('button', { name: 'Skep lift' }));
    expect(asked).toHaveLength(1);
    await userEvent.click(within(first).getByRole('button', { expanded: false }));
    expect(within(first).getByRole('button', { expanded: true })).toBeTruthy();
  });
  it('are pinned by a time that is typed; the pin is taken out again, and each is one undo', async () => {
    const { document, shot } = filmedClass(OUTLINE);
    const { bench } = renderInWorkbench(document, <Rows />, shot);
    const field = screen.getAllByLabelText<HTMLInputElement>('Hive squat begins at')[0]!;
    await userEvent.clear(field);
    await userEvent.type(field, '1:10.5{Enter}');
    const pins = () => bench.getState().document.edit.pins;
    expect(pins()).toMatchObject([{ edge: 'start', at: 70.5e6 }]);
    await userEvent.click(screen.getByRole('button', { name: 'Take out the pin of Hive squat' }));
    expect(pins()).toEqual([]);
    expect(bench.getState().undo.map((u) => u.label)).toEqual(['Pin', 'Take out the pin']);
  });
  it('that were left out say so, and cannot be gone to', () => {
    const whole = filmedClass(OUTLINE).shot.segments;
    const last = whole.findLastIndex((s) => s.label === 'Hive squat');
    const { document, shot } = filmedClass(OUTLINE, { leaveOut: [last] });
    renderInWorkbench(document, <Rows />, shot);
    const row = screen.getAllByRole('row').findLast((r) => within(r).queryByRole('button', { name: 'Hive squat' }))!;
    expect(within(row).getByText('not filmed')).toBeTruthy();
    expect(within(row).getByRole<HTMLButtonElement>('button', { name: 'Hive squat' }).disabled).toBe(true);
  });
});

describe('tapping along', () => {
  it('places one segment after the other where the picture stands, and an undone one waits again', async () => {
    const { document, shot } = filmedClass(OUTLINE);
    const { bench } = renderInWorkbench(document, <OfTake part={TapAlong} />, shot);
    playerAt(1);
    const next = screen.getByLabelText<HTMLSelectElement>('Next to place');
    await userEvent.selectOptions(next, '2');
    act(() => next.blur());
    await userEvent.keyboard('g');
    playerAt(80);
    await userEvent.keyboard('g');
    const pins = () => bench.getState().document.edit.pins.map((p) => [p.segmentKey, p.at]);
    expect(pins()).toHaveLength(2);
    expect(pins().map(([key]) => key)).toEqual([shot.segments[2]!.key, shot.segments[3]!.key]);
    expect(next.value).toBe('4');
    act(() => bench.getState().undoStep());
    expect(pins()).toHaveLength(1);
    expect(next.value).toBe('3');
  });
  it('waits for a picture', () => {
    const { document, shot } = filmedClass(OUTLINE);
    renderInWorkbench(document, <OfTake part={TapAlong} />, shot);
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'begins now' }).disabled).toBe(true);
  });
});

describe('doubtful places', () => {
  it('are gone to by one key, one after the other, and set where the picture stands by another', async () => {
    const { document, shot } = filmedClass(OUTLINE, { forgotten: 0.7, breakOverS: 12 });
    const { bench } = renderInWorkbench(document, <OfTake part={Doubtful} />, shot);
    const asked = playerAt(50);
    expect(screen.getAllByRole('button', { name: /begins here$/ }).length).toBeGreaterThan(0);
    await userEvent.keyboard('n');
    await userEvent.keyboard('b');
    expect(asked).toHaveLength(1);
    expect(bench.getState().document.edit.pins).toHaveLength(1);
  });
});

describe('a timer that was found', () => {
  it('can be dismissed, and listened for again', async () => {
    const { document, shot } = filmedClass('# Skep drill\n## Main: circuit, 3 rounds, 30/15\n- Skep lift\n- Plank', {
      breakOverS: 0,
    });
    const { bench } = renderInWorkbench(document, <Clock />, shot);
    expect(screen.getByText(writeTime(45e6 as never, 1))).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Main was not filmed to a timer' }));
    expect(bench.getState().document.edit.noTimers).toHaveLength(1);
    await userEvent.click(screen.getByRole('button', { name: 'listen again' }));
    expect(bench.getState().document.edit.noTimers).toEqual([]);
  });
});
