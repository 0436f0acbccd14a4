import { APPLICATOR_INFO, KINDS, TESTS } from '../kinds/index.ts';
import {
  type Clean,
  isBlank,
  type KeptTo,
  type Layer,
  methodOf,
  rubWords,
  setting,
  traitsOf,
} from '../layers/layer.ts';
import { carrierOf, productIn } from '../layers/materials.ts';
import { type CoatTimes, coatsOf } from '../time/coats.ts';
import { isRubbedAfter } from '../time/rubbing.ts';
import { potSteps } from './pot-steps.ts';
import { preparationSteps } from './preparation-steps.ts';
import { type SheetOf, type Step, step } from './step.ts';

export { displaced } from './pot-steps.ts';
export type { ProductFacts, SheetOf, Step } from './step.ts';

const OILY = 'Oily rags heat up by themselves: spread flat outdoors, or under water in a closed metal can.';

/** How a coat goes on. */
function howOn(layer: Layer, binder: string): string {
  const kind = KINDS[layer.kind];
  const method = methodOf(layer);
  return kind.puttingOn({
    method,
    binder,
    papers: layer.papers ?? [],
    wet: layer.rub === 'wet',
    setting: (key) => setting(layer, key),
  });
}

/** What it is put on with, how that is held, and what it leaves to be looked for. */
function usedWith({ applicator }: Layer): string {
  if (!applicator) return '';
  const { use, marks } = APPLICATOR_INFO[applicator];
  return `${use} Look for ${marks} while it is wet.`;
}

const AT_COAT = /^(?:at )?coat (\d+)\s*[:,]\s*/i;
const AT_THE_LAST = /^(?:the )?last(?: coat)?\s*[:,]\s*/i;
const AT_THE_END = /^(?:at the )?end\s*[:,]\s*/i;
/**
 * A note belongs to a coat, the first where it does not say, or to the end of its layer: “coat 2: …”, “last: …”, “end: …”.
 * @param coat from 1
 */
function noteAt({ note = '' }: Layer, coat: number, coats: number): string {
  if (AT_THE_END.test(note)) return '';
  const [, named] = AT_COAT.exec(note) ?? [];
  const at = AT_THE_LAST.test(note) ? coats : Math.min(coats, named ? Number(named) : 1);
  return coat === at ? note.replace(AT_COAT, '').replace(AT_THE_LAST, '') : '';
}
const noteAtEnd = ({ note = '' }: Layer): string => (AT_THE_END.test(note) ? note.replace(AT_THE_END, '') : '');

/** Where it goes on, what is right there, and what is too late. */
const PLACED: Readonly<Record<KeptTo, string>> = {
  spots:
    'On the spots alone: let it soak, blot it, look before more; right is a spot that is not found from an arm away. A ring that stays was too wet.',
  edges: 'On the edges alone, a rag behind the hand; what runs onto the face is off at once.',
  ends: 'On the end grain alone, at once after the face while that is wet: later a hard line stays.',
  inside: 'The edges masked, or wiped back while it is wet; the tape comes off before it is hard.',
  masked:
    'Within the tape alone: its edge pressed down and closed with a thin coat of what lies below, then away from the tape inwards; the tape off while it is soft, back over itself. Right is a line without beads; what crept under is scraped off dry.',
};

/** How dust is taken off. */
const CLEANED_OFF: Readonly<Record<Clean, string>> = {
  vacuum: 'vacuum it, and a hand over it',
  'tack cloth': 'tack cloth, hardly pressed',
  spirits: 'wipe with spirits, and let it go dry',
};

/** What is done to a dry coat before the next. */
function between(layer: Layer, coat: number, next: Layer | undefined, waterborne: boolean): string | null {
  // Between two coats of its own, or after the last of them.
  if (!next || traitsOf(layer).rubsOut) return null;
  const off = layer.clean ? CLEANED_OFF[layer.clean] : 'dust off';
  if (!isRubbedAfter(layer, coat, setting(layer, 'coats')))
    return layer.clean ? `${off.charAt(0).toUpperCase()}${off.slice(1)}.` : null;
  if (layer.rub) return `${rubWords(layer)}; ${off}.`;
  if (traitsOf(layer).seals) return `De-nib with worn 320, lift off at the edges; ${off}.`;
  return `Scuff with ${waterborne ? '400, a synthetic pad and never steel wool' : '220–400'}; ${off}.`;
}

/** How it is known to be dry, and until when the next has to follow where a window shuts. */
function dryDetail(times: CoatTimes | undefined): string {
  const window = times?.drying.window;
  if (window?.remedy === 'again')
    return `Then what comes next at once: its window shuts after ${hoursSaid(window.shuts)}.`;
  const test = times ? `${TESTS[times.drying.test].ask}.` : '';
  return `${test}${window ? ` After ${hoursSaid(window.shuts)} it is scuffed first.` : ''}`;
}
const hoursSaid = (hours: number): string =>
  hours < 1
    ? `${Math.round(60 * hours)} min`
    : hours < 48
      ? `${Number(hours.toFixed(1))} h`
      : `${Math.round(hours / 24)} days`;

/** A layer from its pot to the moment the next may go on. */
function layerSteps(layer: Layer, i: number, sheet: SheetOf, times: readonly CoatTimes[]): Step[] {
  const { stack, materials, facts } = sheet;
  const stage = i + 1;
  const info = KINDS[layer.kind];
  const medium = layer.medium ? materials.mediums[layer.medium] : undefined;
  const product = productIn(layer, materials);
  const carrier = carrierOf(layer, materials);
  const next = stack.slice(stage).find((l) => !l.off);
  const coats = setting(layer, 'coats');
  const own = product && facts[product.id];
  const wiped = carrier === 'oil' && !traitsOf(layer).clear;
  // The end grain of the first colour in the wood, where that is done with the face.
  const colours = stack.find((l) => !isBlank(l) && (traitsOf(l).coloursWood || traitsOf(l).stains));
  const endsWet =
    sheet.preparation.ends === 'coloured while wet' && layer === colours
      ? 'End grain at once after the face, while that is still wet: later a hard line stays.'
      : '';
  const name = medium && !traitsOf(layer).tones ? medium.name : info.label;
  const on = Array.from({ length: coats }, (_, c) => {
    const last = c === coats - 1;
    const wait = times[c]?.wait ?? 0;
    const steps = [
      step(stage, coats > 1 ? `coat-${c + 1}` : 'coat', {
        role: 'coat',
        kind: 'do',
        title: coats > 1 ? `${name}, coat ${c + 1} of ${coats}` : name,
        detail: [
          howOn(layer, own?.binder ?? ''),
          usedWith(layer),
          layer.where ? PLACED[layer.where] : '',
          endsWet,
          noteAt(layer, c + 1, coats),
          last && (!next || wait === 0) ? noteAtEnd(layer) : '',
        ]
          .filter(Boolean)
          .join(' '),
        // Said once: the product's own words come before ours.
        cautions: wiped && !/oily rags/i.test(own?.caution ?? '') ? [OILY] : wiped && own?.caution ? [own.caution] : [],
        wayBack: KINDS[layer.kind].wayBack(carrier),
      }),
    ];
    if (wiped)
      steps.push(
        step(stage, coats > 1 ? `rags-${c + 1}` : 'rags', {
          role: 'rags',
          kind: 'do',
          title: 'Rags and waste',
          detail: 'Every oily rag and pad of this coat: spread flat outdoors, or under water in a closed metal can.',
        }),
      );
    if ((!last || next) && wait > 0)
      steps.push(
        step(stage, coats > 1 ? `dry-${c + 1}` : 'dry', {
          kind: 'wait',
          title: 'Dry',
          detail: [dryDetail(times[c]), last ? noteAtEnd(layer) : ''].filter(Boolean).join(' '),
          hours: wait,
          afterLast: last,
        }),
      );
    const rub = between(layer, c + 1, last ? next : layer, carrier === 'water');
    if (rub)
      steps.push(
        step(stage, coats > 1 ? `rub-${c + 1}` : 'rub', {
          kind: 'do',
          title: 'Rub down',
          detail: rub,
          afterLast: last,
        }),
      );
    return steps;
  });
  return [...potSteps(layer, stage, sheet), ...on.flat()];
}

/** Every step of a recipe in order: how the wood is made ready, each layer's pot, coats, waits and what is done between. */
export function stepsOf(sheet: SheetOf): Step[] {
  const { stack, materials, facts, drying } = sheet;
  const times = coatsOf(stack, { ...drying, materials, facts });
  const first = stack.find((l) => !isBlank(l));
  return [
    ...preparationSteps(sheet.preparation, first ? carrierOf(first, materials) : 'water'),
    ...stack.flatMap((layer, i) =>
      layer.off
        ? []
        : layerSteps(
            layer,
            i,
            sheet,
            times.filter((t) => t.layer === i),
          ),
    ),
  ];
}
