import { useMemo, useState } from 'react';
import { balanceOf, energyOf } from '../../core/plan/balance.ts';
import { writeSeconds, writeTime } from '../../core/time/typed-time.ts';
import { PositionStrip } from './PositionStrip.tsx';
import { Chart } from '../../ui/Chart.tsx';
import { useDerived, useDocument, useStudio } from '../workbench/workbench-context.tsx';
import { NumberField } from '../../ui/NumberField.tsx';

/** Balance at a glance: effort along the class, patterns and muscles, sides, levels, energy, equipment. */
export function BalancePanel() {
  const {
    compiled: { segments, total },
  } = useDerived();
  const {
    document: { plan },
  } = useDocument();
  const [massKg, setMass] = useState(70);
  const { book } = useStudio();
  const balance = useMemo(() => balanceOf(plan, segments, book), [plan, segments, book]);
  const effort = useMemo(() => effortChart(balance.effort), [balance]);
  const patterns = useMemo(() => barChart([...balance.patternsUs].slice(0, 8)), [balance]);
  const muscles = useMemo(() => barChart([...balance.musclesUs].slice(0, 8)), [balance]);
  if (total === 0) return <p className="text-soft">Nothing is timed yet.</p>;
  const energy = energyOf(balance, massKg);
  const share = (us: number) => `${Math.round((us / total) * 100)}\u00a0%`;
  const { levelsUs, sidesUs, bandsUs } = balance;
  return (
    <div>
      <h2 className="text-[15px]">Effort along the class, MET</h2>
      <Chart
        option={effort}
        height={130}
        words={
          `Mean effort ${balance.meanMet.toFixed(1)} MET; vigorous ${share(bandsUs.vigorous)}, moderate ` +
          `${share(bandsUs.moderate)}, light ${share(bandsUs.light)}`
        }
      />
      <p className="text-[13px] text-soft">
        mean <span className="figures">{balance.meanMet.toFixed(1)}</span> · light {share(bandsUs.light)}, moderate{' '}
        {share(bandsUs.moderate)}, vigorous {share(bandsUs.vigorous)} (ACSM; MET of the Compendium 2011)
      </p>
      <PositionStrip plan={plan} segments={segments} total={total} />
      <dl className="mt-3 grid grid-cols-[auto_1fr] gap-x-4 text-[13.5px]">
        <dt className="text-soft">Warm-up</dt>
        <dd>
          <span className="figures">{writeTime(balance.warmUpUs)}</span>, guideline 5 to 10 min
        </dd>
        <dt className="text-soft">Cool-down</dt>
        <dd>
          <span className="figures">{writeTime(balance.coolDownUs)}</span>, guideline 5 to 10 min
        </dd>
        <dt className="text-soft">Sides</dt>
        <dd>
          left <span className="figures">{writeSeconds(sidesUs.left)}</span> s, right{' '}
          <span className="figures">{writeSeconds(sidesUs.right)}</span> s
        </dd>
        <dt className="text-soft">Levels</dt>
        <dd>
          standing {share(levelsUs.standing)}, kneeling {share(levelsUs.low)}, floor {share(levelsUs.floor)}
        </dd>
        <dt className="text-soft">Energy</dt>
        <dd>
          <span className="figures">
            {Math.round(energy.low)}–{Math.round(energy.high)}
          </span>{' '}
          kcal at{' '}
          <NumberField
            aria-label="Body mass in kg"
            least={30}
            most={250}
            fractions
            value={massKg}
            className="field-box w-16 py-0! text-right"
            onChange={setMass}
          />{' '}
          kg
        </dd>
      </dl>
      <h2 className="mt-4 text-[15px]">By pattern, s</h2>
      <Chart
        option={patterns}
        height={20 + Math.min(8, balance.patternsUs.size) * 19}
        words={[...balance.patternsUs].map(([n, us]) => `${n} ${us / 1e6} s`).join(', ')}
      />
      <h2 className="mt-2 text-[15px]">By muscle, s</h2>
      <Chart
        option={muscles}
        height={20 + Math.min(8, balance.musclesUs.size) * 19}
        words={[...balance.musclesUs].map(([n, us]) => `${n} ${us / 1e6} s`).join(', ')}
      />
      <h2 className="mt-2 text-[15px]">Equipment</h2>
      <ul className="text-[13.5px]">
        {balance.equipment.map((e) => (
          <li key={e.name} className="border-b py-0.5">
            <time className="text-soft">{writeTime(e.firstAt)}</time> {e.name}
            {e.substitutes.length > 0 && <span className="text-soft"> or {e.substitutes.join(', ')}</span>}
          </li>
        ))}
      </ul>
      {balance.equipment.length === 0 && <p className="text-soft">None.</p>}
      {balance.unknown.length > 0 && (
        <p className="mt-3 text-[13px] text-soft">
          Not in the library, so without pattern and muscles: {balance.unknown.join(', ')}.
        </p>
      )}
    </div>
  );
}

function effortChart(effort: ReturnType<typeof balanceOf>['effort']) {
  const points = effort.flatMap((e) => [
    [e.start / 60e6, e.met],
    [e.end / 60e6, e.met],
  ]);
  return {
    grid: { left: 30, right: 6, top: 8, bottom: 20 },
    xAxis: {
      type: 'value',
      max: Math.ceil((effort.at(-1)?.end ?? 0) / 60e6),
      axisLabel: { formatter: '{value}′' },
      splitLine: { show: false },
    },
    yAxis: { type: 'value', min: 0, max: 9, interval: 3, splitLine: { lineStyle: { color: 'rgba(128,118,100,0.3)' } } },
    series: [
      {
        type: 'line',
        data: points,
        showSymbol: false,
        step: false,
        lineStyle: { width: 1.5, color: '#b4492b' },
        areaStyle: { color: 'rgba(180,73,43,0.25)' },
        markArea: {
          silent: true,
          itemStyle: { color: 'rgba(128,118,100,0.08)' },
          data: [[{ yAxis: 3 }, { yAxis: 6 }]],
        },
      },
    ],
  };
}

function barChart(rows: readonly (readonly [string, number])[]) {
  return {
    grid: { left: 84, right: 38, top: 2, bottom: 2 },
    xAxis: { type: 'value', show: false },
    yAxis: {
      type: 'category',
      inverse: true,
      data: rows.map(([name]) => name),
      axisTick: { show: false },
      axisLine: { show: false },
    },
    series: [
      {
        type: 'bar',
        data: rows.map(([, us]) => Math.round(us / 1e6)),
        barWidth: 9,
        itemStyle: { color: '#56606b' },
        label: { show: true, position: 'right', fontSize: 13, color: 'inherit' },
      },
    ],
  };
}
