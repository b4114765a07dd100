import { useMemo, useState } from 'react';
import { buildSet } from '../../core/music/build-set.ts';
import { coverageOf, tempoCurve } from '../../core/music/coverage.ts';
import { bpmAt } from '../../core/music/laid.ts';
import { silentBlocks } from '../../core/music/silent-blocks.ts';
import { tempoRange } from '../../core/music/meet.ts';
import { type Block } from '../../core/plan/plan.ts';
import { type Micros, micros } from '../../core/time/micros.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { applyMend } from '../../core/workout/apply-mend.ts';
import { Chart } from '../../ui/Chart.tsx';
import { useDocument } from '../workbench/workbench-context.tsx';
import { MeetPanel } from './MeetPanel.tsx';
import { changePlacement, layWhole, withMusic } from './edit-music.ts';
import type { Laid } from './use-laid.ts';

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
        : `No track of the library suits ${names.join(', ')} within ±8 %: bring one in, or make a practice beat in its range.`,
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
              words={`Tempo of ${laid.laid.length} pieces of music, ${laid.laid.map((l) => `${l.track.title} at ${bpmAt(l, l.start).toFixed(0)}`).join(', ')}`}
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
                <span className={f.severity === 'alarm' ? 'text-alarm' : ''}>{f.says}</span>
              </p>
              <p className="text-[13px] text-soft">
                <span className="figures">{f.measured}</span>, wanted {f.wanted} ({f.source})
              </p>
              {f.mends.map((m) => (
                <button key={m.label} className="btn mt-1" onClick={() => change(m.label, (d) => applyMend(d, m))}>
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

function BlockRow({
  block,
  all,
  open,
  toggle,
  toTrack,
}: {
  readonly block: Block;
  readonly all: Laid;
  readonly open: boolean;
  readonly toggle: () => void;
  readonly toTrack: (id: string) => void;
}) {
  const { music, tracks, laid, spans } = all;
  const { change } = useDocument();
  const span = spans.get(block.id) as { start: Micros; end: Micros };
  const length = micros(span.end - span.start);
  const range = tempoRange(block.kind);
  const silent = silentBlocks({ blocks: [block] }, music).has(block.id);
  const pieces = laid.laid.filter((l) => l.placement.blockId === block.id);
  const setSilent = (on: boolean) =>
    change(on ? 'Leave the block silent' : 'Let the block have music', (d) => ({
      ...d,
      plan: on ? d.plan : withMusic(d.plan, block.id),
      music: {
        ...d.music,
        silent: on ? [...d.music.silent, block.id] : d.music.silent.filter((id) => id !== block.id),
        placements: on ? d.music.placements.filter((p) => p.blockId !== block.id) : d.music.placements,
      },
    }));
  return (
    <li className="border-b py-2.5">
      <div className="grid grid-cols-[3.4rem_minmax(0,1fr)_auto] items-baseline gap-x-3">
        <time className="text-soft">{writeTime(span.start, 0)}</time>
        <h2 className="text-[16px]">
          {block.name}{' '}
          <span className="font-sans text-[13px] font-normal text-soft">
            <time>{writeTime(length, 0)}</time>
            {range !== null && (
              <>
                {' '}
                ·{' '}
                <span className="figures">
                  {range.low}–{range.high}
                </span>{' '}
                BPM, {range.source}
              </>
            )}
          </span>
        </h2>
        <span className="flex flex-wrap items-center justify-end gap-2">
          <label className="flex items-center gap-1 text-[13px]">
            <input type="checkbox" checked={silent} onChange={(e) => setSilent(e.target.checked)} />
            silent
          </label>
          {!silent && tracks.length > 0 && (
            <select
              aria-label={`Lay a track under ${block.name}`}
              className="field-box py-0.5! max-w-44"
              value=""
              onChange={(e) => {
                const track = tracks.find((t) => t.id === e.target.value);
                if (track !== undefined)
                  change('Lay a track', (d) => ({ ...d, music: layWhole(d.music, track, block.id, length) }));
              }}
            >
              <option value="">{pieces.length === 0 ? 'lay a track …' : 'another track …'}</option>
              {tracks.map((t) => (
                <option key={t.id} value={t.id}>
                  {t.title}
                </option>
              ))}
            </select>
          )}
          {pieces.length > 0 && (
            <button className="btn py-0.5!" aria-expanded={open} onClick={toggle}>
              Meet the phrases
            </button>
          )}
        </span>
      </div>
      {pieces.map((l) => (
        <div
          key={l.placement.id}
          className="mt-1 ml-[4.15rem] flex flex-wrap items-center gap-x-3 gap-y-1 text-[13.5px]"
        >
          <button
            className="font-semibold underline decoration-line underline-offset-2"
            onClick={() => toTrack(l.track.id)}
          >
            {l.track.title}
          </button>
          <span className="figures">{bpmAt(l, micros((l.start + l.end) / 2)).toFixed(1)} BPM</span>
          <span className="figures text-soft">
            {l.placement.speedPpm === 1_000_000
              ? 'as it is'
              : `${l.placement.speedPpm > 1_000_000 ? '+' : '−'}${Math.abs(l.placement.speedPpm / 1e4 - 100).toFixed(2)} %`}
          </span>
          <span className="figures text-soft">
            {writeTime(l.start, 1)} to {writeTime(l.end, 1)},{' '}
            {(l.placement.beats / (8 * l.track.map.metre)).toFixed(
              l.placement.beats % (8 * l.track.map.metre) === 0 ? 0 : 2,
            )}{' '}
            phrases
          </span>
          <label className="label">
            fade{' '}
            <input
              type="number"
              aria-label={`Fade out of ${l.track.title}, beats`}
              className="field-box w-14 py-0! text-right"
              min={0}
              max={64}
              value={l.placement.fadeOutBeats}
              onChange={(e) => {
                const n = Number(e.target.value);
                if (Number.isInteger(n) && n >= 0 && n <= 64)
                  change('Fade', (d) => ({
                    ...d,
                    music: changePlacement(d.music, l.placement.id, { fadeOutBeats: n }),
                  }));
              }}
            />{' '}
            beats
          </label>
          <button
            className="btn btn-quiet px-1! py-0!"
            onClick={() =>
              change('Take music out', (d) => ({
                ...d,
                music: { ...d.music, placements: d.music.placements.filter((p) => p.id !== l.placement.id) },
              }))
            }
          >
            Take out
          </button>
        </div>
      ))}
      {open && pieces[0] !== undefined && <MeetPanel block={block} lengthUs={length} piece={pieces[0]} />}
    </li>
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
