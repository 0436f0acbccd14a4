import { LineChart } from 'echarts/charts';
import { GridComponent, LegendComponent, TooltipComponent } from 'echarts/components';
import { init, use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';
import { WAVELENGTHS } from '../../core/colour/grid.ts';

use([LineChart, GridComponent, LegendComponent, TooltipComponent, SVGRenderer]);

export interface Curve {
  name: string;
  values: ArrayLike<number>;
  /** Measured curves are solid, expected ones dashed. */
  dashed?: boolean;
}

const GREYS = ['#9a9a9a', '#7d7d7d', '#606060', '#454545', '#2b2b2b', '#111111'];

/** From light grey for the first curve to black for the last. */
const shade = (i: number, count: number) => Math.round(((i + 1) * (GREYS.length - 1)) / count);

interface Props {
  curves: readonly Curve[];
  label: string;
  unit: string;
  height?: number;
}

/** Curves over wavelength, in greys: colour is not spent on lines here. */
export function Curves({ curves, label, unit, height = 260 }: Props) {
  const place = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (!place.current) return;
    const chart = init(place.current, null, { renderer: 'svg' });
    chart.setOption({
      animation: false,
      grid: { left: 52, right: 150, top: 26, bottom: 34 },
      textStyle: { fontFamily: "'Atkinson Hyperlegible Next'", fontSize: 13, color: '#171717' },
      legend: { orient: 'vertical', right: 0, top: 18, textStyle: { fontSize: 13, color: '#171717' } },
      tooltip: { trigger: 'axis', valueFormatter: (v: unknown) => Number(v).toFixed(3) },
      xAxis: { type: 'category', data: WAVELENGTHS.map(String), name: 'nm', axisLabel: { interval: 4 } },
      yAxis: { type: 'value', name: unit, min: 0, splitLine: { lineStyle: { color: '#bdbdbd' } } },
      series: curves.map((curve, i) => ({
        type: 'line',
        name: curve.name,
        data: Array.from(curve.values),
        symbol: 'none',
        lineStyle: {
          color: GREYS[shade(i, curves.length)],
          width: 2.2,
          type: curve.dashed ? 'dashed' : 'solid',
        },
        itemStyle: { color: GREYS[shade(i, curves.length)] },
      })),
    });
    const observer = new ResizeObserver(() => chart.resize());
    observer.observe(place.current);
    return () => {
      observer.disconnect();
      chart.dispose();
    };
  }, [curves, unit]);
  return <div ref={place} role="img" aria-label={label} style={{ height }} />;
}
