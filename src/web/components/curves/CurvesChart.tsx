import { LineChart } from 'echarts/charts';
import { GridComponent, LegendComponent, TooltipComponent } from 'echarts/components';
import { use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect } from 'react';
import { WAVELENGTHS } from '../../../core/colour/grid.ts';
import { named, useChart } from './chart.ts';

export interface CurveLine {
  name: string;
  values: ArrayLike<number>;
  /** Measured curves are solid, expected ones dashed. */
  dashed?: boolean;
}

export interface CurvesProps {
  curves: readonly CurveLine[];
  label: string;
  unit: string;
  height?: number;
}

use([LineChart, GridComponent, LegendComponent, TooltipComponent, SVGRenderer]);

/** From the first curve's share of the ink to the whole of the last's. */
const strengthOf = (i: number, count: number) => 0.4 + (0.6 * (i + 1)) / count;

/** The chart itself, fetched when first shown: made once, then only told what changed. */
export function CurvesChart({ curves, label, unit, height = 260 }: CurvesProps) {
  const { place, chart } = useChart();
  useEffect(() => {
    const element = place.current;
    if (!element) return;
    const ink = named(element, '--ink');
    chart.current?.setOption(
      {
        animation: false,
        grid: { left: 52, right: 150, top: 26, bottom: 34 },
        textStyle: { fontFamily: "'Atkinson Hyperlegible Next'", fontSize: 13, color: ink },
        legend: { orient: 'vertical', right: 0, top: 18, textStyle: { fontSize: 13, color: ink } },
        tooltip: { trigger: 'axis', valueFormatter: (v: unknown) => Number(v).toFixed(3) },
        xAxis: { type: 'category', data: WAVELENGTHS.map(String), name: 'nm', axisLabel: { interval: 4, color: ink } },
        yAxis: {
          type: 'value',
          name: unit,
          min: 0,
          axisLabel: { color: ink },
          splitLine: { lineStyle: { color: named(element, '--line'), opacity: 0.5 } },
        },
        series: curves.map((curve, i) => ({
          type: 'line',
          name: curve.name,
          data: Array.from(curve.values),
          symbol: 'none',
          lineStyle: {
            color: ink,
            opacity: strengthOf(i, curves.length),
            width: 2.2,
            type: curve.dashed ? 'dashed' : 'solid',
          },
          itemStyle: { color: ink, opacity: strengthOf(i, curves.length) },
        })),
      },
      { replaceMerge: ['series'] },
    );
  }, [curves, unit, place, chart]);
  return <div ref={place} role="img" aria-label={label} style={{ height }} />;
}
