import { useEffect } from 'react';
import type { FrameRate } from '../../core/time/frames.ts';
import { type ProgrammeTime, programmeTime } from '../../core/time/micros.ts';
import { inField } from '../workbench/use-keys.ts';
import { usePlayhead } from './playhead.ts';

const STEP_S = 5;

/** Space plays, arrows step, comma and full stop go frame by frame. */
export function usePlayerKeys(toggle: () => void, seek: (time: ProgrammeTime) => void, rate: FrameRate): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (inField(event) || event.ctrlKey || event.metaKey || event.altKey || event.target instanceof HTMLButtonElement)
        return;
      const now = usePlayhead.getState().at ?? 0;
      const frame = (1e6 * rate.den) / rate.num;
      const step = { ArrowLeft: -STEP_S * 1e6, ArrowRight: STEP_S * 1e6, ',': -frame, '.': frame }[event.key];
      if (event.key === ' ') toggle();
      else if (step !== undefined) seek(programmeTime(now + step));
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [toggle, seek, rate]);
}
