import { deltaE00, type Lab, labOf } from '../core/colour/index.ts';
import { meantReflectance } from './board.ts';
import { type Chance, chanceOf } from './chance.ts';
import type { BenchAct } from './interface.ts';
import { DYES, OTHER_COLOURS, PIGMENTS, STOCK, THIN_SEALER, WOODS } from './stock.ts';

/** A target made by a whole system, and proof that it can be made on the job's own wood. */
export interface SystemTarget {
  /** The job's wood. */
  species: string;
  /** What the customer's piece is made of and how. */
  made: { species: string; acts: readonly BenchAct[] };
  mustEndClear: boolean;
  without: string[];
  /** A stack on the job's own wood that comes within {@link WITNESS} of the target, should nothing stray; CIEDE2000. */
  witness: { acts: readonly BenchAct[]; deltaE: number };
}

export const WITNESS = 0.5;

const idsOf = (list: readonly { id: string }[]) => list.map((c) => c.id);
const ofKind = (kind: string) => idsOf(OTHER_COLOURS.filter((c) => c.kind === kind));
const pour = (chance: Chance, ids: readonly string[], count: number, least: number, most: number) =>
  Object.fromEntries(chance.some(ids, count).map((id) => [id, least + (most - least) * chance.even()]));

const CLEARS = ['water-satin', 'oil-varnish'];
const SEALERS = [THIN_SEALER, 'blonde-shellac', 'garnet-shellac'];

/** Layers that systems are put together from, in the order in which they go on. */
const PARTS: Record<string, (chance: Chance) => BenchAct[]> = {
  bleach: (c) => [{ kind: 'bleach', amount: 0.3 + 0.4 * c.even() }],
  iron: (c) => [{ kind: 'reactive', colours: pour(c, ofKind('reactive'), 1, 3, 20) }],
  ink: (c) => [{ kind: 'ink', colours: pour(c, ofKind('ink'), 1, 2, 10) }],
  dye: (c) => [{ kind: 'dye', colours: pour(c, idsOf(DYES), 1 + Math.floor(3 * c.even()), 0.5, 9) }],
  stain: (c) => [{ kind: 'wiping-stain', colours: pour(c, ofKind('stain'), 1 + Math.floor(2 * c.even()), 0.15, 0.5) }],
  oil: () => [{ kind: 'oil', medium: 'linseed' }],
  sealer: (c) => [{ kind: 'sealer', medium: c.pick(SEALERS) }],
  glaze: (c) => [{ kind: 'glaze', colours: pour(c, idsOf(PIGMENTS), 1 + Math.floor(2 * c.even()), 0.01, 0.09) }],
  gel: (c) => [{ kind: 'gel-stain', colours: pour(c, idsOf(PIGMENTS), 1 + Math.floor(2 * c.even()), 0.01, 0.07) }],
  toner: (c) => [{ kind: 'toner', medium: 'water-satin', colours: pour(c, idsOf(DYES), 1, 2, 10), coats: 2 }],
  clear: (c) => [{ kind: 'clear', medium: c.pick(CLEARS), coats: 1 + Math.floor(2 * c.even()) }],
};
const SYSTEMS: readonly (readonly string[])[] = [
  ['dye', 'clear'],
  ['stain', 'clear'],
  ['dye', 'stain', 'clear'],
  ['dye', 'sealer', 'glaze', 'clear'],
  ['dye', 'sealer', 'gel', 'clear'],
  ['stain', 'sealer', 'glaze', 'clear'],
  ['iron', 'clear'],
  ['iron', 'dye', 'sealer', 'clear'],
  ['ink', 'dye', 'clear'],
  ['dye', 'oil', 'sealer', 'clear'],
  ['oil', 'sealer', 'glaze', 'clear'],
  ['bleach', 'dye', 'sealer', 'clear'],
  ['bleach', 'dye', 'sealer', 'glaze', 'clear'],
  ['dye', 'sealer', 'toner', 'clear'],
  ['iron', 'dye', 'sealer', 'glaze', 'toner', 'clear'],
  ['sealer', 'gel', 'sealer', 'glaze', 'clear'],
];
/** Kinds that a shop may do without. */
const SPARED = ['toner', 'bleach', 'opaque', 'reactive', 'ink', 'gel-stain', 'oil', 'filler'];
const TRIES = 60;

const lightness = (species: string) => labOf(meantReflectance(STOCK, { seed: 0, species, acts: [] }))[0];

/** A system's numbers, to be turned: every strength, by the place of its act. */
const knobsOf = (acts: readonly BenchAct[]) =>
  acts.flatMap((act, at) => Object.entries(act.colours ?? {}).map(([id, value]) => ({ at, id, value })));

const turned = (acts: readonly BenchAct[], at: number, id: string, value: number): BenchAct[] =>
  acts.map((act, i) => (i === at ? { ...act, colours: { ...act.colours, [id]: value } } : act));

const ROUNDS = 40;
/** Turns one strength after another, up and down by ever less, while that comes nearer. */
function approached(start: readonly BenchAct[], missOf: (acts: readonly BenchAct[]) => number) {
  let acts = start;
  let miss = missOf(acts);
  let step = 0.5;
  for (let round = 0; round < ROUNDS && miss > 0.1 * WITNESS && step > 0.005; round++) {
    const before = miss;
    for (const { at, id } of knobsOf(start))
      for (const factor of [1 + step, 1 / (1 + step)]) {
        const now = acts[at].colours?.[id] ?? 0;
        const most = STOCK.colours.get(id)?.maxStrength ?? 1;
        const tried = turned(acts, at, id, Math.min(most, now * factor));
        const missed = missOf(tried);
        if (missed < miss) {
          acts = tried;
          miss = missed;
        }
      }
    if (miss > before * 0.97) step /= 2;
  }
  return { acts, deltaE: miss };
}

/**
 * The k-th target of the wider bench: a random system of 2 to 6 layers on another board of the job's wood, or on a paler
 * wood, and a witness on the job's own. Drawn again until there is one.
 */
export function systemTarget(seed: number, k: number): SystemTarget {
  for (let attempt = 0; attempt < TRIES; attempt++) {
    const chance = chanceOf(seed, 'system', k, attempt);
    const species = chance.pick(WOODS).id;
    const paler = WOODS.filter((w) => lightness(w.id) > lightness(species) + 3);
    const made = {
      species: chance.even() < 0.4 && paler.length > 0 ? chance.pick(paler).id : species,
      acts: chance.pick(SYSTEMS).flatMap((part) => PARTS[part](chance)),
    };
    const wanted: Lab = labOf(meantReflectance(STOCK, { seed, ...made }));
    const missOf = (acts: readonly BenchAct[]) =>
      deltaE00(wanted, labOf(meantReflectance(STOCK, { seed, species, acts })));
    const witness = approached(made.acts, missOf);
    if (witness.deltaE > WITNESS) continue;
    const without = SPARED.filter((kind) => !witness.acts.some((a) => a.kind === kind) && chance.even() < 0.15);
    return { species, made, mustEndClear: true, without, witness };
  }
  throw new RangeError(`No target ${k} of seed ${seed} can be made.`);
}
