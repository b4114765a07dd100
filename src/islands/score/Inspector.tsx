import { useEffect, useRef } from 'react';
import type { Shot } from '../../core/edit/shots.ts';
import type { Finding } from '../../core/findings/finding.ts';
import type { ProgrammeTime } from '../../core/time/micros.ts';
import { FindingCard } from '../shared/FindingCard.tsx';
import { SegmentDetails } from './SegmentDetails.tsx';
import type { StaveData } from './use-score.ts';

interface Props {
  readonly data: StaveData | null;
  readonly findings: readonly Finding[];
  readonly shots: readonly Shot[];
  readonly select: (key: string, at: ProgrammeTime) => void;
  /** The segment whose first fix is to be at hand: Enter is enough then. */
  readonly toFix: string | null;
  readonly onAtHand: () => void;
}

/** The chosen segment: where it is, what its lanes do, what by rule and what by hand, and what was found there. */
export function Inspector({ data, findings, shots, select, toFix, onAtHand }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const key = data?.segment.key ?? null;
  useEffect(() => {
    if (toFix === null || toFix !== key) return;
    box.current?.querySelector<HTMLElement>('[data-finding] button.btn, [data-finding] button')?.focus();
    onAtHand();
  }, [toFix, key]);
  return (
    <div ref={box}>
      {data === null ? (
        <p className="text-soft">Choose a stave to see its details. All findings stand here:</p>
      ) : (
        <SegmentDetails data={data} />
      )}
      <ul className="mt-4 flex flex-col gap-2.5">
        {(data === null ? findings : data.findings).map((f, i) => (
          <FindingCard key={i} finding={f} shots={shots} select={select} />
        ))}
      </ul>
      {(data === null ? findings : data.findings).length === 0 && (
        <p className="mt-3 text-soft">Nothing found{data === null ? '' : ' here'}.</p>
      )}
    </div>
  );
}
