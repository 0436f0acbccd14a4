import { LineChart } from 'echarts/charts';
import { GridComponent, TooltipComponent } from 'echarts/components';
import { use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect } from 'react';
import type { Lab } from '../../../core/colour/lab.ts';
import { type Plane, placeIn, toleranceOutline } from '../../../core/colour/outline.ts';
import { named, useChart } from './chart.ts';

export interface PathProps {
  label: string;
  /** Stages in their order, expected and, where read, measured. */
  stages: readonly { name: string; expected: Lab; measured: Lab | null }[];
  target: Lab | null;
  tolerance: number;
  /** Eight boards in ten end nearer to the target than this; CIEDE2000. */
  doubt: number | null;
  height: number;
}

use([LineChart, GridComponent, TooltipComponent, SVGRenderer]);

const PLANES: readonly { plane: Plane; x: string; y: string }[] = [
  { plane: 'ab', x: 'a*', y: 'b*' },
  { plane: 'LC', x: 'C*', y: 'L*' },
];

/** What is drawn of one plane. */
function seriesOf({ stages, target, tolerance, doubt }: PathProps, n: number, plane: Plane, ink: string) {
  const at = (lab: Lab) => placeIn(lab, plane);
  const line = (name: string, data: unknown[], over: object) => ({
    type: 'line',
    name,
    xAxisIndex: n,
    yAxisIndex: n,
    data,
    symbol: 'none',
    lineStyle: { color: ink, width: 1.6 },
    itemStyle: { color: ink },
    ...over,
  });
  const measured = stages.flatMap((s) => (s.measured ? [{ name: s.name, value: at(s.measured) }] : []));
  return [
    line(
      'expected',
      stages.map((s) => ({ name: s.name, value: at(s.expected) })),
      {
        symbol: 'circle',
        symbolSize: 7,
        lineStyle: { color: ink, width: 1.6, type: 'dashed' },
        label: { show: n === 0, formatter: '{b}', color: ink, fontSize: 12, position: 'right' },
        labelLayout: { hideOverlap: true },
      },
    ),
    ...(measured.length > 0 ? [line('measured', measured, { symbol: 'diamond', symbolSize: 10 })] : []),
    ...(target
      ? [
          line('target', [at(target)], { symbol: 'rect', symbolSize: 8 }),
          line('tolerance', toleranceOutline(target, tolerance, plane), { lineStyle: { color: ink, width: 2.2 } }),
        ]
      : []),
    ...(target && doubt
      ? [
          line('eight boards in ten', toleranceOutline(target, doubt, plane), {
            lineStyle: { color: ink, width: 1, type: 'dotted' },
          }),
        ]
      : []),
  ];
}

export function ColourPathChart(props: PathProps) {
  const { label, height } = props;
  const { place, chart } = useChart();
  useEffect(() => {
    const element = place.current;
    if (!element) return;
    const ink = named(element, '--ink');
    const axis = (name: string, gridIndex: number) => ({
      type: 'value',
      name,
      gridIndex,
      scale: true,
      splitNumber: 4,
      axisLabel: { color: ink },
      nameTextStyle: { color: ink },
      splitLine: { lineStyle: { color: named(element, '--line'), opacity: 0.5 } },
    });
    chart.current?.setOption(
      {
        animation: false,
        textStyle: { fontFamily: "'Atkinson Hyperlegible Next'", fontSize: 13, color: ink },
        grid: PLANES.map((_, n) => ({ left: n === 0 ? 34 : '56%', right: n === 0 ? '52%' : 26, top: 24, bottom: 38 })),
        tooltip: {
          trigger: 'item',
          formatter: ({ name, seriesName, value }: { name: string; seriesName: string; value: [number, number] }) =>
            `${[name, seriesName].filter(Boolean).join(', ')}: ${value.map((v) => v.toFixed(1)).join(', ')}`,
        },
        xAxis: PLANES.map(({ x }, n) => ({ ...axis(x, n), nameLocation: 'middle', nameGap: 20 })),
        yAxis: PLANES.map(({ y }, n) => axis(y, n)),
        series: PLANES.flatMap(({ plane }, n) => seriesOf(props, n, plane, ink)),
      },
      { notMerge: true },
    );
  }, [props, place, chart]);
  return <div ref={place} role="img" aria-label={label} style={{ height }} />;
}
