import { LineChart } from 'echarts/charts';
import { GridComponent, MarkLineComponent, TooltipComponent } from 'echarts/components';
import { use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect } from 'react';
import { LIMIT } from '../../../core/judge/run-chart.ts';
import { named, useChart } from '../curves/chart.ts';

export interface RunProps {
  label: string;
  /** Sigmas towards more colour, and whether a rule is broken; in the order of reading. */
  pieces: readonly { name: string; score: number; broke: boolean }[];
  height: number;
}

use([LineChart, GridComponent, MarkLineComponent, TooltipComponent, SVGRenderer]);

/** Pieces in the order in which they were read, more colour upwards, between their limits. */
export function RunChartPlot({ label, pieces, height }: RunProps) {
  const { place, chart } = useChart();
  useEffect(() => {
    const element = place.current;
    if (!element) return;
    const [ink, marked] = [named(element, '--ink'), named(element, '--lacquer-ground')];
    const far = Math.max(4, ...pieces.map((p) => Math.ceil(Math.abs(p.score))));
    const at = (y: number, says: string, width: number) => ({
      yAxis: y,
      lineStyle: { color: ink, width, type: y === 0 ? 'solid' : 'dashed' },
      label: { formatter: says, color: ink, position: 'insideStartTop' },
    });
    chart.current?.setOption(
      {
        animation: false,
        textStyle: { fontFamily: "'Atkinson Hyperlegible Next'", fontSize: 13, color: ink },
        grid: { left: 24, right: 24, top: 16, bottom: 34 },
        tooltip: {
          trigger: 'item',
          formatter: ({ dataIndex }: { dataIndex: number }) => pieces[dataIndex]?.name ?? '',
        },
        xAxis: {
          type: 'category',
          data: pieces.map((_, i) => String(i + 1)),
          axisLabel: { color: ink },
          name: 'pieces as they were read',
          nameLocation: 'middle',
          nameGap: 20,
          nameTextStyle: { color: ink },
        },
        yAxis: {
          type: 'value',
          min: -far,
          max: far,
          axisLabel: { show: false },
          splitLine: { show: false },
        },
        series: [
          {
            type: 'line',
            data: pieces.map((p) => ({
              value: p.score,
              symbol: p.broke ? 'diamond' : 'circle',
              symbolSize: p.broke ? 14 : 8,
              itemStyle: { color: p.broke ? marked : ink },
            })),
            lineStyle: { color: ink, width: 1.4 },
            markLine: {
              symbol: 'none',
              silent: true,
              data: [at(LIMIT, 'more colour', 1), at(0, 'as approved', 1.4), at(-LIMIT, 'less colour', 1)],
            },
          },
        ],
      },
      { notMerge: true },
    );
  }, [pieces, place, chart]);
  return <div ref={place} role="img" aria-label={label} style={{ height }} />;
}
