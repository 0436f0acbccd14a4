import { usualFilm } from '../board/films.ts';
import { rawMean, type Wood } from '../board/wood.ts';
import { bentTo } from '../colour/bent.ts';
import type { Lab } from '../colour/lab.ts';
import { COLOURANT_INFO } from '../kinds/index.ts';
import { type Colourant, goesIn } from '../layers/materials.ts';
import { fitLadder } from '../learn/ladder.ts';
import { filmOfLook } from './film-of-look.ts';

type Sort = Pick<Colourant, 'kind' | 'maxStrength'>;
interface Curves {
  absorption: number[];
  scatter: number[];
  exponent: number;
}

/** Of the strongest mix. Common practice. */
const PLAIN_COAT = 0.35;
/** The strength that a look is of: what comes out of a tin as it is, a colour of the wood as it is mixed for a plain coat. */
export const strengthOfLook = ({ kind, maxStrength }: Sort): number =>
  COLOURANT_INFO[kind].readyMade ? Math.min(1, maxStrength) : PLAIN_COAT * maxStrength;

/** The film that one coat leaves on a board of a wood, of a colour that makes one: a stain on bare wood, a glaze over a seal. */
export function filmOfRung(kind: Colourant['kind'], wood: Wood | undefined): { film?: number } {
  if (!wood || goesIn(kind)) return {};
  return { film: usualFilm(kind === 'stain' ? 'wiping-stain' : 'glaze', wood) };
}

/** The usual profile of a colour that nobody has laddered: a rung of one board that was looked at, or only thought of. */
export function usualProfile(colour: Sort, wood: Wood, look: Lab): Curves {
  const before = rawMean(wood);
  const after = bentTo(before, look);
  const strength = strengthOfLook(colour);
  if (!goesIn(colour.kind)) {
    const { film = 1 } = filmOfRung(colour.kind, wood);
    return { ...filmOfLook(before, after, strength * film), exponent: 1 };
  }
  const rung = { strength, before, after, tannin: wood.tannin };
  const { profile, scatter } = fitLadder(colour.kind, [rung], colour.maxStrength, { least: 1 });
  return { absorption: profile.absorption, exponent: profile.exponent, scatter };
}
