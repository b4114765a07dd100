import { useMemo, useRef } from 'react';
import type { SoundAlong } from '../../core/sound/along.ts';
import type { Tone } from '../../core/sound/tones.ts';
import { type Length, type Micros, programmeTime } from '../../core/time/micros.ts';
import { Chart } from '../../ui/Chart.tsx';
import { usePlayhead } from '../shared/playhead.ts';

interface Props {
  readonly along: SoundAlong;
  /** By how much all of it is brought up or down for its target, dB. */
  readonly up: number;
  readonly tones: readonly Tone[];
  readonly clipped: readonly Micros[];
  readonly length: Length;
}

const HEIGHT_PX = 300;
const LEFT_PX = 40;
const RIGHT_PX = 10;
const [TOP_LUFS, LOW_LUFS] = [0, -60];
/** As many points as a line needs to look like itself; more only take time. */
const MOST_POINTS = 900;

/** Voice, music and the recording along the film, tones, joins and clipping; a click takes the picture there. */
export function LoudnessPicture({ along, up, tones, clipped, length }: Props) {
  const place = useRef<HTMLDivElement>(null);
  const option = useMemo(() => optionOf(along, { up, tones, clipped, length }), [along, up, tones, clipped, length]);
  return (
    <div
      ref={place}
      className="relative cursor-crosshair"
      onPointerDown={(e) => {
        const box = place.current?.getBoundingClientRect();
        if (box === undefined) return;
        const share = (e.clientX - box.left - LEFT_PX) / (box.width - LEFT_PX - RIGHT_PX);
        if (share >= 0 && share <= 1) usePlayhead.getState().seek?.(programmeTime(share * length));
      }}
    >
      <Chart option={option} height={HEIGHT_PX} words={inWords(along, up, tones)} />
      <Here length={length} />
    </div>
  );
}

/** Where the picture is. */
function Here({ length }: { readonly length: Length }) {
  const at = usePlayhead((s) => s.at);
  if (at === null) return null;
  const share = at / length;
  return (
    <span
      className="pointer-events-none absolute top-[34px] bottom-6 w-[2px] bg-ink"
      style={{ left: `calc(${LEFT_PX}px + ${share} * (100% - ${LEFT_PX + RIGHT_PX}px))` }}
    />
  );
}

function inWords(along: SoundAlong, up: number, tones: readonly Tone[]): string {
  const whole = along.integrated === null ? 'silence' : `${(along.integrated + up).toFixed(1)} LUFS`;
  return (
    `Loudness along the film: ${whole} as a whole, ${along.sentences.length} sentences, ${tones.length} ` +
    `timer tones, ${along.joins.length} joins`
  );
}

/** The largest of each stretch: peaks of loudness are what is heard. */
function thinned(values: readonly number[], everyUs: number, up: number): [number, number | null][] {
  const step = Math.max(1, Math.ceil(values.length / MOST_POINTS));
  return Array.from({ length: Math.ceil(values.length / step) }, (_, i) => {
    const most = values.slice(i * step, (i + 1) * step).reduce((a, b) => Math.max(a, b), -Infinity);
    return [(i * step * everyUs) / 60e6, most + up < LOW_LUFS ? null : most + up];
  });
}

/** What is drawn over the class. */
interface LoudnessView {
  readonly up: number;
  readonly tones: readonly Tone[];
  readonly clipped: readonly Micros[];
  readonly length: Length;
}

function optionOf(along: SoundAlong, { up, tones, clipped, length }: LoudnessView) {
  const minutes = (at: number) => at / 60e6;
  const line = (
    name: string,
    values: readonly number[],
    {
      color,
      width,
      by = up,
      more = {},
    }: {
      readonly color: string;
      readonly width: number;
      readonly by?: number | undefined;
      readonly more?: object | undefined;
    },
  ) => ({
    ...{ name, type: 'line', showSymbol: false, connectNulls: false, data: thinned(values, along.everyUs, by) },
    ...{ lineStyle: { width, color }, itemStyle: { color } },
    ...more,
  });
  const marks = (
    name: string,
    at: readonly number[],
    {
      y,
      symbol,
      color,
      size,
    }: { readonly y: number; readonly symbol: string; readonly color: string; readonly size: number },
  ) => ({
    ...{ name, type: 'scatter', symbol, symbolSize: size, itemStyle: { color }, data: at.map((t) => [minutes(t), y]) },
  });
  const isMusic = along.music.some((v) => v > -Infinity);
  return {
    grid: { left: LEFT_PX, right: RIGHT_PX, top: 34, bottom: 24 },
    legend: { top: 0, left: LEFT_PX, itemWidth: 16, itemHeight: 9 },
    tooltip: { trigger: 'axis', valueFormatter: (v: unknown) => (typeof v === 'number' ? v.toFixed(1) : '–') },
    xAxis: {
      ...{ type: 'value', min: 0, max: minutes(length), splitLine: { show: false }, axisLine: { onZero: false } },
      axisLabel: { formatter: (v: number) => `${Number(v.toFixed(1))}′` },
    },
    yAxis: {
      ...{ type: 'value', min: LOW_LUFS, max: TOP_LUFS, interval: 10 },
      splitLine: { lineStyle: { color: 'rgba(128,118,100,0.3)' } },
    },
    series: [
      ...(isMusic
        ? [
            line('music', along.music, {
              color: '#1c7471',
              width: 1.2,
              more: {
                areaStyle: { color: 'rgba(28,116,113,0.2)', origin: 'start' },
              },
            }),
          ]
        : []),
      line('as recorded', along.recorded, { color: '#a29a8b', width: 1, by: 0 }),
      line('voice', along.voice, { color: '#b4492b', width: 1.6 }),
      ...(tones.length > 0
        ? [
            marks(
              'timer tones',
              tones.map((t) => t.at),
              { y: LOW_LUFS + 2, symbol: 'rect', color: '#6a4b86', size: 5 },
            ),
          ]
        : []),
      ...(along.joins.length > 0
        ? [
            marks(
              'joins',
              along.joins.map((j) => j.at),
              { y: TOP_LUFS - 2, symbol: 'triangle', color: '#2a2733', size: 8 },
            ),
          ]
        : []),
      ...(clipped.length > 0
        ? [marks('clipped', clipped, { y: TOP_LUFS - 5, symbol: 'diamond', color: '#d4366b', size: 10 })]
        : []),
    ],
  };
}
