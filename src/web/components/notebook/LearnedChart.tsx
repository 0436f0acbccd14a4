import { BarChart, LineChart, ScatterChart } from 'echarts/charts';
import { GridComponent, LegendComponent, TooltipComponent } from 'echarts/components';
import { use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect } from 'react';
import type { Learned } from '../../../shared/learned.ts';
import { named, useChart } from '../curves/chart.ts';

use([LineChart, BarChart, ScatterChart, GridComponent, LegendComponent, TooltipComponent, SVGRenderer]);

const DRAWN = { line: 'line', bar: 'bar', points: 'scatter' } as const;

/** The name of a bar, its last word below the others; a moment of a line in one. */
const inLines = (name: string, kind: keyof typeof DRAWN) => (kind === 'bar' ? name.replace(/ (?=[^ ]+$)/, '\n') : name);

/** What the record answers to a question, drawn; its table says the same. */
export function LearnedChart({
  learned: { question, columns, rows, chart: drawn },
  height,
}: {
  learned: Learned;
  height: number;
}) {
  const { place, chart } = useChart();
  useEffect(() => {
    const element = place.current;
    if (!element) return;
    const [ink, soft, lacquer] = [
      named(element, '--ink'),
      named(element, '--soft'),
      named(element, '--lacquer-ground'),
    ];
    const shades = [lacquer, ink, soft];
    const { kind, across, up, diagonal } = drawn;
    const axis = {
      axisLabel: { color: ink, lineHeight: 15 },
      nameTextStyle: { color: ink },
      splitLine: { show: false },
    };
    chart.current?.setOption(
      {
        animation: false,
        textStyle: { fontFamily: "'Atkinson Hyperlegible Next'", fontSize: 13, color: ink },
        grid: { left: 48, right: 16, top: up.length > 1 ? 34 : 16, bottom: diagonal ? 44 : kind === 'bar' ? 50 : 34 },
        tooltip: { trigger: diagonal ? 'item' : 'axis' },
        ...(up.length > 1 ? { legend: { top: 0, left: 0, textStyle: { color: ink } } } : {}),
        xAxis: diagonal
          ? { type: 'value', min: 0, max: 100, name: columns[across], nameLocation: 'middle', nameGap: 26, ...axis }
          : { type: 'category', data: rows.map((row) => inLines(String(row[across]), kind)), ...axis },
        yAxis: { type: 'value', ...(diagonal ? { min: 0, max: 100 } : {}), ...axis },
        series: [
          ...up.map((column, i) => ({
            type: DRAWN[kind],
            name: columns[column],
            data: rows.map((row) => (diagonal ? [row[across], row[column]] : row[column])),
            itemStyle: { color: shades[i] },
            lineStyle: { color: shades[i], width: 2 },
            barMaxWidth: 34,
            symbol: 'circle',
            symbolSize: diagonal ? 11 : 8,
          })),
          ...(diagonal
            ? [
                {
                  type: 'line',
                  silent: true,
                  symbol: 'none',
                  data: [
                    [0, 0],
                    [100, 100],
                  ],
                  lineStyle: { color: ink, width: 1, type: 'dashed' },
                },
              ]
            : []),
        ],
      },
      { notMerge: true },
    );
  }, [columns, rows, drawn, place, chart]);
  return <div ref={place} role="img" aria-label={question} style={{ height }} />;
}
