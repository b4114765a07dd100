import { MeasuredWanted } from '../shared/MeasuredWanted.tsx';
import { wordsOf } from '../../core/findings/finding.ts';
import { useMemo, useState } from 'react';
import { buildSet } from '../../core/music/build-set.ts';
import { coverageOf, tempoCurve } from '../../core/music/coverage.ts';
import { bpmAt } from '../../core/music/arrangement.ts';
import { silentBlocks } from '../../core/music/silent-blocks.ts';
import { tempoRange } from '../../core/music/tempo-matching.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { applyFix } from '../../core/workout/apply-fix.ts';
import { Chart } from '../../ui/Chart.tsx';
import { useDocument } from '../workbench/workbench-context.tsx';
import type { Laid } from './use-laid.ts';
import { BlockRow } from './BlockRow.tsx';

interface Props {
  readonly laid: Laid;
  readonly toTrack: (id: string) => void;
  readonly toLibrary: () => void;
}

/** Block by block: what plays under it, how the two meet, and the set as a whole. */
export function BlocksView({ laid: all, toTrack, toLibrary }: Props) {
  const { plan, music, tracks, segments, spans, laid, total, findings } = all;
  const { change } = useDocument();
  const [open, setOpen] = useState<string | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const silentCount = silentBlocks(plan, music).size;
  const coverage = useMemo(() => coverageOf(plan, spans, music, laid), [plan, spans, music, laid]);
  const chart = useMemo(() => tempoChart(all), [all]);
  const own = findings.filter((f) => f.rule.startsWith('music-'));
  const build = () => {
    const built = buildSet(plan, segments, tracks, music);
    change('Build the set', (d) => ({ ...d, music: { ...d.music, placements: built.placements } }));
    const names = built.unserved.map((id) => `“${plan.blocks.find((b) => b.id === id)?.name ?? ''}”`);
    setSaid(
      names.length === 0
        ? 'Every block that wants music has it.'
        : `No track of the library suits ${names.join(', ')} within ±8 %: bring one in, or make a practice beat in ` +
            'its range.',
    );
  };
  if (segments.length === 0)
    return (
      <p className="py-10 text-center text-soft">There is no class yet. Plan it first; the music follows its blocks.</p>
    );
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-7 xl:grid-cols-[minmax(0,1fr)_22rem]">
      <section aria-label="Blocks and their music">
        <div className="flex flex-wrap items-center gap-3">
          <button className="btn btn-main" disabled={tracks.length === 0} onClick={build}>
            Build the set
          </button>
          {tracks.length === 0 ? (
            <span>
              No track has a known beat yet.{' '}
              <button className="underline" onClick={toLibrary}>
                Go to the library
              </button>
            </span>
          ) : (
            <span data-testid="coverage">
              <span className="figures">{writeTime(coverage.coveredUs, 0)}</span> of{' '}
              <span className="figures">{writeTime(coverage.wantedUs, 0)}</span> covered
              {silentCount > 0 && (
                <>
                  , {silentCount} {silentCount === 1 ? 'block' : 'blocks'} silent on purpose
                </>
              )}
            </span>
          )}
          {music.placements.length > 0 && (
            <button
              className="btn btn-quiet"
              onClick={() => change('Take all music out', (d) => ({ ...d, music: { ...d.music, placements: [] } }))}
            >
              Take all out
            </button>
          )}
        </div>
        {said !== null && (
          <p role="status" className="mt-2 text-[13.5px]">
            {said}
          </p>
        )}
        {laid.laid.length > 0 && (
          <div className="mt-3">
            <h2 className="text-[15px]">Tempo along the class, beats a minute</h2>
            <Chart
              option={chart}
              height={150}
              words={
                `Tempo of ${laid.laid.length} pieces of music, ` +
                `${laid.laid.map((l) => `${l.track.title} at ${bpmAt(l, l.start).toFixed(0)}`).join(', ')}`
              }
            />
          </div>
        )}
        <ol className="mt-3 border-t">
          {plan.blocks.map((block) => {
            const span = spans.get(block.id);
            return span === undefined ? null : (
              <BlockRow
                key={block.id}
                block={block}
                all={all}
                open={open === block.id}
                toggle={() => setOpen(open === block.id ? null : block.id)}
                toTrack={toTrack}
              />
            );
          })}
        </ol>
      </section>
      <aside aria-label="What was found in the music">
        <h2 className="text-xl">Findings</h2>
        {own.length === 0 && (
          <p className="mt-1 text-soft">
            {music.placements.length === 0 ? 'Nothing is laid yet.' : 'The music meets the class.'}
          </p>
        )}
        <ul>
          {own.map((f, i) => (
            <li key={i} className="border-b py-2 text-[13.5px]">
              <p>
                <time className="text-soft">{writeTime(f.at, 0)}</time>{' '}
                <span className={f.severity === 'alarm' ? 'text-alarm' : ''}>{wordsOf(f).says}</span>
              </p>
              <p className="text-[13px] text-soft">
                <MeasuredWanted finding={f} />
              </p>
              {f.fixes.map((m) => (
                <button key={m.label} className="btn mt-1" onClick={() => change(m.label, (d) => applyFix(d, m))}>
                  {m.label}
                </button>
              ))}
            </li>
          ))}
        </ul>
        <p className="mt-4 text-[13px] text-soft">
          Class <time>{writeTime(total, 0)}</time>. A phrase is 32 counts; moves and countdowns start on an eight,
          blocks on a phrase.
        </p>
      </aside>
    </div>
  );
}

function tempoChart({ laid, total, plan, spans }: Laid) {
  const ranges = plan.blocks.flatMap((b) => {
    const [range, span] = [tempoRange(b.kind), spans.get(b.id)];
    return range === null || span === undefined
      ? []
      : [
          [
            { xAxis: span.start / 60e6, yAxis: range.low },
            { xAxis: span.end / 60e6, yAxis: range.high },
          ],
        ];
  });
  return {
    grid: { left: 40, right: 8, top: 8, bottom: 20 },
    xAxis: {
      type: 'value',
      max: Math.ceil(total / 60e6),
      axisLabel: { formatter: '{value}′' },
      splitLine: { show: false },
    },
    yAxis: {
      type: 'value',
      min: 60,
      max: 180,
      interval: 30,
      splitLine: { lineStyle: { color: 'rgba(128,118,100,0.3)' } },
    },
    series: tempoCurve(laid).map((curve, i) => ({
      type: 'line',
      showSymbol: false,
      lineStyle: { width: 2.5, color: i % 2 === 0 ? '#b4492b' : '#1c7471' },
      data: curve.points.map(([at, bpm]) => [at / 60e6, bpm]),
      ...(i === 0 ? { markArea: { silent: true, itemStyle: { color: 'rgba(132,100,15,0.16)' }, data: ranges } } : {}),
    })),
  };
}
