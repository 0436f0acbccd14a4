import type { Carrier, ColourantKind, MediumKind, SupplyKind } from '../kinds/index.ts';
import type { Materials } from '../layers/materials.ts';

/** What a sentence can name. */
export interface SaidShelf {
  colourants: readonly {
    id: string;
    name: string;
    kind: ColourantKind;
    carrier?: Carrier;
    form?: string | null | undefined;
    /** Its strongest mix; of a liquid as it comes it is neat. */
    maxStrength?: number | undefined;
    /** Grams in a millilitre of its powder as it lies in a level spoon, where its sheet says. */
    bulkDensity?: number | null | undefined;
    /** Grams in a millilitre of it as a liquid. */
    density?: number | null | undefined;
  }[];
  mediums: readonly { id: string; name: string; kind: MediumKind; carrier?: Carrier }[];
  supplies: readonly { id: string; name: string; kind: SupplyKind; carrier?: Carrier | null }[];
}

type SaidColour = SaidShelf['colourants'][number];
/** A colour as a sentence can name it, with what its sheet says of a spoonful. */
export const saidColour = (
  { id, name, kind, carrier, maxStrength }: Pick<SaidColour, 'id' | 'name' | 'kind' | 'carrier' | 'maxStrength'>,
  sheet: Pick<SaidColour, 'form' | 'bulkDensity' | 'density'> | undefined,
): SaidColour => ({
  id,
  name,
  kind,
  ...(carrier ? { carrier } : {}),
  maxStrength,
  form: sheet?.form,
  bulkDensity: sheet?.bulkDensity,
  density: sheet?.density,
});

/** The names of the materials of a model; what a spoonful weighs is not among them. */
export const namesIn = ({ colourants, mediums, supplies }: Materials): SaidShelf => ({
  colourants: Object.values(colourants),
  mediums: Object.values(mediums),
  supplies: Object.values(supplies),
});

/** What has to be asked before something is understood; where a density is missing, the usual one that would do. */
export interface AskedBack {
  question: string;
  usual?: UsualDensity;
}
/** A density that nobody has written down, as it usually is: grams in a millilitre. */
export interface UsualDensity {
  colourant: string;
  field: 'density' | 'bulkDensity';
  value: number;
}
