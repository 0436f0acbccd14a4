import { KINDS } from '../kinds/index.ts';
import { type Layer, methodOf, rubOutPapers, type Stack, setting, traitsOf } from '../layers/layer.ts';
import { isTurnToRub } from '../time/rubbing.ts';

/** Something that a job uses up beside its colours. `key` names it for good: `paper-180`. */
export interface Needed {
  key: string;
  name: string;
  count: number;
  /** Pieces, pairs, sheets. */
  unit: string;
  why: string;
}

/** Grits of a sanding sequence: none skipped by more than about a step. Common practice. */
const GRITS = [80, 120, 150, 180, 220, 280, 320, 400];
/** Square metres that a sheet of paper or a cloth does; a finer paper clogs later. Common practice, no source. */
const [AREA_A_SHEET, AREA_A_CLOTH] = [0.8, 1.2];
const BEGINS_AT = 120;

/** The sequence of grits up to the last: from 120, or from 80 where the last is coarse. */
export const gritsUpTo = (last: number): number[] => {
  const from = last <= BEGINS_AT ? 80 : BEGINS_AT;
  return [...GRITS.filter((g) => g >= from && g < last), last];
};

const wipes = (layer: Layer): boolean =>
  traitsOf(layer).cloths && methodOf(layer) !== 'sprayed' && methodOf(layer) !== 'unwiped';
const sprayed = (layer: Layer): boolean => methodOf(layer) === 'sprayed' || traitsOf(layer).tones;

/** Papers that a layer is rubbed with, and how often: those that are said, else the usual ones; of a rub-out each once. */
function papersOf(layer: Layer, between: number): (readonly [grit: number, times: number])[] {
  const { rubsOut, seals, builds } = traitsOf(layer);
  if (rubsOut) return methodOf(layer) === 'wool' ? [] : rubOutPapers(layer).map((grit) => [grit, 1] as const);
  const papered = layer.rub === undefined ? seals || builds : layer.rub === 'dry' || layer.rub === 'wet';
  const coats = setting(layer, 'coats');
  const times = Array.from({ length: between }, (_, i) => i + 1).filter((coat) =>
    isTurnToRub(layer, coat, coats),
  ).length;
  if (!papered || times <= 0) return [];
  return (layer.papers ?? [seals ? 320 : 400]).map((grit) => [grit, times] as const);
}

/**
 * What a stack uses up on an area: abrasives by grit, cloths, gloves, strainers, applicators. Common practice, to be put right
 * by the shop.
 * @param area square metres
 */
export function suppliesFor(stack: Stack, grit: number, area: number): Needed[] {
  const layers = stack.filter((l) => !l.off);
  const coatsOf = (l: Layer) => setting(l, 'coats');
  const whole = (n: number) => Math.max(1, Math.ceil(n - 1e-9));
  const sheet = (g: number, times: number, why: string): Needed => ({
    key: `paper-${g}`,
    name: `Paper, ${g}`,
    count: whole((times * area) / AREA_A_SHEET),
    unit: 'sheets',
    why,
  });
  const rubbed = new Map<number, number>();
  layers.forEach((layer, i) => {
    const last = i === layers.length - 1;
    for (const [grit, times] of papersOf(layer, coatsOf(layer) - (last ? 1 : 0)))
      rubbed.set(grit, (rubbed.get(grit) ?? 0) + times);
  });
  const wiped = layers.filter(wipes);
  const wipedCoats = wiped.reduce((sum, l) => sum + coatsOf(l), 0);
  const coats = layers.reduce((sum, l) => sum + coatsOf(l), 0);
  const coloured = layers.filter((l) => KINDS[l.kind].takes.length > 0 && Object.keys(l.colours).length > 0);
  const strained = layers.filter((l) => traitsOf(l).coloursWood || traitsOf(l).seals || sprayed(l));
  const brushed = layers.filter((l) => !sprayed(l) && traitsOf(l).takesOff === null && !traitsOf(l).rubsOut);
  const of = (key: string, name: string, count: number, unit: string, why: string): Needed[] =>
    count > 0 ? [{ key, name, count, unit, why }] : [];
  const papers = new Map<number, Needed>();
  for (const g of gritsUpTo(grit)) papers.set(g, sheet(g, 1, 'sanding'));
  for (const [g, times] of rubbed) {
    const before = papers.get(g);
    const more = sheet(g, times, 'between coats');
    papers.set(g, before ? { ...before, count: before.count + more.count, why: 'sanding, between coats' } : more);
  }
  return [
    ...[...papers.values()],
    ...of(
      'cloths',
      'Lint-free cloths',
      wipedCoats > 0 ? whole((wipedCoats * area) / AREA_A_CLOTH) : 0,
      'pieces',
      'wiping',
    ),
    ...of('gloves', 'Gloves', coats + coloured.length, 'pairs', 'a pair a coat and a pot'),
    ...of('strainers', 'Strainers', strained.length, 'pieces', 'one a pot that is strained'),
    ...of('applicators', 'Brushes or pads', brushed.length, 'pieces', 'one a layer'),
    ...of('tape', 'Masking tape', area > 0 && layers.length > 0 ? whole(area / 6) : 0, 'rolls', 'edges and neighbours'),
  ];
}
