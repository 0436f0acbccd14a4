import { useEventCallback } from '@mui/material/utils';
import { useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import type { Falls } from '../../../core/board/predict.ts';
import { ILLUMINANTS, type Illuminant, type Light } from '../../../core/colour/lights.ts';
import { type LooksBeside, nextEnlarged } from './LightBar.tsx';

/** How the board is looked at: in which light, wet, in some years, and what lies beside or over it. The light is in the address. */
export function useLooking() {
  const [params, setParams] = useSearchParams();
  const light: Light = useMemo(() => {
    const asked = params.get('light') as Illuminant;
    return { illuminant: ILLUMINANTS.includes(asked) ? asked : 'D65', observer: 10 };
  }, [params]);
  const setLight = useEventCallback((illuminant: string) =>
    setParams((p) => {
      p.set('light', illuminant);
      return p;
    }),
  );
  const [wet, setWet] = useState(false);
  const [years, setYears] = useState(0);
  const [beside, setBeside] = useState<LooksBeside>(null);
  const [enlarge, setEnlarge] = useState(1);
  const [ends, setEnds] = useState(false);
  const [loupe, setLoupe] = useState(false);
  const [falls, setFalls] = useState<Falls>('diffuse');
  const toggle = (which: Exclude<LooksBeside, null>) => () => setBeside(beside === which ? null : which);
  return {
    light,
    wet,
    years,
    beside,
    enlarge,
    ends,
    loupe,
    falls,
    setLight,
    setWet,
    setYears,
    setBeside,
    setEnlarge,
    setEnds,
    setLoupe,
    setFalls,
    keys: [
      { key: 'w', what: 'wet or dry', run: () => setWet(!wet) },
      { key: 'e', what: 'the end grain', run: () => setEnds(!ends) },
      {
        key: 'm',
        what: 'the miss, three or five times as large',
        run: () => setEnlarge(nextEnlarged(enlarge)),
      },
      { key: 'l', what: 'the loupe', run: () => setLoupe(!loupe) },
      { key: 'c', what: 'curves', run: toggle('curves') },
      { key: 'p', what: 'the path of the colour', run: toggle('path') },
    ],
  };
}
