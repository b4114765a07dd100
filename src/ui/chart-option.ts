import type { EChartsCoreOption } from 'echarts/core';

/**
 * The option with its tips drawn as text. As HTML, which is the default, the name of a move or a track would be read as
 * markup: whoever shares a workout could run scripts in the page of who opens it.
 */
export function withoutHtml(option: EChartsCoreOption): EChartsCoreOption {
  const { tooltip } = option;
  if (tooltip === undefined) return option;
  const asText = (tip: unknown) => (typeof tip === 'object' && tip !== null ? { ...tip, renderMode: 'richText' } : tip);
  return { ...option, tooltip: Array.isArray(tooltip) ? tooltip.map(asText) : asText(tooltip) };
}
