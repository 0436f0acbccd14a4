import { bentTo } from '../colour/bent.ts';
import { deltaE00 } from '../colour/ciede2000.ts';
import type { Spectrum } from '../colour/grid.ts';
import { labOf } from '../colour/lab.ts';
import { DAYLIGHT, type Illuminant } from '../colour/lights.ts';

/**
 * What it costs that a target is known under one light alone: woods that all have its colour in daylight, and how far
 * the farthest two of them part under another light, CIEDE2000.
 * @param target 31 reflectances made up from L*a*b* @param woods raw readings of woods that it may be made in
 */
export function partingUnder(target: Spectrum, woods: readonly Spectrum[], lights: readonly Illuminant[]): number[] {
  const wanted = labOf(target);
  const alike = [target, ...woods.map((wood) => bentTo(wood, wanted))];
  return lights.map((illuminant) => {
    const labs = alike.map((s) => labOf(s, { ...DAYLIGHT, illuminant }));
    return Math.max(...labs.flatMap((p, i) => labs.slice(i + 1).map((q) => deltaE00(p, q))), 0);
  });
}
