import { quantityText, unitOf } from './typed-quantity.ts';

/** Units that a whole shop speaks in; either is typed anywhere. */
export type System = 'metric' | 'us';

const [ML, LITRE, FL_OZ, QUART] = ['mL', 'L', 'fl oz', 'qt'].map(unitOf) as [
  ReturnType<typeof unitOf>,
  ReturnType<typeof unitOf>,
  ReturnType<typeof unitOf>,
  ReturnType<typeof unitOf>,
];
const EIGHTHS = 8;

/** A volume as a shop says it: millilitres below a litre, or fluid ounces in eighths below a quart. */
export function volumeText(litres: number, system: System = 'metric'): string {
  const millilitres = litres * LITRE.factor;
  if (system === 'metric')
    return millilitres < 999.5
      ? `${Math.round(millilitres)} mL`
      : quantityText({ value: Number(litres.toPrecision(3)), unit: LITRE });
  const unit = millilitres < QUART.factor ? FL_OZ : QUART;
  const eighths = Math.round((millilitres / unit.factor) * EIGHTHS);
  return eighths === 0
    ? quantityText({ value: Number(millilitres.toPrecision(2)), unit: ML })
    : quantityText({ value: eighths / EIGHTHS, unit });
}
