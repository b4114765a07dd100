import type { TrackSoundOfPage } from '../../contract/wire.ts';
import { call } from '../shared/call.ts';
import { MeasuredWanted } from '../shared/MeasuredWanted.tsx';
import { wordsOf } from '../../core/findings/finding.ts';
import { useMemo } from 'react';
import { drownedFindings } from '../../core/checks/music-checks.ts';
import { duckDb, levelCurve } from '../../core/music/levels.ts';
import type { BedLevels } from '../../core/music/music.ts';
import { schedule } from '../../core/script/schedule.ts';
import { asLength } from '../../core/time/micros.ts';
import { writeTime } from '../../core/time/typed-time.ts';
import { applyFix } from '../../core/workout/apply-fix.ts';
import { callMeans } from '../../core/workout/studio.ts';
import { Chart } from '../../ui/Chart.tsx';
import { useFetched } from '../shared/use-fetched.ts';
import { useDocument, useStudio } from '../workbench/workbench-context.tsx';
import type { Laid } from './use-laid.ts';
import { NumberField } from '../../ui/NumberField.tsx';

/** Loudness of voice and music along the class, how far the music gives way, and where words drown. */
const inInk = (lu: number) => <span className="figures text-ink">{lu.toFixed(1)}</span>;

export function LevelsView({ laid: all }: { readonly laid: Laid }) {
  const { plan, segments, total, laid, music } = all;
  const {
    document: { script },
    change,
  } = useDocument();
  const { studio, book } = useStudio();
  const used = [...new Set(laid.laid.map((l) => l.track.id))];
  const energies = useFetched<TrackSoundOfPage>(used, (id) => call('trackSound', { id }));
  const lines = useMemo(
    () => schedule(segments, script, callMeans(plan, studio, book)).lines,
    [segments, script, plan, studio, book],
  );
  const points = useMemo(
    () =>
      levelCurve(laid, lines, total, { levels: music.levels, energyOf: (id) => energies.get(id)?.energies ?? null }),
    [laid, lines, total, music.levels, energies],
  );
  const drowned = useMemo(() => drownedFindings(points, music), [points, music]);
  const chart = useMemo(() => levelChart(points), [points]);
  const spoken = points
    .filter((p) => p.voice !== null && p.music !== null)
    .map((p) => p.voice! - p.music!)
    .sort((a, b) => a - b);
  const set = (next: Partial<BedLevels>) =>
    change('Levels', (d) => ({ ...d, music: { ...d.music, levels: { ...d.music.levels, ...next } } }));
  const { levels } = music;
  if (laid.laid.length === 0)
    return (
      <p className="py-10 text-center text-soft">
        No music is laid under the class yet, so there is nothing that could cover the voice.
      </p>
    );
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-7 lg:grid-cols-[minmax(0,1fr)_22rem]">
      <section aria-label="Loudness along the class">
        <h2 className="text-xl">Voice and music, LUFS</h2>
        <Chart
          option={chart}
          height={300}
          words={
            `Voice at ${levels.voiceDeciLufs / 10} LUFS where somebody speaks; the music under it at a median of ` +
            `${spoken.length === 0 ? 'nothing' : `${spoken[Math.floor(spoken.length / 2)]!.toFixed(1)} LU below`}`
          }
        />
        <p className="text-[13px] text-soft">
          Lines as they are scheduled.{' '}
          {spoken.length > 0 && (
            <>
              While somebody speaks the voice lies {inInk(spoken[0]!)} to {inInk(spoken.at(-1)!)} LU above the music, in
              the middle {inInk(spoken[Math.floor(spoken.length / 2)]!)}.
            </>
          )}
        </p>
        <h2 className="mt-5 text-xl">Where words drown</h2>
        {drowned.length === 0 ? (
          <p className="text-soft">Nowhere: the wanted distance is kept, within one LU, at every line.</p>
        ) : (
          <ul>
            {drowned.slice(0, 40).map((f, i) => (
              <li key={i} className="flex items-baseline justify-between gap-3 border-b py-1.5 text-[13.5px]">
                <span>
                  <time className="text-soft">{writeTime(f.at, 0)}</time> {wordsOf(f).says}{' '}
                  <span className="text-soft">
                    <MeasuredWanted finding={f} />
                  </span>
                </span>
                {f.fixes.map((m) => (
                  <button key={m.label} className="btn py-0!" onClick={() => change(m.label, (d) => applyFix(d, m))}>
                    {m.label}
                  </button>
                ))}
              </li>
            ))}
          </ul>
        )}
      </section>
      <section aria-label="Levels" className="flex flex-col gap-2">
        <h2 className="text-xl">Levels</h2>
        <Level
          word="Music where nobody speaks"
          unit="LUFS"
          value={levels.musicDeciLufs / 10}
          least={-50}
          most={-5}
          set={(v) => set({ musicDeciLufs: Math.round(v * 10) })}
        />
        <Level
          word="Voice"
          unit="LUFS"
          value={levels.voiceDeciLufs / 10}
          least={-50}
          most={-5}
          set={(v) => set({ voiceDeciLufs: Math.round(v * 10) })}
        />
        <Level
          word="Voice above the music"
          unit="LU"
          value={levels.distanceDeciLu / 10}
          least={0}
          most={40}
          set={(v) => set({ distanceDeciLu: Math.round(v * 10) })}
        />
        <Level
          word="Music goes down within"
          unit="s"
          value={levels.attackUs / 1e6}
          least={0}
          most={5}
          set={(v) => set({ attackUs: asLength(v * 1e6) })}
        />
        <Level
          word="comes up again within"
          unit="s"
          value={levels.releaseUs / 1e6}
          least={0}
          most={10}
          set={(v) => set({ releaseUs: asLength(v * 1e6) })}
        />
        <p className="text-[13px]">
          Under speech a track at this loudness gives way by{' '}
          <span className="figures">{(-duckDb(levels)).toFixed(1)}</span> dB; where it is louder, by more.
        </p>
        <button
          className="btn self-start"
          disabled={levels.distanceDeciLu === 200}
          onClick={() => set({ distanceDeciLu: 200 })}
        >
          20 LU, as WCAG 1.4.7 asks
        </button>
        <p className="mt-2 text-[13px] text-soft">
          Every track is brought to the same loudness first, measured as ITU-R BS.1770 says. Loudness of a class online
          is usually −14 to −18 LUFS (common practice).
        </p>
      </section>
    </div>
  );
}

interface LevelProps {
  readonly word: string;
  readonly unit: string;
  readonly value: number;
  readonly least: number;
  readonly most: number;
  readonly set: (value: number) => void;
}

function Level({ word, unit, value, least, most, set }: LevelProps) {
  return (
    <label className="flex items-center justify-between gap-2">
      {word}
      <span>
        <NumberField
          {...{ least, most, value }}
          fractions
          className="field-box figures w-20 py-0.5! text-right"
          onChange={set}
        />{' '}
        <span className="inline-block w-11 text-soft">{unit}</span>
      </span>
    </label>
  );
}

function levelChart(points: ReturnType<typeof levelCurve>) {
  return {
    grid: { left: 40, right: 8, top: 10, bottom: 22 },
    tooltip: { trigger: 'axis', valueFormatter: (v: unknown) => (typeof v === 'number' ? v.toFixed(1) : '–') },
    xAxis: {
      type: 'value',
      max: (points.at(-1)?.at ?? 0) / 60e6,
      axisLabel: { formatter: (v: number) => `${Number(v.toFixed(1))}′` },
      splitLine: { show: false },
    },
    yAxis: {
      type: 'value',
      min: -45,
      max: -5,
      interval: 10,
      splitLine: { lineStyle: { color: 'rgba(128,118,100,0.3)' } },
    },
    series: [
      {
        name: 'music',
        type: 'line',
        showSymbol: false,
        connectNulls: false,
        lineStyle: { width: 1.2, color: '#1c7471' },
        itemStyle: { color: '#1c7471' },
        areaStyle: { color: 'rgba(28,116,113,0.18)', origin: 'start' },
        data: points.map((p) => [p.at / 60e6, p.music]),
      },
      {
        name: 'voice',
        type: 'line',
        step: 'end',
        showSymbol: false,
        connectNulls: false,
        lineStyle: { width: 3, color: '#b4492b' },
        itemStyle: { color: '#b4492b' },
        data: points.map((p) => [p.at / 60e6, p.voice]),
      },
    ],
  };
}
