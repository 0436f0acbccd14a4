import type { Carrier } from '../kinds/index.ts';

/** The air of the shop. */
export interface Weather {
  /** Degrees Celsius. */
  temperature: number;
  /** Relative, per cent. */
  humidity: number;
  /** It is moved past the work, by a fan or a draught. */
  moving?: boolean;
}
export const FAIR_AIR: Weather = { temperature: 20, humidity: 50 };

/** Every ten degrees below 20 °C double a wait; above it they shorten it half as fast. Common practice. */
const COLD = 2;
const WARM = Math.SQRT2;
/** From half to soaking air a water-carried coat takes twice as long again; what dries by its solvent or its oil minds less. */
const DAMP: Readonly<Record<Carrier, number>> = { water: 2, alcohol: 0.5, solvent: 0.4, oil: 0.6 };
/** Drier than half shortens, half as fast. */
const DRY = 0.5;
/** Moved air helps. */
const MOVED = 0.8;

/** How many times as long as in fair air a coat takes to dry. Common practice, no source. */
export function climateFactor(carrier: Carrier, { temperature, humidity, moving = false }: Weather): number {
  const tens = (FAIR_AIR.temperature - temperature) / 10;
  const warmth = tens > 0 ? COLD ** tens : WARM ** tens;
  const damp = (humidity - FAIR_AIR.humidity) / 50;
  return warmth * (1 + DAMP[carrier] * (damp > 0 ? damp : DRY * 0.5 * damp)) * (moving ? MOVED : 1);
}
