import type { Correction } from '../../core/music/correct-map.ts';
import { METRES, type Metre } from '../../core/music/tempo-map.ts';
import { asLength } from '../../core/time/micros.ts';
import { Hint } from '../../ui/Hint.tsx';

const NUDGE_US = 10_000;
const IN_WORDS: Readonly<Record<Metre, string>> = { 3: 'threes', 4: 'fours', 5: 'fives' };

interface Props {
  readonly metre: Metre;
  /** The count at the playhead. */
  readonly here: number;
  readonly fix: (correction: Correction) => void;
}

/** What a person can set right of a beat in one step. */
export function BeatCorrections({ metre, here, fix }: Props) {
  return (
    <div className="mt-3 flex flex-wrap items-center gap-2" role="group" aria-label="Set the beat right">
      <button className="btn" onClick={() => fix({ kind: 'halve' })}>
        Half the tempo
      </button>
      <button className="btn" onClick={() => fix({ kind: 'double' })}>
        Double
      </button>
      <button className="btn" onClick={() => fix({ kind: 'half-beat' })}>
        Half a beat later
      </button>
      <button className="btn" onClick={() => fix({ kind: 'nudge', byUs: asLength(-NUDGE_US) })}>
        10 ms earlier
      </button>
      <button className="btn" onClick={() => fix({ kind: 'nudge', byUs: asLength(NUDGE_US) })}>
        10 ms later
      </button>
      <Hint says="Key 1">
        <button className="btn" onClick={() => fix({ kind: 'one', beat: here })}>
          The downbeat is here
        </button>
      </Hint>
      <button className="btn" onClick={() => fix({ kind: 'phrase', beat: here })}>
        A phrase begins here
      </button>
      {METRES.filter((other) => other !== metre).map((other) => (
        <button key={other} className="btn" onClick={() => fix({ kind: 'metre', metre: other })}>
          Count in {IN_WORDS[other]}
        </button>
      ))}
    </div>
  );
}
