import { lazy, Suspense } from 'react';

export interface Curve {
  name: string;
  values: ArrayLike<number>;
  /** Measured curves are solid, expected ones dashed. */
  dashed?: boolean;
}

export interface CurvesProps {
  curves: readonly Curve[];
  label: string;
  unit: string;
  height?: number;
}

const Chart = lazy(async () => ({ default: (await import('./CurvesChart.tsx')).CurvesChart }));

/** Curves over wavelength, in greys: colour is not spent on lines here. The charts come when they are first asked for. */
export function Curves(props: CurvesProps) {
  return (
    <Suspense fallback={<div style={{ height: props.height ?? 260 }} aria-hidden />}>
      <Chart {...props} />
    </Suspense>
  );
}
