import { type Layer, newLayer, type Stack } from '../layers/layer.ts';
import type { CauseId } from './causes.ts';

/** What a remedy puts on, or takes off, after the layer where the fault shows. */
export type Mend = 'nothing' | 'another-coat' | 'seal' | 'wipe-back' | 'sand-and-again' | 'again';

/** What the remedy of each cause does to the layers. Those left out are solved anew: their colour is the way on from here. */
export const MENDS: Readonly<Partial<Record<CauseId, Mend>>> = {
  'thirsty-wood': 'sand-and-again',
  'sanded-apart': 'sand-and-again',
  'grit-skipped': 'sand-and-again',
  'sanded-across': 'sand-and-again',
  'sanded-too-fine': 'sand-and-again',
  'grain-raised': 'seal',
  'edge-dried': 'wipe-back',
  'solvent-shared': 'seal',
  'too-soon': 'nothing',
  'dark-not-dry': 'nothing',
  'not-wiped': 'wipe-back',
  'window-shut': 'another-coat',
  'wax-or-oil-below': 'seal',
  contaminated: 'seal',
  'no-seal': 'seal',
  'sealed-too-much': 'sand-and-again',
  'glaze-unlocked': 'another-coat',
  'film-thin': 'another-coat',
  'wet-sanded-early': 'another-coat',
  'steel-wool': 'another-coat',
  'too-cold': 'nothing',
  'too-damp': 'nothing',
  'brushed-over': 'another-coat',
  'put-on-thick': 'another-coat',
  'end-open': 'wipe-back',
  dust: 'another-coat',
  lint: 'another-coat',
  shaken: 'another-coat',
  'not-strained': 'again',
  handled: 'sand-and-again',
  stale: 'sand-and-again',
};

/** What a mend is made with. */
export interface MendsWith {
  /** The id of the clear and of the sealer that would be used; null where there is none. */
  clear: string | null;
  sealer: string | null;
}

/** The layers with a remedy put in after a stage; null where there is nothing to do it with. */
export function mended(stack: Stack, stage: number, mend: Mend, { clear, sealer }: MendsWith): Layer[] | null {
  const own = stack[stage - 1];
  const put = (...layers: Layer[]) => [...stack.slice(0, stage), ...layers, ...stack.slice(stage)];
  switch (mend) {
    case 'nothing':
      return [...stack];
    case 'another-coat':
      return clear ? put(newLayer('clear', { medium: clear, settings: { coats: 1 } })) : null;
    case 'seal':
      return sealer ? put(newLayer('sealer', { medium: sealer })) : null;
    case 'wipe-back':
      return put(newLayer('wipe-back'));
    case 'sand-and-again':
      return put(newLayer('sand-back'), ...(own ? [own] : []));
    case 'again':
      return own ? put(own) : null;
  }
}
