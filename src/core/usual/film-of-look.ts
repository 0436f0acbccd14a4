import { BANDS, type Spectrum } from '../colour/grid.ts';
import { filmOver } from '../optics/kubelka-munk.ts';
import { BARE, type Surface, underSurface } from '../optics/surface.ts';

/** S X of the film that a tin of usual body leaves on a wood: the grain shows through. Common practice, no source. */
const USUAL_SCATTER = 0.12;
/** And how much more each time, where what is wanted is paler than that can make. */
const MORE = 1.5;
const MOST_SCATTER = 20;
const HALVINGS = 40;
const MOST_ABSORPTION = 60;

/**
 * A film that turns one reading of a wood into another (Kubelka and Munk): as little scatter as does it, so that the figure
 * shows through as far as it can, and in each band the absorption that is left to find.
 * @param amount how much of the colour is in the film, in the units of the profile
 */
export function filmOfLook(
  before: Spectrum,
  after: Spectrum,
  amount: number,
  surface: Surface = BARE,
): { absorption: number[]; scatter: number[] } {
  const ground = Array.from(before, (r) => underSurface(r, surface));
  const wanted = Array.from(after, (r) => underSurface(r, surface));
  let scatter = USUAL_SCATTER;
  const reaches = () => wanted.every((r, i) => filmOver(0, scatter, ground[i] as number) >= r);
  while (!reaches() && scatter < MOST_SCATTER) scatter *= MORE;
  const absorption = wanted.map((r, i) => {
    let [low, high] = [0, MOST_ABSORPTION];
    for (let n = 0; n < HALVINGS; n++) {
      const middle = (low + high) / 2;
      if (filmOver(middle, scatter, ground[i] as number) > r) low = middle;
      else high = middle;
    }
    return (low + high) / 2 / amount;
  });
  return { absorption, scatter: new Array<number>(BANDS).fill(scatter / amount) };
}
