import { CustomChart } from 'echarts/charts';
import { GridComponent, MarkAreaComponent, MarkLineComponent } from 'echarts/components';
import { use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect, useMemo, useRef, useState } from 'react';
import { HOUR } from '../../../core/time/air.ts';
import { named, useChart } from '../curves/chart.ts';
import { Area, Text } from '../layout.tsx';
import { hourText } from '../moment.ts';
import { whenText } from './times.ts';

export interface WeekBar {
  key: string;
  start: number;
  end: number;
  dry: number;
  /** When the window after it shuts; null where none does. */
  shuts: number | null;
  pinned: boolean;
  late: boolean;
}
export interface WeekRow {
  name: string;
  bars: WeekBar[];
}
export interface WeekPictureProps {
  rows: readonly WeekRow[];
  /** Midnight of its first day. */
  from: number;
  days: number;
  now: number;
  /** When nobody works. */
  hours: readonly (readonly [number, number])[];
  selected: string | null;
  onSelect: (key: string) => void;
  onMove?: ((key: string, at: number) => void) | undefined;
}

use([CustomChart, GridComponent, MarkAreaComponent, MarkLineComponent, SVGRenderer]);

const DAY = 24 * HOUR;
const ROW = 34;
const BAR = 20;
/** How wide a bar is to the hand at least. */
const GRIP = 16;
/** Put down on a quarter of an hour. */
const SNAP = 15 * 60_000;
const LEFT = 210;
const TOP = 26;

interface Api {
  value(i: number): number;
  coord(at: [number, number]): [number, number];
}
interface Inside {
  coordSys: { x: number; width: number };
}

/** The week as bars, a row for each item: dark the work of hands, grey what dries after it, striped a window. */
export function WeekChart({ rows, from, days, now, hours, selected, onSelect, onMove }: WeekPictureProps) {
  const { place, chart } = useChart();
  const [ghost, setGhost] = useState<{ left: number; width: number; top: number; at: number } | null>(null);
  const acts = useRef({ onSelect, onMove });
  acts.current = { onSelect, onMove };
  const bars = useMemo(() => rows.flatMap(({ bars: own }, row) => own.map((bar) => ({ ...bar, row }))), [rows]);
  const movable = onMove !== undefined;
  const height = TOP + rows.length * ROW + 8;

  useEffect(() => {
    const element = place.current;
    if (!element) return;
    const ink = named(element, '--ink');
    const line = named(element, '--line');
    const soft = named(element, '--soft');
    const lacquer = named(element, '--lacquer');
    const rail = named(element, '--rail');
    const clip = (api: Api, params: Inside, a: number, b: number, row: number, tall: number) => {
      const [x0, y] = api.coord([a, row]);
      const [x1] = api.coord([b, row]);
      const left = Math.max(x0, params.coordSys.x);
      const right = Math.min(x1, params.coordSys.x + params.coordSys.width);
      return right <= left ? null : { x: left, y: y - tall / 2, width: Math.max(3, right - left), height: tall };
    };
    const rect = (tall: number, style: (i: number) => object) => (params: Inside & { dataIndex: number }, api: Api) => {
      const shape = clip(api, params, api.value(0), api.value(1), api.value(2), tall);
      return shape && { type: 'rect', shape, style: style(params.dataIndex) };
    };
    const drying = bars.filter((b) => b.dry > b.end);
    const windows = bars.filter((b) => b.shuts !== null && b.shuts > b.end);
    chart.current?.setOption(
      {
        animation: false,
        textStyle: { fontFamily: "'Atkinson Hyperlegible Next'", fontSize: 13, color: ink },
        grid: { left: LEFT, right: 12, top: TOP, bottom: 8 },
        xAxis: {
          type: 'value',
          position: 'top',
          min: from,
          max: from + days * DAY,
          interval: days > 3 ? DAY : 6 * HOUR,
          axisLabel: {
            color: ink,
            fontSize: 14,
            align: 'left',
            formatter: (at: number) =>
              at >= from + days * DAY
                ? ''
                : days > 3
                  ? new Date(at).toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric' })
                  : hourText(at),
          },
          splitLine: { lineStyle: { color: line } },
        },
        yAxis: {
          type: 'category',
          inverse: true,
          data: rows.map((r) => r.name),
          axisTick: { show: false },
          axisLine: { lineStyle: { color: line } },
          axisLabel: { color: ink, fontSize: 14, width: LEFT - 14, overflow: 'truncate', interval: 0 },
        },
        series: [
          {
            type: 'custom',
            silent: true,
            data: [],
            renderItem: () => null,
            // Nights and days off, and now.
            markArea: {
              silent: true,
              itemStyle: { color: rail, opacity: 0.75 },
              data: hours.map(([a, b]) => [{ xAxis: a }, { xAxis: b }]),
            },
            markLine: {
              silent: true,
              symbol: 'none',
              label: { show: false },
              lineStyle: { color: lacquer, width: 2.5, type: 'solid' },
              data: [{ xAxis: now }],
            },
          },
          {
            type: 'custom',
            silent: true,
            data: drying.map((b) => [b.end, b.dry, b.row]),
            renderItem: rect(BAR, () => ({ fill: soft, opacity: 0.35 })),
          },
          {
            type: 'custom',
            silent: true,
            data: windows.map((b) => [b.dry, b.shuts as number, b.row]),
            renderItem: rect(BAR, () => ({
              fill: 'none',
              stroke: lacquer,
              lineWidth: 2,
              lineDash: [3, 3],
            })),
          },
          {
            id: 'hands',
            type: 'custom',
            data: bars.map((b) => [b.start, b.end, b.row]),
            cursor: movable ? 'grab' : 'pointer',
            renderItem: (params: Inside & { dataIndex: number }, api: Api) => {
              const bar = bars[params.dataIndex];
              const shape = clip(api, params, api.value(0), api.value(1), api.value(2), BAR);
              if (!shape || !bar) return null;
              const style = {
                fill: bar.late ? lacquer : ink,
                stroke: bar.key === selected ? lacquer : bar.pinned ? soft : 'none',
                lineWidth: bar.key === selected ? 4 : 3,
              };
              // A short piece of work is a thin bar: it is taken hold of a finger's breadth around it.
              const reach = Math.max(0, (GRIP - shape.width) / 2);
              const around = { ...shape, x: shape.x - reach, width: shape.width + 2 * reach };
              return {
                type: 'group',
                children: [
                  { type: 'rect', shape: around, style: { fill: 'transparent' } },
                  { type: 'rect', shape, style },
                ],
              };
            },
          },
        ],
      },
      { replaceMerge: ['series'] },
    );
  }, [rows, bars, from, days, now, hours, selected, movable, place, chart]);

  // What is taken with the pointer goes with it, and is put down where it is let go.
  const byIndex = useRef(bars);
  byIndex.current = bars;
  useEffect(() => {
    const made = chart.current;
    if (!made) return;
    let held: { index: number; x: number; moved: boolean } | null = null;
    const zr = made.getZr();
    const start = (event: { dataIndex: number; seriesId?: string; event?: { offsetX: number } }) => {
      if (event.seriesId !== 'hands' || !event.event) return;
      held = { index: event.dataIndex, x: event.event.offsetX, moved: false };
    };
    const timeAt = (x: number) => Number(made.convertFromPixel({ xAxisIndex: 0 }, x));
    const slid = (event: { offsetX: number }) => {
      const bar = held && byIndex.current[held.index];
      if (!held || !bar || !acts.current.onMove) return;
      if (Math.abs(event.offsetX - held.x) > 4) held.moved = true;
      if (!held.moved) return;
      const at = Math.round((bar.start + timeAt(event.offsetX) - timeAt(held.x)) / SNAP) * SNAP;
      const left = Number(made.convertToPixel({ xAxisIndex: 0 }, at));
      const width = Math.max(3, Number(made.convertToPixel({ xAxisIndex: 0 }, at + bar.end - bar.start)) - left);
      setGhost({ left, width, top: TOP + bar.row * ROW + (ROW - BAR) / 2, at });
    };
    const end = (event: { offsetX: number }) => {
      const bar = held && byIndex.current[held.index];
      if (held && bar) {
        acts.current.onSelect(bar.key);
        if (held.moved) {
          const at = Math.round((bar.start + timeAt(event.offsetX) - timeAt(held.x)) / SNAP) * SNAP;
          acts.current.onMove?.(bar.key, at);
        }
      }
      held = null;
      setGhost(null);
    };
    made.on('mousedown', start as never);
    zr.on('mousemove', slid as never);
    zr.on('mouseup', end as never);
    return () => {
      made.off('mousedown');
      zr.off('mousemove', slid as never);
      zr.off('mouseup', end as never);
    };
  }, [chart]);

  return (
    <div className="overlaid">
      <div ref={place} role="img" aria-label="The week: what is worked on and what dries" style={{ height }} />
      {ghost && (
        <Area
          width={ghost.width}
          height={BAR}
          style={{
            border: '2px solid var(--lacquer)',
            left: ghost.left,
            pointerEvents: 'none',
            position: 'absolute',
            top: ghost.top,
          }}
        >
          <Text on="plate" padX="hair" nowrap className="under">
            {whenText(ghost.at, now)}
          </Text>
        </Area>
      )}
    </div>
  );
}
