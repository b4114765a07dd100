import { create } from 'zustand';
import type { ProgrammeTime } from '../../core/time/micros.ts';

interface Playhead {
  /** On programme time; null where nothing plays. */
  readonly at: ProgrammeTime | null;
  /** Takes the picture to a programme time; null where there is no player. */
  readonly seek: ((at: ProgrammeTime) => void) | null;
  /** Plays the picture without its sound, for somebody who speaks to it; stops it. */
  readonly playQuiet: (() => void) | null;
  readonly pause: (() => void) | null;
}

/** Where the picture stands, for everything that runs along with it. */
export const usePlayhead = create<Playhead>()(() => ({
  at: null,
  seek: null,
  playQuiet: null,
  pause: null,
}));

/** The playhead while it is within a span, so that what lies elsewhere is not drawn anew with each frame; else null. */
export function usePlayheadWithin(start: number, end: number): ProgrammeTime | null {
  return usePlayhead((s) => (s.at !== null && s.at >= start && s.at < end ? s.at : null));
}
