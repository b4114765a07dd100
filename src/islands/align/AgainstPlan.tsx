import { useMemo } from 'react';
import { toProgramme } from '../../core/edit/shots.ts';
import { changeOvers } from '../../core/script/change-over.ts';
import { type OverrunCause, driftOf, overrunsOf } from '../../core/mistakes/overruns.ts';
import { type Length, type TakeTime, ZERO, micros } from '../../core/time/micros.ts';
import { writeSeconds, writeTime } from '../../core/time/typed-time.ts';
import { Chart } from '../../ui/Chart.tsx';
import { usePlayhead } from '../shared/playhead.ts';
import { useDerived, useStudio } from '../workbench/workbench-context.tsx';
import { Logbook } from './Logbook.tsx';

const CAUSE_WORD: Readonly<Record<OverrunCause, string>> = {
  'new-move': 'a new move was shown',
  floor: 'down to the floor or up',
  prop: 'a prop was fetched or put away',
  side: 'the other side',
  break: 'breaks for no reason of these',
  water: 'water',
  talk: 'talk and demonstration',
  work: 'work and holds',
  'left-out': 'left out',
  beyond: 'filmed beyond the plan',
};
const signed = (us: number) =>
  `${us > 0 ? '+' : us < 0 ? '−' : ''}${writeSeconds(micros(Math.round(Math.abs(us) / 1e5) * 1e5))}`;

/** The class as it was against the class as planned: how late it ran, why, and what the studio learns from it. */
export function AgainstPlan() {
  const { aligned, inHand: produced, take, plan } = useDerived();
  const { studio, book } = useStudio();
  const overruns = useMemo(
    () =>
      aligned === null
        ? []
        : overrunsOf(aligned.alignment, changeOvers(plan, aligned.compiled.segments, studio.changes, book)),
    [aligned, plan, studio.changes, book],
  );
  const drift = useMemo(() => (aligned === null ? [] : driftOf(aligned.alignment)), [aligned]);
  const chart = useMemo(() => driftChart(drift), [drift]);
  if (aligned === null || produced === null || take === null) return null;
  const most = Math.max(1, ...overruns.map((o) => Math.abs(o.us)));
  const latest = drift.reduce(
    (a, b) => (Math.abs(b.lateUs) > Math.abs(a.lateUs) ? b : a),
    drift[0] ?? { lateUs: 0 as Length, plannedUs: 0 as Length, label: '' },
  );
  const sum = overruns.reduce((total, o) => total + o.us, 0);
  const seek = (at: TakeTime) => usePlayhead.getState().seek?.(toProgramme(at, produced.programme.shots));
  return (
    <div className="mt-3 flex flex-col gap-6">
      <section>
        <h2 className="text-xl">How late it ran</h2>
        <Chart
          option={chart}
          height={190}
          words={`Seconds late at each segment; most at ${latest.label}: ${signed(latest.lateUs)} s`}
        />
        <p className="text-[13.5px] text-soft">
          Planned <time className="text-ink">{writeTime(aligned.compiled.total, 0)}</time>, the take lasts{' '}
          <time className="text-ink">{writeTime(take.duration, 0)}</time>, the programme as it is cut now{' '}
          <time className="text-ink">{writeTime(produced.programme.length, 0)}</time>.
        </p>
      </section>
      <section>
        <h2 className="text-xl">Why</h2>
        <table className="mt-1 w-full max-w-3xl border-collapse text-[14px]">
          <thead>
            <tr className="border-b text-left text-[13px] text-soft">
              <th className="py-1 font-normal">Cause</th>
              <th className="text-right font-normal">places</th>
              <th className="w-24 text-right font-normal">seconds</th>
              <th className="w-40 pl-4 font-normal">
                <span className="sr-only">drawn</span>
              </th>
              <th className="pl-4 font-normal max-sm:hidden">most of it</th>
            </tr>
          </thead>
          <tbody>
            {overruns.map((o) => (
              <tr key={o.cause} className="border-b">
                <td className="py-1">{CAUSE_WORD[o.cause]}</td>
                <td className="figures text-right">{o.places}</td>
                <td className={`figures text-right ${o.us > 4e6 ? 'font-bold text-alarm' : ''}`}>{signed(o.us)}</td>
                <td className="pl-4" aria-hidden="true">
                  <span className="relative block h-2">
                    <span
                      className={`absolute h-2 ${o.us >= 0 ? 'left-1/2 bg-work' : 'right-1/2 bg-rest'}`}
                      style={{ width: `${(Math.abs(o.us) / most) * 50}%` }}
                    />
                    <span className="absolute left-1/2 h-2 w-px bg-ink" />
                  </span>
                </td>
                <td className="pl-4 max-sm:hidden">
                  {o.worst !== null && o.places > 1 && (
                    <button className="text-left hover:underline" onClick={() => seek(o.worst?.at ?? ZERO)}>
                      <time className="text-soft">{writeTime(o.worst.at, 0)}</time> {o.worst.label},{' '}
                      <span className="figures">{signed(o.worst.us)}</span>
                    </button>
                  )}
                  {o.worst !== null && o.places === 1 && (
                    <button className="text-left hover:underline" onClick={() => seek(o.worst?.at ?? ZERO)}>
                      <time className="text-soft">{writeTime(o.worst.at, 0)}</time> {o.worst.label}
                    </button>
                  )}
                </td>
              </tr>
            ))}
            <tr>
              <td className="py-1 font-semibold">All together</td>
              <td />
              <td className="figures text-right font-bold">{signed(sum)}</td>
              <td />
              <td className="max-sm:hidden" />
            </tr>
          </tbody>
        </table>
      </section>
      <Logbook />
    </div>
  );
}

function driftChart(drift: ReturnType<typeof driftOf>) {
  const style = typeof window === 'undefined' ? null : getComputedStyle(window.document.documentElement);
  const ink = style?.getPropertyValue('--color-ink') ?? '#1e242c';
  return {
    grid: { left: 50, right: 12, top: 12, bottom: 26 },
    tooltip: {
      trigger: 'axis',
      formatter: (points: readonly { dataIndex: number }[]) => {
        const p = drift[points[0]?.dataIndex ?? 0];
        return p === undefined ? '' : `${p.label}: ${signed(p.lateUs)} s`;
      },
    },
    xAxis: {
      type: 'value',
      min: 0,
      axisLabel: { formatter: (s: number) => writeTime(micros(s * 1e6), 0) },
      splitLine: { show: false },
    },
    yAxis: { type: 'value', axisLabel: { formatter: (s: number) => `${s > 0 ? '+' : ''}${s} s` } },
    series: [
      {
        type: 'line',
        step: 'end',
        symbolSize: 5,
        data: drift.map((p) => [p.plannedUs / 1e6, Math.round(p.lateUs / 1e5) / 10]),
        lineStyle: { color: ink, width: 1.6 },
        itemStyle: { color: ink },
      },
    ],
  };
}
