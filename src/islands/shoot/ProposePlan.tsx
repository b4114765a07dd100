import { useEffect, useRef, useState } from 'react';
import { type Proposing, startProposal } from '../../browser/proposer.ts';
import type { Unplanned } from '../../browser/propose-worker.ts';
import type { Proposal } from '../../core/propose/propose.ts';

const DOING = 'Reading the words';

/** Asks for a plan from a take's words; shows how far it is, and stops it. */
export function ProposePlan({
  recording,
  accept,
  attempt,
  start = startProposal,
}: {
  readonly recording: () => Unplanned;
  readonly accept: (proposal: Proposal) => void;
  /** What goes wrong becomes a sentence. */
  readonly attempt: (work: () => Promise<unknown>) => Promise<unknown>;
  readonly start?: typeof startProposal;
}) {
  const [share, setShare] = useState<number | null>(null);
  const going = useRef<Proposing | null>(null);
  // Who leaves the page wants no plan from it.
  useEffect(() => () => going.current?.stop(), []);
  const propose = async () => {
    setShare(0);
    try {
      going.current = start(recording(), setShare);
      const proposal = await going.current.proposal;
      if (proposal !== null) accept(proposal);
    } finally {
      going.current = null;
      setShare(null);
    }
  };
  return share === null ? (
    <p className="mt-2">
      <button className="btn btn-main" onClick={() => void attempt(propose)}>
        Propose a plan from these words
      </button>{' '}
      <span className="text-[13px] text-soft">
        There is no plan yet. Blocks, moves, rounds and lengths are read from what is said; set right on the Plan what
        is not as it was.
      </span>
    </p>
  ) : (
    <div
      role="status"
      className="mt-2 flex flex-wrap items-center gap-3"
      onKeyDown={(e) => {
        if (e.key === 'Escape') going.current?.stop();
      }}
    >
      <span>{DOING} …</span>
      <progress className="max-w-64 flex-1" value={share} max={1} aria-label={DOING} />
      <span className="figures">{Math.round(share * 100)} %</span>
      <button autoFocus className="btn btn-quiet border-line" onClick={() => going.current?.stop()}>
        Stop
      </button>
    </div>
  );
}
