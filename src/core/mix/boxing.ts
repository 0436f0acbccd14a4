import { deltaE00 } from '../colour/ciede2000.ts';
import { BANDS } from '../colour/grid.ts';
import { type Lab, labOf } from '../colour/lab.ts';
import { FieldError } from '../field-error.ts';
import { absorptionRatio, infiniteReflectance } from '../optics/kubelka-munk.ts';

/** A can of what should be one colour. */
export interface Can {
  name: string;
  litres: number;
  /** Litres that it holds at most. */
  holds: number;
  /** Reading of a draw from it, 31 values. */
  reading: ArrayLike<number>;
}
/** So much from one can into another, which is then stirred. */
export interface BoxTransfer {
  from: string;
  to: string;
  litres: number;
  /** Largest CIEDE2000 between two cans when it is stirred. */
  spread: number;
}
export interface Boxing {
  /** Before anything is poured. */
  spread: number;
  transfers: BoxTransfer[];
  /** Below the tolerance in the end. */
  done: boolean;
}

const MOST_TRANSFERS = 60;

/**
 * Cans boxed together without a vessel that holds them all: the two that differ most are poured into one another and back,
 * as much as there is room for, until no two differ by more than a tolerance. What two cans make is by their K/S in
 * proportion to their volumes (Duncan's rule; the base is the same in all).
 * @throws FieldError on a can of nothing, or where no can has room
 */
export function boxCans(cans: readonly Can[], tolerance: number): Boxing {
  if (cans.length < 2) throw new FieldError('cans', 'Boxing takes two cans at least.');
  if (!(tolerance > 0)) throw new FieldError('tolerance', 'The tolerance is more than nothing.');
  for (const { name, litres, holds } of cans) {
    if (!(litres > 0)) throw new FieldError('litres', `How much is in ${name}? More than nothing.`);
    if (!(holds >= litres)) throw new FieldError('holds', `${name} cannot hold less than is in it.`);
  }
  const state = cans.map(({ name, litres, holds, reading }) => ({
    name,
    litres,
    holds,
    ks: Array.from({ length: BANDS }, (_, i) => absorptionRatio(reading[i] ?? 0)),
  }));
  type State = (typeof state)[number];
  const labs = () => state.map(({ ks }) => labOf(ks.map(infiniteReflectance)));
  const farthest = () => {
    const now = labs();
    let worst = { spread: -1, a: 0, b: 1 };
    for (let a = 0; a < now.length; a++)
      for (let b = a + 1; b < now.length; b++) {
        const spread = deltaE00(now[a] as Lab, now[b] as Lab);
        if (spread > worst.spread) worst = { spread, a, b };
      }
    return worst;
  };
  const pour = (from: State, to: State, litres: number) => {
    for (let i = 0; i < BANDS; i++)
      to.ks[i] = ((to.ks[i] ?? 0) * to.litres + (from.ks[i] ?? 0) * litres) / (to.litres + litres);
    from.litres -= litres;
    to.litres += litres;
  };
  const first = farthest();
  const transfers: BoxTransfer[] = [];
  let { spread } = first;
  while (spread > tolerance && transfers.length < MOST_TRANSFERS) {
    const { a, b } = farthest();
    const [p, q] = [state[a] as State, state[b] as State];
    const roomIn = (can: State) => can.holds - can.litres;
    const [from, to] = Math.min(roomIn(q), p.litres) >= Math.min(roomIn(p), q.litres) ? [p, q] : [q, p];
    const litres = Math.min(roomIn(to), from.litres * 0.9);
    if (litres < 1e-6)
      throw new FieldError(
        'holds',
        'No can has room: take an empty one beside them, or pour all into a larger vessel.',
      );
    pour(from, to, litres);
    transfers.push({ from: from.name, to: to.name, litres, spread: farthest().spread });
    pour(to, from, litres);
    ({ spread } = farthest());
    transfers.push({ from: to.name, to: from.name, litres, spread });
  }
  return { spread: first.spread, transfers, done: spread <= tolerance };
}
