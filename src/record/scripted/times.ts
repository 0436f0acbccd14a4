import { KINDS } from '../../core/kinds/index.ts';
import { checkStack } from '../../core/layers/check.ts';
import { coatsOf } from '../../core/time/coats.ts';
import { productOf } from '../../core/time/drying.ts';
import { AirInput, checked, naming, type ScriptedShelf, StackInput, stackAsked, weatherOf } from './asked.ts';

/** Layers to be timed, in the air of the shop; fair air where none is given. */
export const TimesInput = StackInput.extend({ air: AirInput.optional() }).strict();

/** Hours after a coat went on until the next may, until it can be read and used, and the window that the next has to keep. */
export interface TimedCoat {
  /** The layer's place, from 0, and the coat of it, from 1. */
  layer: number;
  coat: number;
  product: string;
  earliest: number;
  usual: number;
  safe: number;
  read: number;
  use: number;
  window: { opens: number; shuts: number } | null;
}
const shown = (hours: number): number => Number(hours.toFixed(4));

/** When the next coat may go on after each coat of a stack. @throws FieldError naming the field */
export function timesFor(asked: unknown, shelf: ScriptedShelf): { coats: TimedCoat[] } {
  const input = checked(TimesInput, asked);
  return naming(() => {
    const { stack, materials } = stackAsked(input, shelf);
    checkStack(stack, materials);
    return {
      coats: coatsOf(stack, { materials, weather: weatherOf(input.air) }).map(({ layer, coat, drying }) => {
        const { goOn, read, use, window } = drying;
        const own = stack[layer];
        return {
          layer,
          coat,
          product: own ? (productOf(own).split('/')[1] ?? KINDS[own.kind].label) : '',
          earliest: shown(goOn.earliest),
          usual: shown(goOn.usual),
          safe: shown(goOn.safe),
          read: shown(read),
          use: shown(use),
          window: window && { opens: shown(window.opens), shuts: shown(window.shuts) },
        };
      }),
    };
  });
}
