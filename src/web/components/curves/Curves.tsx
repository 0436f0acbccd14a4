import { lazy, Suspense } from 'react';
import { Area } from '../layout.tsx';
import type { CurvesProps } from './CurvesChart.tsx';

const Chart = lazy(async () => ({ default: (await import('./CurvesChart.tsx')).CurvesChart }));

/** Curves over wavelength, in greys: colour is not spent on lines here. The charts come when they are first asked for. */
export function Curves(props: CurvesProps) {
  return (
    <Suspense fallback={<Area height={props.height ?? 260} aria-hidden />}>
      <Chart {...props} />
    </Suspense>
  );
}
