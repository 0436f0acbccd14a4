import { type Preparation, USUAL_PREPARATION } from '../board/preparation.ts';
import { isBlotchy, type Wood } from '../board/wood.ts';
import type { Carrier } from '../kinds/index.ts';
import { type Layer, traitsOf } from '../layers/layer.ts';
import { chosen, type Schools } from './schools.ts';
import type { Tool } from './tools.ts';

const STOP_GRIT: Record<string, number> = { coarse: 120, middle: 180, fine: 220 };
/** How loaded the pad is for a dye, by school. */
const DYE_LOAD: Record<string, number> = { flooded: 1, 'one-pass': 0.6, 'pre-wetted': 1 };

/** How a wood is made ready in a shop of these schools, until somebody says otherwise; a conditioner only where that was chosen. */
export function preparationBySchools(schools: Schools, wood: Pick<Wood, 'blotch' | 'anatomy'>): Preparation {
  const grit = STOP_GRIT[chosen(schools, 'stop-grit')] ?? USUAL_PREPARATION.grit;
  return {
    ...USUAL_PREPARATION,
    grit,
    conditioner: schools.conditioner === 'always' && (isBlotchy(wood) || wood.anatomy === 'soft'),
    ...(chosen(schools, 'dust') === 'tack' ? { dust: 'tack cloth' as const } : {}),
  };
}

/** A new layer as a shop of these schools, with these tools, begins it. */
export function layerBySchools(layer: Layer, carrier: Carrier, schools: Schools, tools: readonly Tool[]): Layer {
  const school = (id: Parameters<typeof chosen>[1]) => chosen(schools, id);
  const canSpray = tools.includes('spray-gun') && (carrier === 'water' || carrier === 'oil' || tools.includes('booth'));
  const settings = { ...layer.settings };
  let { method, rub } = layer;
  if (traitsOf(layer).clear) {
    if (school('clear-coats') === 'three') settings.coats = Math.max(3, settings.coats ?? 0);
    if (!canSpray) method = 'brushed';
    if (school('sanding-clear') === 'wet' && carrier !== 'water') rub ??= 'wet';
  }
  if (traitsOf(layer).dyes) {
    const load = DYE_LOAD[school('dye-coat')] ?? 1;
    if (load !== 1) settings.load ??= load;
    if (carrier === 'solvent' && school('solvent-dye') === 'sprayed' && canSpray) method = 'sprayed';
  }
  return { ...layer, settings, ...(method ? { method } : {}), ...(rub ? { rub } : {}) };
}
