import { useEffect } from 'react';
import type { FrameRate } from '../../core/time/frames.ts';
import { type ProgrammeTime, programmeTime } from '../../core/time/micros.ts';
import { inField } from '../workbench/use-keys.ts';
import { usePlayhead } from './playhead.ts';

const STEP_S = 5;

interface PlayerCommands {
  readonly toggle: () => void;
  readonly seek: (time: ProgrammeTime) => void;
  readonly toggleMixed: () => void;
}

/** Space plays, arrows step, comma and full stop go frame by frame, q changes between the mix and what was recorded. */
export function usePlayerKeys({ toggle, seek, toggleMixed }: PlayerCommands, rate: FrameRate): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (inField(event) || event.ctrlKey || event.metaKey || event.altKey) return;
      // Space and arrows are a button's own.
      if (event.target instanceof HTMLButtonElement && event.key !== 'q') return;
      const now = usePlayhead.getState().at ?? 0;
      const frame = (1e6 * rate.den) / rate.num;
      const step = { ArrowLeft: -STEP_S * 1e6, ArrowRight: STEP_S * 1e6, ',': -frame, '.': frame }[event.key];
      if (event.key === ' ') toggle();
      else if (event.key === 'q') toggleMixed();
      else if (step !== undefined) seek(programmeTime(now + step));
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [toggle, seek, toggleMixed, rate]);
}
