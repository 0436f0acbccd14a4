import type { Preparation } from '../board/preparation.ts';
import type { WayBack } from '../kinds/index.ts';
import type { Stack } from '../layers/layer.ts';
import type { DryingFacts, Materials } from '../layers/materials.ts';
import type { DryingAir } from '../time/coats.ts';
import type { Measured, Tools } from './measure.ts';
import type { UnitSystem } from './said.ts';

/** What of a product its mixing asks for. */
export interface ProductFacts extends Measured, DryingFacts {
  hardener?: { item: string; parts: number } | null | undefined;
  /** What it is thinned with, and the share of that it takes at most. */
  thinner?: string | null | undefined;
  thinning?: number | null | undefined;
  /** Millilitres in its can. */
  canMl?: number | null | undefined;
  caution?: string | undefined;
}

/** What a layer is mixed in. */
export interface Batch {
  litres: number;
  /** Colourant id to grams. */
  grams: Readonly<Record<string, number>>;
}

/** What a step is to others than the hand that does it: a coat, its rags, what is done to the pot right before it. */
export type StepRole = 'coat' | 'rags' | 'stir' | 'strain' | 'cool';

/** One line of a mix sheet. `key` is unique on the sheet and is what the record knows it by. */
export interface Step {
  key: string;
  /** 0 is what is done before the first layer. */
  stage: number;
  kind: 'pour' | 'base' | 'do' | 'wait';
  role?: StepRole;
  /** What is poured or done, in a few words. */
  title: string;
  /** How, in a sentence; empty where the title says it. */
  detail: string;
  /** Of a pour: the colour, grams, grams in the pot when it is in, and how the shop measures it. */
  pour?: { colourant: string; grams: number; total: number; said: string; beside?: string };
  /** Of a base: what is poured, in millilitres. */
  millilitres?: number;
  /** Of a base off the shelf: which product, e.g. `medium/oil-varnish`, and the grams of its flakes where it is dissolved from them. */
  product?: { item: string; grams?: number };
  /** Of a thinner: what it is, as it is called at a bench. */
  thinner?: string;
  /** It follows the last coat of its layer. */
  afterLast?: boolean;
  /** Hours: of a wait until the next step, of a pot how long it can be used. */
  hours?: number;
  cautions: readonly string[];
  wayBack?: WayBack;
}

/** What of a preparation its steps go by. */
export type Prepared = Pick<Preparation, 'grit' | 'conditioner' | 'preWet' | 'grainRaised' | 'oldFinish'> & {
  [Key in 'grits' | 'texture' | 'degree' | 'edges' | 'ends' | 'dust' | 'oldFilm']?: Preparation[Key] | undefined;
};

/** What the pots of a sheet are made from. */
export interface PotsOf {
  batchOf(stage: number): Batch;
  materials: Materials;
  /** By the id of a colour, medium or supply. */
  facts: Readonly<Record<string, ProductFacts>>;
  /** Units that volumes are said in. */
  system?: UnitSystem | undefined;
  /** What it is measured with; weighed where nothing is said. */
  tools?: Tools | undefined;
}
/** What a sheet is made from. */
export interface SheetOf extends PotsOf {
  stack: Stack;
  preparation: Prepared;
  /** The air that it dries in, and what of drying this shop has seen. */
  drying?: Omit<DryingAir, 'materials' | 'facts'> | undefined;
}

export const hoursOf = (minutes: number): number => minutes / 60;
/** What the record knows a step by. */
export const stepKey = (stage: number, what: string): string => `${stage}/${what}`;
/** The key of a step taken apart, as it was made: its stage, and what is done there; the n-th time ends in `-n`. */
export function partsOfKey(key: string): { stage: number; what: string } {
  const [stage = '', what = ''] = key.split('/');
  return { stage: Number(stage), what };
}
/** Which coat of a layer of several a step of this key is; null of any other step. */
export const coatOfKey = (key: string): number | null => {
  const [, coat] = /^coat-(\d+)$/.exec(partsOfKey(key).what) ?? [];
  return coat ? Number(coat) : null;
};

/** A step with what most have. */
export const step = (stage: number, what: string, rest: Partial<Step> & Pick<Step, 'kind' | 'title'>): Step => ({
  key: stepKey(stage, what),
  stage,
  detail: '',
  cautions: [],
  ...rest,
});
