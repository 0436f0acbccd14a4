import { isRubbedDown, type Layer, type Rub } from '../layers/layer.ts';

/** Minutes of rubbing down a square metre once. Common practice, from memory. */
const MINUTES: Readonly<Record<Rub, number>> = { none: 0, dry: 6, wet: 9, foam: 5, wool: 5, pad: 4 };
/** A film that is levelled takes so many times what a scuff between coats does. */
const LEVELLED = 2;
/** Each further paper only takes the scratches of the one before out. */
const FURTHER_PAPER = 0.7;
/** Share of a face's minutes that its edges take. */
const EDGES = 0.3;

/** Minutes that a square metre of a layer takes to be rubbed down once, with all its papers; none where it is left. */
export function rubbingMinutes(layer: Layer): number {
  if (!isRubbedDown(layer)) return 0;
  const further = Math.max(0, (layer.papers?.length ?? 1) - 1);
  return (
    MINUTES[layer.rub ?? 'dry'] *
    (1 + FURTHER_PAPER * further) *
    (layer.rubLast ? LEVELLED : 1) *
    (layer.rubWhere === 'edges' ? EDGES : 1)
  );
}

/** Whether a coat's turn has come to be rubbed down, of a layer that is: after each, from one on, or after the last alone. */
export const isTurnToRub = ({ rubFrom = 1, rubLast = false }: Layer, coat: number, coats: number): boolean =>
  coat >= rubFrom && (coat === coats || !rubLast);
/** Whether a coat of a layer is rubbed down before what follows it. */
export const isRubbedAfter = (layer: Layer, coat: number, coats: number): boolean =>
  isRubbedDown(layer) && isTurnToRub(layer, coat, coats);
