/**
 * A shop that never read anything: its woods are the usual ones of their names, its colours are what their labels say, and one
 * board of each colour stands on the rack and was held against a plain one and against its neighbour.
 */

import { ANY_FINISH } from '../src/core/belief/belief.ts';
import { believeMade, type MadeThing, type Turn, USUAL_TURN, unturned } from '../src/core/belief/colours.ts';
import { alikeAt } from '../src/core/belief/metric.ts';
import { isOfCamera, photographed } from '../src/core/belief/pictures.ts';
import type { Bound, Unknown } from '../src/core/belief/things.ts';
import type { Wood } from '../src/core/board/index.ts';
import { FIGURES, rawMean } from '../src/core/board/wood.ts';
import { deltaE00, type Lab, labOf } from '../src/core/colour/index.ts';
import { type Colourant, type Materials, newLayer, type Stack } from '../src/core/layers/index.ts';
import { NOTHING_LEARNED, tuningOf } from '../src/core/learn/index.ts';
import { COATED, SEALED } from '../src/core/optics/surface.ts';
import { type Hue, labelled, lookOf as lookOfFan } from '../src/core/usual/colours.ts';
import { usualProfile } from '../src/core/usual/profile.ts';
import { usualWood } from '../src/core/usual/woods.ts';
import { oldRoad, tanninOf } from './apprentice.ts';
import {
  addOnce,
  type EyedWorkshop,
  type EyeShop,
  lookOf,
  madeOn,
  missesOf,
  missesOn,
  type OnRack,
  putOn,
  recipeFor,
  type Sees,
  strayOf,
} from './by-eye.ts';
import { shotIn } from './photo.ts';

/** How far a colour may be turned from what its label says where that says nothing. */
const UNUSUAL_TURN: Turn = [1, 1.2, 1];
const ANY_HUE: Hue = 'brown';
/** CIEDE2000. */
const DOUBTS = { misses: 1.5, recipes: 1.5, strays: 0.8 };
/** Strokes of each colour by itself: so much of its strongest mix. */
const STROKES = { dye: [0.03, 0.2], pigment: [0.04, 0.2] } as const;
/** What the boards of its rack are made for: finished wood of every brown, as far as its colours are what they are called. */
const RACK: readonly Lab[] = [30, 42, 54].flatMap((L): Lab[] => [
  [L, 6, 10],
  [L, 12, 20],
  [L, 18, 18],
  [L, 10, 30],
]);
/** Boards in one picture; those of them that were in none before. */
const [IN_PICTURE, NEW_IN_PICTURE] = [9, 7];
/** So many of its nearest neighbours is each held against. */
const HELD_AGAINST = 2;

const NO_TINT = new Array<number>(31).fill(0);

/** A wood by its name; of one that no usual wood is called like, any. */
export function woodByName(species: string): Wood {
  const name = species.toLowerCase();
  const figure = FIGURES.toReversed().find((f) => name.includes(f)) ?? 'birch';
  return { ...usualWood(figure), id: species, name: species, tannin: tanninOf(species) };
}

/** What was seen of colours on another day counts half, as it does in the program. */
const ofAnotherJob = (known: Bound): Bound => ({ ...known, covariance: known.covariance.map((v) => 2 * v) });

export function bareShop(workshop: EyedWorkshop, sees: Sees): EyeShop {
  const woods = new Map(workshop.species.map((species) => [species, woodByName(species)]));
  const lightness = (wood: Wood) => labOf(rawMean(wood))[0];
  const [palest] = [...woods.values()].sort((p, q) => lightness(q) - lightness(p)) as [Wood];
  const colourants = workshop.colourants.map(({ id, kind, maxStrength }): Colourant => {
    const { hue, depth } = labelled(id) ?? { hue: ANY_HUE, depth: 'medium' as const };
    const common = { id, name: id, kind, carrier: 'water' as const, maxStrength, costPerGram: 0, usual: true };
    return { ...common, ...usualProfile(common, palest, lookOfFan(hue, depth)) };
  });
  const medium = (id: string, kind: 'sealer' | 'clear', { k1, k2 }: typeof COATED) => ({
    [id]: {
      id,
      name: id,
      kind,
      carrier: kind === 'sealer' ? ('alcohol' as const) : ('water' as const),
      k1,
      k2,
      tint: NO_TINT,
    },
  });
  const materials: Materials = {
    colourants: Object.fromEntries(colourants.map((c) => [c.id, c])),
    mediums: { ...medium('sealer', 'sealer', SEALED), ...medium('clear', 'clear', COATED) },
    supplies: {},
  };
  const before = unturned(new Map(colourants.map(({ id }) => [id, labelled(id) ? USUAL_TURN : UNUSUAL_TURN])));
  const unknowns: Unknown[] = workshop.species.map((species) => ({
    id: missesOn(species),
    covariance: alikeAt(ANY_FINISH.lab, DOUBTS.misses),
  }));
  const rack: OnRack[] = [];
  const stand = (wood: Wood, stack: Stack) => {
    const board = workshop.newBoard(wood.id);
    putOn(workshop, board, stack);
    const made = madeOn({ id: board, wood, stack, colours: before.ids });
    const thought = made.foreseen(materials);
    unknowns.push({ id: strayOf(board), covariance: alikeAt(thought, DOUBTS.strays) });
    addOnce(unknowns, { id: missesOf(wood.id, stack), covariance: alikeAt(thought, DOUBTS.recipes) });
    rack.push({ id: board, thought, made });
  };
  const oneOf = (n: number) => woods.get(workshop.species[n % workshop.species.length] as string) as Wood;
  for (const { id, kind, maxStrength } of colourants)
    for (const share of STROKES[kind as 'dye' | 'pigment']) {
      const colours = { [id]: share * maxStrength };
      stand(
        palest,
        kind === 'dye' ? oldRoad(newLayer('dye', { colours })) : oldRoad(undefined, newLayer('glaze', { colours })),
      );
    }
  stand(palest, oldRoad());
  for (const [n, aim] of RACK.entries()) {
    const wood = oneOf(n);
    stand(wood, recipeFor({ wood, materials, tuning: tuningOf(NOTHING_LEARNED, wood.id, materials) }, aim));
  }
  const [person] = workshop.people as [string];
  const looks = rack.flatMap(({ id, thought }, i) =>
    rack
      .slice(i + 1)
      .map((other) => ({ id: other.id, far: deltaE00(thought, other.thought) }))
      .sort((p, q) => p.far - q.far)
      .slice(0, HELD_AGAINST)
      .map((other) => lookOf(workshop, [id, other.id], person)),
  );
  const made = rack.map((r) => r.made as MadeThing);
  // All of the rack in a few pictures, each with some of the one before.
  const ids = rack.map((r) => r.id);
  const seen = photographed(
    sees.camera
      ? Array.from({ length: Math.ceil(ids.length / NEW_IN_PICTURE) }, (_, n) => ({
          id: `rack ${n}`,
          camera: 'camera',
          shot: shotIn(workshop.picture(ids.slice(NEW_IN_PICTURE * n, NEW_IN_PICTURE * n + IN_PICTURE), 'window')),
        }))
      : [],
    before,
  );
  const { belief } = believeMade({ unknowns, things: [], made, before: seen.before }, materials, {
    looks,
    read: seen.read,
  });
  const camera = seen.before.ids.filter(isOfCamera);
  return {
    materials,
    wood: (species) => woods.get(species) ?? woodByName(species),
    rack: rack.map((r) => ({ ...r, thought: belief.colour(r.id).lab })),
    before: ofAnotherJob(belief.bound([...before.ids, ...camera, ...workshop.species.map(missesOn)])),
    ...DOUBTS,
  };
}
