import { useMemo } from 'react';
import { countsToSay } from '../../core/plan/balance.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { useDerived } from '../workbench/workbench-context.tsx';

const MOST_ROWS = 300;

/** The numbers an instructor will announce, interval by interval, both ways of counting where they differ. */
export function CountsPanel() {
  const {
    compiled: { segments },
  } = useDerived();
  const rows = useMemo(() => countsToSay(segments), [segments]);
  if (rows.length === 0) return <p className="text-soft">There is no interval to count yet.</p>;
  const differ = rows.filter((r) => r.differ).length;
  return (
    <section aria-label="Counts to announce">
      <p className="mb-2 text-[13px] text-soft">
        After each interval: how many are left in its round.{' '}
        {differ === 0
          ? 'Moves and intervals come to the same number all through.'
          : 'Where a move has two sides or several sets, moves and intervals are different numbers: say which one ' +
            'you count.'}
      </p>
      <table className="w-full text-[13px]">
        <thead>
          <tr className="text-right text-soft">
            <td colSpan={2}>left</td>
            <th scope="colgroup" colSpan={2} className="font-normal">
              in the round
            </th>
            <th scope="colgroup" colSpan={2} className="font-normal">
              in the class
            </th>
          </tr>
          <tr className="border-b text-left text-soft">
            <th className="font-normal">at</th>
            <th className="font-normal">move</th>
            {['moves', 'intervals', 'rounds', 'min'].map((word) => (
              <th key={word} className="pl-2 text-right font-normal">
                {word}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.slice(0, MOST_ROWS).map((r) => (
            <tr key={r.index} className="border-b border-line/60">
              <td className="pr-2">
                <time className="text-soft">{writeTime(r.at)}</time>
              </td>
              <td
                className="max-w-0 w-full truncate"
                title={`move ${r.move} of ${r.moves}, interval ${r.interval} of ${r.intervals}`}
              >
                {r.label}{' '}
                <span className="text-soft">
                  {r.move}/{r.moves}
                </span>
              </td>
              <td className="pl-2 text-right">
                <span className="figures">{r.left.movesInRound === 0 ? 'last' : r.left.movesInRound}</span>
              </td>
              <td className={`pl-2 text-right ${r.differ ? 'font-bold text-alarm' : ''}`}>
                <span className="figures">{r.left.intervalsInRound === 0 ? 'last' : r.left.intervalsInRound}</span>
              </td>
              <td className="pl-2 text-right">
                <span className="figures">{r.left.rounds}</span>
              </td>
              <td className="pl-2 text-right">
                <span className="figures">{r.minutesLeft}</span>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {rows.length > MOST_ROWS && <p className="mt-1 text-soft">and {rows.length - MOST_ROWS} more</p>}
    </section>
  );
}
