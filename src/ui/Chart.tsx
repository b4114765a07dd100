import { useEffect, useRef, useState } from 'react';
import type { EChartsCoreOption } from 'echarts/core';
import { withoutHtml } from './chart-option.ts';

/** Nothing is written smaller than this. */
const LEAST_PX = 13;
/** All that is written in a chart, in the colour of the theme, light or dark. */
function readable(color: string) {
  const text = { fontSize: LEAST_PX, color };
  const axis = { axisLabel: text, nameTextStyle: text };
  return { categoryAxis: axis, valueAxis: axis, logAxis: axis, timeAxis: axis, legend: { textStyle: text } };
}

/** Counts how often the theme was changed between light and dark. */
function useForm(): number {
  const [changes, setChanges] = useState(0);
  useEffect(() => {
    const watch = new MutationObserver(() => setChanges((n) => n + 1));
    watch.observe(document.documentElement, { attributes: true, attributeFilter: ['data-theme'] });
    return () => watch.disconnect();
  }, []);
  return changes;
}

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
  const form = useForm();
  useEffect(() => {
    let ended = false;
    let dispose = () => {};
    void import('./echarts.ts').then(({ echarts }) => {
      if (ended || place.current === null) return;
      const style = getComputedStyle(document.documentElement);
      const soft = style.getPropertyValue('--color-soft');
      const chart = echarts.init(place.current, readable(soft), { renderer: 'svg' });
      chart.setOption({
        animation: false,
        textStyle: {
          fontSize: LEAST_PX,
          fontFamily: style.getPropertyValue('--font-sans'),
          color: soft,
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
  }, [option, form]);
  return <div ref={place} role="img" aria-label={words} style={{ height }} />;
}
