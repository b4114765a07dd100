import type { Scheme } from '../../core/plan/plan.ts';
import { asLength, fromSeconds } from '../../core/time/micros.ts';

type Ladder = Extract<Scheme, { kind: 'ladder' }>;

/** The steps of a ladder, in seconds or, where they are counted, in repetitions. */
export function LadderSteps({
  ladder,
  onChange,
}: {
  readonly ladder: Ladder;
  readonly onChange: (ladder: Ladder) => void;
}) {
  const { counted } = ladder;
  const steps = counted?.reps ?? ladder.worksUs.map((us) => us / 1e6);
  const read = (text: string) => {
    const numbers = text
      .split(/[-, ]+/)
      .filter((t) => t !== '')
      .map(Number);
    const right = (n: number) => n > 0 && n <= 3_600 && (counted === undefined || Number.isInteger(n));
    if (numbers.length === 0 || !numbers.every(right)) return;
    if (counted === undefined) onChange({ ...ladder, worksUs: numbers.map(fromSeconds) });
    else
      onChange({
        ...ladder,
        worksUs: numbers.map((n) => asLength(n * counted.repUs)),
        counted: { ...counted, reps: numbers },
      });
  };
  return (
    <>
      <input
        key={counted === undefined ? 'seconds' : 'repetitions'}
        aria-label={counted === undefined ? 'Steps of the ladder, in seconds' : 'Steps of the ladder, in repetitions'}
        className="said"
        defaultValue={steps.join('-')}
        onChange={(e) => read(e.target.value)}
      />
      {counted !== undefined && (
        <span className="text-soft">repetitions, {counted.tempo ?? `${counted.repUs / 1e6} s each`}</span>
      )}
    </>
  );
}
