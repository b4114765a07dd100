import { type Micros, type ProgrammeTime, programmeTime } from '../../core/time/micros.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { usePlayhead } from './playhead.ts';

/** A tenth of a second is what is read of a clock that runs: it is drawn anew no oftener. */
const STEP_US = 1e5;

/** Where the picture stands, in tenths of a second. */
const useTenths = () => usePlayhead((s) => Math.floor((s.at ?? 0) / STEP_US));

/** The line along the picture: where it stands, and where it is to go. */
export function PlayheadSlider({
  length,
  seek,
}: {
  readonly length: Micros;
  readonly seek: (at: ProgrammeTime) => void;
}) {
  const at = usePlayhead((s) => Math.round((s.at ?? 0) / STEP_US));
  return (
    <input
      type="range"
      aria-label="Playhead"
      min={0}
      max={Math.max(1, Math.round(length / STEP_US))}
      value={at}
      onChange={(e) => seek(programmeTime(Number(e.target.value) * STEP_US))}
      className="block min-w-0 flex-1 accent-(--color-ink)"
    />
  );
}

/** Where the picture stands, as a clock. */
export function PlayheadTime() {
  return <time>{writeTime((useTenths() * STEP_US) as Micros, 1)}</time>;
}
