import { KINDS } from '../../core/kinds/index.ts';
import { nth } from '../../core/known.ts';
import { isBlank, methodOf, type Stack } from '../../core/layers/layer.ts';
import { preparationMinutes } from '../../core/mix/index.ts';
import { coatsIn, type DryingAir, handsOf } from '../../core/time/coats.ts';
import type { JobWood } from '../../shared/job.ts';
import { HAND_LIMIT, type KeptQuote, type QuoteLine, type QuotesTaught, type QuoteTerms } from '../../shared/quote.ts';
import { woodNamed } from '../board/wood.ts';
import type { Bench } from '../job/bench.ts';
import { sumOfAreas } from '../job/parts.ts';
import { partsOfWood } from './pieces.ts';
import { stackOfWood, workOfWood } from './supplies.ts';
import { HANDLING, READY } from './work.ts';

/** Terms of a shop that never quoted: a tenth of rework, three boards of a wood; the rest is its own to say. Common practice, no source. */
export const FIRST_TERMS: QuoteTerms = {
  hour: 50,
  margin: 0.2,
  rework: 0.1,
  trials: 3,
  pace: 1,
  handLimit: HAND_LIMIT,
};
/** Hours of a trial board from sanding to verdict, waits left out. Common practice, no source. */
const HOURS_OF_TRIAL = 1.5;
/** Jobs that the guess that work takes what is worked out is worth. */
const USUAL_JOBS = 2;

/** Hours of hands of the layers of a wood, a line each: coats, every piece picked up for each, what is rubbed between them, and the sanding before. */
function hoursOfLayers(
  { materials, job }: Bench,
  wood: JobWood,
  stack: Stack,
): Pick<QuoteLine, 'wood' | 'what' | 'hours'>[] {
  const parts = partsOfWood(job, wood);
  const { coated: area } = sumOfAreas(parts);
  const handled = parts.reduce((sum, p) => sum + p.count * p.faces, 0) * HANDLING;
  const sanding = (READY + handled + preparationMinutes(wood.preparation) * area) / 60;
  const hands = handsOf(stack, { materials });
  return [
    { wood: wood.id, what: 'Preparation', hours: sanding },
    ...stack.flatMap((layer, i) => {
      if (isBlank(layer)) return [];
      const minutes = nth(hands, i) * area + coatsIn(layer) * (READY + handled);
      return [{ wood: wood.id, what: KINDS[layer.kind].label, hours: minutes / 60 }];
    }),
  ];
}

/** What a job is quoted at, line by line: hours as jobs went before, materials with the spare over them, trials and rework. */
export function quoteLines(
  bench: Bench,
  terms: QuoteTerms,
  spare: number,
  drying: DryingAir,
): { lines: QuoteLine[]; unknown: string[] } {
  const unknown = new Set<string>();
  const lines = bench.job.woods.flatMap((wood): QuoteLine[] => {
    const stack = stackOfWood(wood);
    const work = workOfWood(bench, wood, spare, drying);
    if (!stack || !work) return [];
    for (const name of work.unknown) unknown.add(name);
    return [
      ...hoursOfLayers(bench, wood, stack).map((line) => ({
        ...line,
        hours: line.hours * terms.pace,
        byPace: true,
        money: 0,
      })),
      { wood: wood.id, what: 'Materials', hours: 0, byPace: false, money: work.cost },
      ...(terms.trials > 0
        ? [
            {
              wood: wood.id,
              what: `Trial boards, ${terms.trials}`,
              hours: terms.trials * HOURS_OF_TRIAL,
              byPace: false,
              money: 0,
            },
          ]
        : []),
    ];
  });
  const worked = lines.reduce((sum, l) => sum + l.hours, 0);
  if (worked > 0 && terms.rework > 0)
    lines.push({ wood: null, what: 'Allowance for rework', hours: worked * terms.rework, byPace: true, money: 0 });
  return { lines, unknown: [...unknown] };
}

export interface QuoteTotal {
  hours: number;
  materials: number;
  /** Money for hours and materials, and the margin over both. */
  net: number;
  all: number;
}
export function totalOf(
  lines: readonly QuoteLine[],
  { hour, margin }: Pick<QuoteTerms, 'hour' | 'margin'>,
): QuoteTotal {
  const hours = lines.reduce((sum, l) => sum + l.hours, 0);
  const materials = lines.reduce((sum, l) => sum + l.money, 0);
  const net = hours * hour + materials;
  return { hours, materials, net, all: net * (1 + margin) };
}

/** How much longer jobs took than was worked out for them, as a factor: the middle of their logs, with the guess that none does. */
export function paceOf(jobs: readonly { quoted: number; worked: number }[]): number {
  const told = jobs.filter((j) => j.quoted > 0 && j.worked > 0);
  const sum = told.reduce((all, j) => all + Math.log(j.worked / j.quoted), 0);
  return Math.exp(sum / (told.length + USUAL_JOBS));
}

/** Woods of a job with more by hand than the terms allow: their square metres that are not sprayed. */
export function beyondHands(
  bench: Bench,
  { handLimit }: Pick<QuoteTerms, 'handLimit'>,
): { wood: JobWood; area: number }[] {
  return bench.job.woods.flatMap((wood) => {
    const { coated: area } = sumOfAreas(partsOfWood(bench.job, wood));
    const byHand = stackOfWood(wood)?.some((l) => !isBlank(l) && methodOf(l) !== 'sprayed');
    return byHand && area > handLimit ? [{ wood, area }] : [];
  });
}

/** Hours that the guess of rework is worth. */
const USUAL_HOURS = 40;
/** The share of hours that rework takes, by the ledger of faults: with the usual where few hours were noted. */
export const reworkOf = (rework: QuotesTaught['rework']): number =>
  ((rework?.hours ?? 0) + FIRST_TERMS.rework * USUAL_HOURS) / ((rework?.worked ?? 0) + USUAL_HOURS);

/** Hours that a quote worked out before any pace: what the hours really worked are held against to learn it. */
export const plainHours = ({ lines, terms }: Pick<KeptQuote, 'lines' | 'terms'>): number =>
  lines.reduce((sum, l) => sum + (l.byPace ? l.hours / terms.pace : l.hours), 0);

export const woodOfLine = ({ shelf, job }: Bench, { wood }: QuoteLine): string => {
  const found = job.woods.find((w) => w.id === wood);
  return found ? woodNamed(shelf, found) : 'All of it';
};
