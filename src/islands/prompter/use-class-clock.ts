import { useEffect, useLayoutEffect, useMemo, useState } from 'react';
import { tinykeys } from 'tinykeys';
import { type ClassClock, SPEEDS, classClock } from '../../browser/class-clock.ts';
import type { Segment } from '../../core/plan/segment.ts';
import type { Micros } from '../../core/time/micros.ts';
import { inField } from '../workbench/use-keys.ts';

/** The clock is read this often while it runs; a tenth of a second is what its figures show. */
const READ_EVERY_MS = 60;

interface ClockView {
  readonly clock: ClassClock;
  readonly at: Micros;
  readonly running: boolean;
  readonly speed: number;
  readonly toggle: () => void;
  readonly seek: (us: number) => void;
  /** To the start of the segment before or after; back within a second of its start, else to this one's. */
  readonly jump: (by: -1 | 1) => void;
  readonly faster: (by: -1 | 1) => void;
}

/** The clock of a class in the page, with its keys: space, arrows to jump, comma and full stop for the speed. */
export function useClassClock(segments: readonly Segment[], totalUs: number): ClockView {
  const clock = useMemo(() => classClock(totalUs, () => performance.now()), [totalUs]);
  const [, draw] = useState(0);
  useEffect(() => {
    const timer = setInterval(() => {
      if (clock.running()) draw((n) => n + 1);
    }, READ_EVERY_MS);
    return () => clearInterval(timer);
  }, [clock]);
  const act = (work: () => void) => () => {
    work();
    draw((n) => n + 1);
  };
  const view = useMemo(
    () => ({
      toggle: act(() => (clock.running() ? clock.pause() : clock.start())),
      seek: (us: number) => act(() => clock.seek(us))(),
      jump: (by: -1 | 1) =>
        act(() => {
          const here = Math.max(
            0,
            segments.findIndex((s) => clock.at() < s.end),
          );
          const start = segments[here]?.start ?? 0;
          const to = by > 0 ? here + 1 : clock.at() - start < 1e6 ? here - 1 : here;
          clock.seek(segments[Math.max(0, Math.min(segments.length - 1, to))]?.start ?? 0);
        })(),
      faster: (by: -1 | 1) =>
        act(() => {
          const i = SPEEDS.findIndex((s) => s === clock.speed());
          clock.setSpeed(SPEEDS[Math.max(0, Math.min(SPEEDS.length - 1, i + by))] ?? 1);
        })(),
    }),
    [clock, segments],
  );
  useLayoutEffect(() => {
    const key = (work: () => void) => (e: KeyboardEvent) => {
      if (!inField(e)) {
        e.preventDefault();
        work();
      }
    };
    // A button reached by the keyboard is pressed by Space itself; one that was clicked is left behind by the eye.
    const onButton = (e: KeyboardEvent) => e.target instanceof HTMLButtonElement && e.target.matches(':focus-visible');
    return tinykeys(window, {
      Space: (e) => {
        if (!onButton(e)) key(view.toggle)(e);
      },
      ArrowLeft: key(() => view.jump(-1)),
      ArrowRight: key(() => view.jump(1)),
      ',': key(() => view.faster(-1)),
      '.': key(() => view.faster(1)),
      Home: key(() => view.seek(0)),
    });
  }, [view]);
  return { clock, at: clock.at() as Micros, running: clock.running(), speed: clock.speed(), ...view };
}
