import { useMemo } from 'react';
import { AS_IT_IS_PPM } from '../../core/music/music.ts';
import type { LaidTrack } from '../../core/music/arrangement.ts';
import { bpmAt } from '../../core/music/arrangement.ts';
import { type Meeting, meetings, musicLengths } from '../../core/music/tempo-matching.ts';
import type { Block } from '../../core/plan/plan.ts';
import { type Length, micros } from '../../core/time/micros.ts';
import { writeSeconds, writeTime } from '../../core/time/typed-time.ts';
import { useDocument } from '../workbench/workbench-context.tsx';
import { meet } from './edit-music.ts';

const MEETS = { every: 'work and rest', work: 'the work', cycle: 'work and rest together' } as const;

/** Ranked ways for a block and the track under it to meet, each one click. */
export function MeetPanel({
  block,
  lengthUs,
  piece,
}: {
  readonly block: Block;
  readonly lengthUs: Length;
  readonly piece: LaidTrack;
}) {
  const { change } = useDocument();
  const milliBpm = bpmAt(piece, micros((piece.start + piece.end) / 2)) * 1000;
  // Stretches are told from the track's own tempo, so that two of them in a row never add up past the limit.
  const own = (milliBpm * AS_IT_IS_PPM) / piece.placement.speedPpm;
  const answers = useMemo(() => meetings(block, lengthUs, own), [block, lengthUs, own]);
  const stands = (answer: Meeting) =>
    answer.kind === 'stretch' && Math.abs(piece.placement.speedPpm / AS_IT_IS_PPM - 1 - answer.stretch) < 1e-6;
  const lengths = musicLengths(block.scheme);
  const counts = (us: number) => (us * milliBpm) / 60e9;
  return (
    <div className="mt-2 ml-[4.15rem] border-l-[3px] pl-3">
      <p className="text-[13px] text-soft">
        {lengths.length === 0 ? (
          'This block follows no clock, so only a cut can be on a phrase.'
        ) : (
          <>
            As it is:{' '}
            {lengths.map((l, i) => (
              <span key={i}>
                {i > 0 && ', '}
                {l.what} <span className="figures text-ink">{writeSeconds(l.us)}</span> s is{' '}
                <span className="figures text-ink">{counts(l.us).toFixed(2)}</span> counts,{' '}
                <span className="figures text-ink">{(counts(l.us) / 8).toFixed(2)}</span> eights
              </span>
            ))}
          </>
        )}
      </p>
      {answers.length === 0 && (
        <p className="mt-1" role="status">
          Nothing brings these two together: the track would need more than ±8 %.
        </p>
      )}
      <ol aria-label={`Ways to meet for ${block.name}`}>
        {answers.map((answer, i) => (
          <li key={i} className="flex items-baseline justify-between gap-3 border-t py-1.5 text-[13.5px]">
            <Words answer={answer} />
            <button
              className="btn py-0!"
              disabled={stands(answer)}
              onClick={() => change('Meet the phrases', (d) => meet(d, piece.placement, answer))}
            >
              {stands(answer) ? 'as it is' : 'Use this'}
            </button>
          </li>
        ))}
      </ol>
    </div>
  );
}

function Words({ answer }: { readonly answer: Meeting }) {
  switch (answer.kind) {
    case 'stretch': {
      const { num, den, unit, meets, units } = answer.tempo;
      return (
        <span>
          Play at <span className="figures font-bold">{(num / den).toFixed(den === 1 ? 0 : 2)}</span>{' '}
          <span className="text-soft">
            ({answer.stretch >= 0 ? '+' : '−'}
            {(Math.abs(answer.stretch) * 100).toFixed(2)} %)
          </span>
          : {MEETS[meets]} whole {unit === 'phrase' ? 'phrases' : 'eights'}{' '}
          <span className="figures text-soft">{units.map((u) => Number(u.toFixed(2))).join(' + ')}</span>
        </span>
      );
    }
    case 'times':
      return (
        <span>
          Time it to the track:{' '}
          {answer.lengths.map((l, i) => (
            <span key={i}>
              {i > 0 && ', '}
              {l.what} <span className="figures">{writeSeconds(l.from)}</span> to{' '}
              <span className="figures font-bold">{(l.us / 1e6).toFixed(3)}</span> s
            </span>
          ))}{' '}
          <span className="text-soft">
            ({answer.lengths.map((l) => l.units).join(' + ')} {answer.unit === 'phrase' ? 'phrases' : 'eights'})
          </span>
        </span>
      );
    case 'cut':
      return (
        <span>
          Cut after <span className="figures font-bold">{answer.phrases}</span>{' '}
          {answer.phrases === 1 ? 'phrase' : 'phrases'}, at <time>{writeTime(answer.at, 2)}</time>{' '}
          <span className="text-soft">(the last {writeSeconds(answer.leftUs)} s without)</span>
        </span>
      );
  }
}
