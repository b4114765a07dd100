import { BarChart, LineChart } from 'echarts/charts';
import { GridComponent, MarkAreaComponent, TooltipComponent } from 'echarts/components';
import { init, use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';

use([BarChart, LineChart, GridComponent, MarkAreaComponent, TooltipComponent, SVGRenderer]);

/** The parts of ECharts that are used, and no more. */
export const echarts = { init };
