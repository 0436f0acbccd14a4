import { lazy, Suspense } from 'react';
import { Area } from '../layout.tsx';
import type { PathProps } from './ColourPathChart.tsx';

const Chart = lazy(async () => ({ default: (await import('./ColourPathChart.tsx')).ColourPathChart }));

/** The way of the colour through a*b* and L*C*, stage by stage, to the target and its tolerance. */
export function ColourPath(props: PathProps) {
  return (
    <Suspense fallback={<Area height={props.height} aria-hidden />}>
      <Chart {...props} />
    </Suspense>
  );
}
