import { lazy, Suspense } from 'react';
import type { Lab } from '../../../core/colour/lab.ts';

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

const Chart = lazy(async () => ({ default: (await import('./ColourPathChart.tsx')).ColourPathChart }));

/** The way of the colour through a*b* and L*C*, stage by stage, to the target and its tolerance. */
export function ColourPath(props: PathProps) {
  return (
    <Suspense fallback={<div style={{ height: props.height }} aria-hidden />}>
      <Chart {...props} />
    </Suspense>
  );
}
