import type { Anatomy, TissueName } from '../board/tissues.ts';
import { type Figure, type TanninClass, usualTake, type Wood } from '../board/wood.ts';
import { movedByWords } from '../colour/bent.ts';
import type { Lab } from '../colour/lab.ts';
import { reflectanceFromLab } from '../colour/reconstruct.ts';
import type { Move } from '../colour/shades.ts';

/** A wood as most boards of it are, before anybody has read one: its ground sanded to 180, and how it is built. Common practice. */
interface UsualWood {
  name: string;
  anatomy: Anatomy;
  tannin: TanninClass;
  blotch: number;
  ground: Lab;
}

/** The woods that the figure knows. Typical colours of our own, from memory; a board of the shop tells its own. */
export const USUAL_WOODS: Readonly<Record<Figure, UsualWood>> = {
  ash: { name: 'Ash', anatomy: 'open', tannin: 1, blotch: 0.08, ground: [79, 4, 19] },
  oak: { name: 'Oak', anatomy: 'open', tannin: 3, blotch: 0.08, ground: [73, 6, 22] },
  elm: { name: 'Elm', anatomy: 'open', tannin: 1, blotch: 0.1, ground: [66, 9, 23] },
  beech: { name: 'Beech', anatomy: 'fine', tannin: 0, blotch: 0.1, ground: [74, 8, 20] },
  birch: { name: 'Birch', anatomy: 'fine', tannin: 0, blotch: 0.2, ground: [80, 4, 19] },
  maple: { name: 'Maple', anatomy: 'fine', tannin: 0, blotch: 0.2, ground: [82, 4, 17] },
  'curly-maple': { name: 'Curly maple', anatomy: 'fine', tannin: 0, blotch: 0.22, ground: [81, 4, 18] },
  cherry: { name: 'Cherry', anatomy: 'fine', tannin: 1, blotch: 0.25, ground: [67, 12, 23] },
  walnut: { name: 'Walnut', anatomy: 'open', tannin: 2, blotch: 0.08, ground: [47, 8, 16] },
  sapele: { name: 'Sapele', anatomy: 'open', tannin: 2, blotch: 0.1, ground: [50, 16, 20] },
  mahogany: { name: 'Mahogany', anatomy: 'open', tannin: 2, blotch: 0.1, ground: [54, 17, 22] },
  teak: { name: 'Teak', anatomy: 'open', tannin: 1, blotch: 0.1, ground: [58, 10, 27] },
  alder: { name: 'Alder', anatomy: 'fine', tannin: 0, blotch: 0.2, ground: [71, 10, 22] },
  pine: { name: 'Pine', anatomy: 'soft', tannin: 0, blotch: 0.3, ground: [80, 5, 26] },
  spruce: { name: 'Spruce', anatomy: 'soft', tannin: 0, blotch: 0.25, ground: [83, 3, 22] },
  fir: { name: 'Fir', anatomy: 'soft', tannin: 0, blotch: 0.28, ground: [76, 8, 25] },
};

/** How much of the face each tissue is, and what it reflects of what the ground does. Common practice. */
const TISSUES: Readonly<Record<Anatomy, readonly (readonly [TissueName, share: number, reflects: number])[]>> = {
  open: [
    ['ground', 0.66, 1],
    ['grain', 0.24, 0.8],
    ['pore', 0.1, 0.5],
  ],
  fine: [
    ['ground', 0.8, 1],
    ['grain', 0.2, 0.88],
  ],
  soft: [
    ['ground', 0.74, 1],
    ['grain', 0.26, 0.7],
  ],
};

/** A usual wood, as it is or moved by words: “a shade paler”. @throws FieldError when no wood can be so */
export function usualWood(figure: Figure, moves: readonly Move[] = []): Wood {
  const { name, anatomy, tannin, blotch, ground } = USUAL_WOODS[figure];
  const face = movedByWords(reflectanceFromLab(ground), moves);
  return {
    id: figure,
    name,
    figure,
    tannin,
    anatomy,
    blotch,
    tissues: TISSUES[anatomy].map(([tissue, fraction, reflects]) => ({
      name: tissue,
      fraction,
      reflectance: Array.from(face, (r) => r * reflects),
      ...usualTake(anatomy, tissue),
    })),
  };
}
