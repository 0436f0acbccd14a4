import { lazy, Suspense } from 'react';
import type { PathProps } from './ColourPathChart.tsx';

const Chart = lazy(async () => ({ default: (await import('./ColourPathChart.tsx')).ColourPathChart }));

/** The way of the colour through a*b* and L*C*, stage by stage, to the target and its tolerance. */
export function ColourPath(props: PathProps) {
  return (
    <Suspense fallback={<div style={{ height: props.height }} aria-hidden />}>
      <Chart {...props} />
    </Suspense>
  );
}
