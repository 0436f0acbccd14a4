import { WAVELENGTHS } from '../core/colour/index.ts';
import { type BoardState, readSpot, type Step, type Stock, type Strengths } from './board.ts';
import { chanceOf } from './chance.ts';
import type { Workshop } from './interface.ts';
import { DYES, OLD_DYES, PIGMENTS, THIN_SEALER, WOODS } from './stock.ts';

const TARGET_READINGS = 10;
const AMBER = 0.05;

export const STOCK: Stock = {
  woods: new Map(WOODS.map((w) => [w.id, w])),
  dyes: new Map([...DYES, ...OLD_DYES].map((d) => [d.id, d])),
  pigments: new Map(PIGMENTS.map((p) => [p.id, p])),
};

/** A recipe that no matcher knows: two or three dyes, mostly a glaze, then clear. */
function secretRecipe(seed: number, k: number): { species: string; steps: Step[] } {
  const chance = chanceOf(seed, 'secret', k);
  const take = (ids: readonly string[], count: number) => [...ids].sort(() => chance.even() - 0.5).slice(0, count);
  const dyes = take(
    DYES.map((d) => d.id),
    2 + Math.floor(chance.even() * 2),
  );
  const pigments = take(
    PIGMENTS.map((p) => p.id),
    1 + Math.floor(chance.even() * 2),
  );
  const dye: Strengths = Object.fromEntries(dyes.map((id) => [id, 1 + 9 * chance.even()]));
  const glaze: Strengths = Object.fromEntries(pigments.map((id) => [id, 0.01 + 0.08 * chance.even()]));
  const steps: Step[] = [{ act: 'dye', strengths: dye }];
  if (chance.even() < 0.75) steps.push(THIN_SEALER, { act: 'glaze', strengths: glaze });
  steps.push({ act: 'clear', amber: AMBER });
  return { species: chance.pick(WOODS).id, steps };
}

/** The simulated workshop: boards that vary, colours that differ from their profiles, a hand, an instrument. */
export function createWorkshop(seed: number): Workshop {
  const boards = new Map<string, BoardState>();
  let readings = 0;
  const boardOf = (id: string) => {
    const board = boards.get(id);
    if (!board) throw new RangeError(`The workshop has no board ${id}.`);
    return board;
  };
  const measure = (id: string, count: number) =>
    Array.from({ length: count }, () => {
      readings++;
      return readSpot(STOCK, boardOf(id), `s${readings}`, readings);
    });
  const apply = (id: string, step: Step) => {
    const board = boardOf(id);
    const has = (act: Step['act']) => board.steps.some((s) => s.act === act);
    if (has('clear')) throw new RangeError('The board is finished: nothing goes on after the clear.');
    if (step.act === 'dye' && board.steps.length > 0) throw new RangeError('Dye goes on once, on bare wood, first.');
    if (has(step.act)) throw new RangeError(`The board has its ${step.act} already.`);
    boards.set(id, { ...board, steps: [...board.steps, step] });
  };
  const put = (species: string, steps: Step[] = []) => {
    if (!STOCK.woods.has(species)) throw new RangeError(`The workshop has no ${species}.`);
    const id = `b${boards.size + 1}`;
    boards.set(id, { seed, id, species, steps });
    return id;
  };
  return {
    wavelengths: [...WAVELENGTHS],
    species: WOODS.map((w) => w.id),
    colourants: [
      ...DYES.map((d) => ({ id: d.id, kind: 'dye' as const, maxStrength: d.maxStrength })),
      ...PIGMENTS.map((p) => ({ id: p.id, kind: 'pigment' as const, maxStrength: p.maxStrength })),
    ],
    newBoard: (species) => put(species),
    measure,
    applyDye: (id, strengths) => apply(id, { act: 'dye', strengths }),
    applyGlaze(id, strengths) {
      if (!boardOf(id).steps.some((s) => s.act === 'seal')) apply(id, THIN_SEALER);
      apply(id, { act: 'glaze', strengths });
    },
    applyClear: (id) => apply(id, { act: 'clear', amber: AMBER }),
    target(k) {
      const { species, steps } = secretRecipe(seed, k);
      const id = `target-${k}`;
      boards.set(id, { seed, id, species, steps });
      return { species, spectra: measure(id, TARGET_READINGS) };
    },
  };
}
export default createWorkshop;
