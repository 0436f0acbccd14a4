import { BANDS } from '../colour/grid.ts';
import { checkStack } from '../layers/check.ts';
import { type Layer, type LayerKind, type Stack, setting } from '../layers/layer.ts';
import type { Colourant, Materials } from '../layers/materials.ts';
import { absorptionRatio, infiniteReflectance } from './kubelka-munk.ts';
import {
  checkPreparation,
  dyeUptake,
  type Preparation,
  pigmentHold,
  preparationColour,
  USUAL_PREPARATION,
} from './preparation.ts';
import { ACT, type Act, allocateProgram, type Program, type Stage } from './program.ts';
import { COATED, SEALED, type Surface, underSurface } from './surface.ts';
import { bareSurface, checkWood, type TissueName, type Wood } from './wood.ts';

/** What the shop has learned about its own materials and hands: factors on the model, 1 = as the profile says. */
export interface Tuning {
  /** Factor on uptake (dye) or colour strength (pigment), by colourant id, on this wood. */
  uptake: Readonly<Record<string, number>>;
  /** Factor on film thickness, by layer kind. */
  film: Readonly<Partial<Record<LayerKind, number>>>;
  /** Added to the k2 of the clears. */
  coatK2: number;
  /** What the parameters cannot explain: log factor on K/S by layer kind, 31 values. */
  residual: Readonly<Partial<Record<LayerKind, readonly number[]>>>;
}
export const UNTUNED: Tuning = { uptake: {}, film: {}, coatK2: 0, residual: {} };

/** Film left on each tissue by each kind over a sealed surface, in usual thicknesses. Common practice, no source. */
const FILM_LEFT: Partial<Record<LayerKind, Record<TissueName, number>>> = {
  'wiping-stain': { ground: 0.45, grain: 0.6, pore: 1.6 },
  'gel-stain': { ground: 1, grain: 1.05, pore: 1.5 },
  glaze: { ground: 1, grain: 1.1, pore: 1.6 },
  'powdering-glaze': { ground: 0.06, grain: 0.4, pore: 2 },
};
const GLAZE_METHOD: Record<string, Record<TissueName, number>> = {
  wiped: { ground: 1, grain: 1, pore: 1 },
  'dry-brushed': { ground: 0.8, grain: 0.75, pore: 0.5 },
  'in-grain': { ground: 0.06, grain: 0.5, pore: 1.6 },
};
/** Over bare wood a film soaks in and cannot be wiped back: more of it stays. */
const OVER_BARE: Partial<Record<LayerKind, number>> = { 'gel-stain': 1.5, glaze: 1.45, 'wiping-stain': 1.2 };
/** Share of a reactive colour that each tannin class can develop. */
const TANNIN_SHARE = [0.05, 0.3, 0.7, 1] as const;
const REACTIVE_HALFWAY = 6;
const OPAQUE_COAT = 8;
/** Ink is carbon in water: it lies on the face and cannot wet into open pores. */
const INK_IN_PORES = 0.06;
/** Oil fills the cells with something of wood's own index: K/S deepens, dark tissue more than light. */
const OIL_DEEPENING: Record<TissueName, number> = { ground: 1.12, grain: 1.25, pore: 1.3 };

interface Setup {
  wood: Wood;
  materials: Materials;
  preparation: Preparation;
  tuning: Tuning;
}

type Fill = (tissue: Wood['tissues'][number], band: number) => number;

/** Fills tissues x 31 numbers. */
function grid(wood: Wood, fill: Fill): Float64Array {
  const out = new Float64Array(wood.tissues.length * BANDS);
  wood.tissues.forEach((tissue, t) => {
    for (let i = 0; i < BANDS; i++) out[t * BANDS + i] = fill(tissue, i);
  });
  return out;
}
const EMPTY = new Float64Array(0);
const act = (code: Act['code'], a: Float64Array, b: Float64Array = EMPTY): Act => ({ code, a, b });

interface Dose {
  colourant: Colourant;
  /** strength^exponent times the learned uptake */
  amount: number;
}

function doses(layer: Layer, { materials, tuning }: Setup): Dose[] {
  return Object.entries(layer.colours).map(([id, strength]) => {
    const colourant = materials.colourants[id];
    return { colourant, amount: strength ** colourant.exponent * (tuning.uptake[id] ?? 1) };
  });
}
const sumOf = (list: readonly Dose[], curve: 'absorption' | 'scatter', band: number) =>
  list.reduce((sum, d) => sum + d.amount * d.colourant[curve][band], 0);

/**
 * Dye and ink: K/S of the wood grows by the sum of strength^exponent times the colourant's curve times uptake
 * (single-constant Kubelka-Munk, Kubelka and Munk 1931; the exponent and the coats' 0.8 are fitted, no source).
 * Strength in g/L, coats 1-4. Ink stays on the face: common practice.
 */
function colourInWood(layer: Layer, setup: Setup): Act[] {
  const list = doses(layer, setup);
  const take = dyeUptake(setup.preparation) * setting(layer, 'coats') ** 0.8;
  return [
    act(
      ACT.colour,
      grid(setup.wood, (tissue, i) => {
        const face = layer.kind === 'ink' && tissue.name === 'pore' ? INK_IN_PORES : tissue.dye;
        return take * face * sumOf(list, 'absorption', i);
      }),
    ),
  ];
}

/**
 * Reactive colour (iron on tannin): K/S grows with strength until the wood's tannin is used up, an exponential approach
 * to a share that its tannin class sets. Strength in g/L, coats 1-3. The shares are common practice, no source.
 */
function reactiveColour(layer: Layer, setup: Setup): Act[] {
  const share = TANNIN_SHARE[setup.wood.tannin] * setting(layer, 'coats') ** 0.5 * dyeUptake(setup.preparation);
  return [
    act(
      ACT.colour,
      grid(setup.wood, (tissue, i) =>
        doses(layer, setup).reduce(
          (sum, d) =>
            sum +
            share *
              tissue.dye *
              REACTIVE_HALFWAY *
              (1 - Math.exp(-d.amount / REACTIVE_HALFWAY)) *
              d.colourant.absorption[i],
          0,
        ),
      ),
    ),
  ];
}

/**
 * Wiping stain, gel, glaze, powdering glaze, opaque: a film of K X and S X over each tissue (two-constant Kubelka-Munk,
 * Kubelka 1948). Pigment in shares of the mass (0-1), film in usual thicknesses (0-5), coats as the kind allows; what
 * each tissue keeps after wiping is common practice, no source. No thickness leaves the ground as it is.
 */
function filmColour(layer: Layer, setup: Setup, overBare: boolean): Act[] {
  const list = doses(layer, setup);
  const left = FILM_LEFT[layer.kind];
  const method = layer.kind === 'glaze' ? GLAZE_METHOD[layer.method ?? 'wiped'] : GLAZE_METHOD.wiped;
  const thickness = (tissue: Wood['tissues'][number]) =>
    (left ? left[tissue.name] : OPAQUE_COAT) *
    method[tissue.name] *
    (left ? pigmentHold(setup.preparation, tissue.name) * tissue.hold : 1) *
    (overBare ? (OVER_BARE[layer.kind] ?? 1) : 1) *
    setting(layer, 'film') *
    setting(layer, 'coats') ** 0.9 *
    (setup.tuning.film[layer.kind] ?? 1);
  return [
    act(
      ACT.film,
      grid(setup.wood, (tissue, i) => thickness(tissue) * sumOf(list, 'absorption', i)),
      grid(setup.wood, (tissue, i) => thickness(tissue) * sumOf(list, 'scatter', i)),
    ),
  ];
}

/**
 * Sealer, clear, toner: light is swallowed on the way in and out, reflectance times exp(-2 n a) with the medium's
 * Napierian absorbance a of one coat (Beer-Lambert), n coats or passes; a toner adds its dyes. The surface changes too.
 */
function clearTint(layer: Layer, setup: Setup): Act[] {
  const tint = setup.materials.mediums[layer.medium as string].tint;
  const n = setting(layer, 'coats');
  const dyes = layer.kind === 'toner' ? doses(layer, setup) : [];
  return [
    act(
      ACT.tint,
      grid(setup.wood, (_, i) => Math.exp(-2 * n * (tint[i] + TONER_PATH * sumOf(dyes, 'absorption', i)))),
    ),
  ];
}
/** A sprayed toner pass holds about this share of the colour that a flood coat of the same strength leaves in wood. */
const TONER_PATH = 0.08;

/** Tinted filler: the share `fill` (0-1) of the pores takes the filler's own colour, an infinitely thick film of it. */
function fillPores(layer: Layer, setup: Setup): Act[] {
  const list = doses(layer, setup);
  // Without tint it is clear: the pores show their own colour.
  if (list.every((d) => d.amount === 0)) return [];
  const filled = setting(layer, 'fill');
  return [
    act(
      ACT.replace,
      grid(setup.wood, (_, i) =>
        infiniteReflectance(sumOf(list, 'absorption', i) / Math.max(1e-6, sumOf(list, 'scatter', i))),
      ),
      grid(setup.wood, (tissue) => (tissue.name === 'pore' ? filled : 0)),
    ),
  ];
}

/** Sanding reaches the ground and leaves the colour in grain and pores; a wet rag lifts it everywhere alike. */
const SANDED: Record<TissueName, number> = { ground: 1, grain: 0.6, pore: 0.15 };

/** Wipe back, sand back: the share `removed` (0-0.95) of the colour in the wood goes, by tissue when sanded. */
const keepShare = (layer: Layer, setup: Setup): Act[] => [
  act(
    ACT.keep,
    grid(
      setup.wood,
      (tissue) => 1 - setting(layer, 'removed') * (layer.kind === 'sand-back' ? SANDED[tissue.name] : 1),
    ),
  ),
];

/** Bleach: K/S of the wood times what is left after `strength` (0-0.95), least at the blue end, where wood is yellow. */
const bleach = (layer: Layer, setup: Setup): Act[] => [
  act(
    ACT.deepen,
    grid(setup.wood, (_, i) => 1 - setting(layer, 'strength') * (1 - 0.25 * (i / (BANDS - 1)))),
  ),
];

/** Oil: wets the cells out, so K/S deepens by tissue (common practice, no source), and ambers like a clear. */
const oilActs = (layer: Layer, setup: Setup): Act[] => [
  act(
    ACT.deepen,
    grid(setup.wood, (tissue) => OIL_DEEPENING[tissue.name]),
  ),
  ...clearTint(layer, setup),
];

function actsOf(layer: Layer, setup: Setup, overBare: boolean): Act[] {
  switch (layer.kind) {
    case 'dye':
    case 'ink':
      return colourInWood(layer, setup);
    case 'reactive':
      return reactiveColour(layer, setup);
    case 'wiping-stain':
    case 'gel-stain':
    case 'glaze':
    case 'powdering-glaze':
    case 'opaque':
      return filmColour(layer, setup, overBare);
    case 'sealer':
    case 'clear':
    case 'toner':
      return clearTint(layer, setup);
    case 'oil':
      return oilActs(layer, setup);
    case 'filler':
      return fillPores(layer, setup);
    case 'bleach':
      return bleach(layer, setup);
    case 'wipe-back':
    case 'sand-back':
      return keepShare(layer, setup);
  }
}

/** The surface that a reading goes through once the layer is dry. */
function surfaceAfter(layer: Layer, before: Surface, { materials, tuning }: Setup): Surface {
  switch (layer.kind) {
    case 'sealer':
    case 'oil':
    case 'clear':
    case 'toner': {
      const { k1, k2 } = materials.mediums[layer.medium as string];
      const built = layer.kind === 'clear' || layer.kind === 'toner';
      return {
        k1: k1 ?? (built ? COATED : SEALED).k1,
        k2: Math.min(0.75, Math.max(0.2, k2 + (built ? tuning.coatK2 : 0))),
      };
    }
    case 'gel-stain':
    case 'opaque':
      return SEALED;
    default:
      return before;
  }
}

const isSealed = (surface: Surface) => surface.k1 > 0.01;

function residualActs(layer: Layer, setup: Setup): Act[] {
  const residual = setup.tuning.residual[layer.kind];
  return residual
    ? [
        act(
          ACT.deepen,
          grid(setup.wood, (_, i) => Math.exp(residual[i])),
        ),
      ]
    : [];
}

/**
 * A stack on a wood made ready for the kernel.
 * @throws FieldError when the stack names unknown things or numbers out of bounds, or a spectrum is none
 */
export function compileStack(
  stack: Stack,
  wood: Wood,
  materials: Materials,
  preparation: Preparation = USUAL_PREPARATION,
  tuning: Tuning = UNTUNED,
): Program {
  checkStack(stack, materials);
  checkPreparation(preparation);
  checkWood(wood);
  const setup: Setup = { wood, materials, preparation, tuning };
  const bare: Surface = preparation.oldFinish ? COATED : bareSurface(wood);
  const start = grid(wood, (tissue, i) =>
    infiniteReflectance(
      absorptionRatio(underSurface(tissue.reflectance[i], bare)) + preparationColour(preparation, tissue.name),
    ),
  );
  let surface = bare;
  const stages: Stage[] = stack.map((layer) => {
    const acts = [...actsOf(layer, setup, !isSealed(surface)), ...residualActs(layer, setup)];
    surface = surfaceAfter(layer, surface, setup);
    return { acts, surface };
  });
  return allocateProgram(
    wood.tissues.map((t) => t.fraction),
    start,
    bare,
    stages,
  );
}
