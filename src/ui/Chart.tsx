import { useEffect, useRef } from 'react';
import type { EChartsCoreOption } from 'echarts/core';
import { withoutHtml } from './chart-option.ts';

/** Nothing is written smaller than this. */
const LEAST_PX = 13;
const axis = { axisLabel: { fontSize: LEAST_PX }, nameTextStyle: { fontSize: LEAST_PX } };
const READABLE = {
  categoryAxis: axis,
  valueAxis: axis,
  logAxis: axis,
  timeAxis: axis,
  legend: { textStyle: { fontSize: LEAST_PX } },
};

/** A chart of Apache ECharts, loaded when it is first seen. `words` says in text what the picture shows. */
export function Chart({
  option,
  height,
  words,
}: {
  readonly option: EChartsCoreOption;
  readonly height: number;
  readonly words: string;
}) {
  const place = useRef<HTMLDivElement>(null);
  useEffect(() => {
    let ended = false;
    let dispose = () => {};
    void import('./echarts.ts').then(({ echarts }) => {
      if (ended || place.current === null) return;
      const style = getComputedStyle(document.documentElement);
      const chart = echarts.init(place.current, READABLE, { renderer: 'svg' });
      chart.setOption({
        animation: false,
        textStyle: {
          fontSize: LEAST_PX,
          fontFamily: style.getPropertyValue('--font-sans'),
          color: style.getPropertyValue('--color-soft'),
        },
        ...withoutHtml(option),
      });
      const watch = new ResizeObserver(() => chart.resize());
      watch.observe(place.current);
      dispose = () => {
        watch.disconnect();
        chart.dispose();
      };
    });
    return () => {
      ended = true;
      dispose();
    };
  }, [option]);
  return <div ref={place} role="img" aria-label={words} style={{ height }} />;
}
