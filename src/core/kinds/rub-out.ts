import { kind } from './kind.ts';
import { lasts } from './times.ts';
import { withWork } from './way-back.ts';
import { PAPERED, POLISHED, WOOLED } from './ways.ts';

/** Minutes of work on a square metre: with the papers, with wool, and on to compound and polish. Common practice. */
const MINUTES: Readonly<Record<string, number>> = { papers: 30, wool: 20, polished: 60 };
/** Where nobody says which. */
export const USUAL_PAPERS: readonly number[] = [800, 1000];

/** The end of a built film: cured, it is rubbed to the sheen that is wanted. It takes a little of the film, and no colour. */
export const rubOut = kind({
  label: 'Rub out',
  called: ['rubbed out', 'rub-out', 'rub to a sheen', 'compound', 'polish'],
  settings: [],
  methods: [PAPERED, WOOLED, POLISHED],
  is: { rubsOut: true, cloths: true },
  drying: ({ method }) => lasts([0, 0, 0.25], 0.25, MINUTES[method ?? 'papers'] ?? 30),
  test: () => 'dull',
  wayBack: () => withWork('Another coat over it, scuffed first'),
  warning: 'Where the film is through, the colour goes with it: edges first. Keep away from them, and stop short.',
  puttingOn: ({ method, papers, wet }) => {
    if (method === 'wool')
      return 'With 0000 wool and wax as its grease, full strokes along the grain until all is one sheen; wipe clean.';
    const grits = (papers.length > 0 ? papers : USUAL_PAPERS).join(', then ');
    const rubbed = `${wet ? 'Wet, with a drop of soap' : 'Dry'}, with ${grits}: straight strokes along the grain, 2–3 min a face with the first, until nothing shines in the hollows; wiped clean between papers, edges last and least.`;
    return method === 'polished'
      ? `${rubbed} Then compound, then polish, on a slow wheel, the work held low; wipe clean.`
      : rubbed;
  },
});
