import { deltaE00 } from '../../core/colour/ciede2000.ts';
import { labOf } from '../../core/colour/lab.ts';
import { differenceWords } from '../../core/judge/words.ts';
import type { Layer, Stack } from '../../core/layers/layer.ts';
import { carrierOf } from '../../core/layers/materials.ts';
import { NOTHING_LEARNED } from '../../core/learn/knowledge.ts';
import { coatOfKey, partsOfKey } from '../../core/mix/step.ts';
import { layerBySchools } from '../../core/rules/defaults.ts';
import { type Finding, findings, type Remedy, type RuleFacts, type RuleInput } from '../../core/rules/index.ts';
import { chosen } from '../../core/rules/schools.ts';
import { HOUR } from '../../core/time/air.ts';
import { FAIR_AIR, type Weather } from '../../core/time/climate.ts';
import { coatsIn, type DryingAir, dryingOfCoat, durationOf, inAir } from '../../core/time/coats.ts';
import type { Board } from '../../shared/board.ts';
import type { House } from '../../shared/house.ts';
import type { Job } from '../../shared/job.ts';
import { claimOf, type Sheet } from '../../shared/sheet.ts';
import type { Shelf } from '../../shared/shelf.ts';
import { airOfCoat } from '../board/air.ts';
import { layersOn } from '../board/stages.ts';
import { dryingFacts, type Products } from '../shelf/materials.ts';
import { type Bench, type BoardModel, boardModel, openBench, promisedFinal } from './bench.ts';

/** What of the house changes what rules say, and what its clock knows: its air, and how things dried here. */
export type HouseRules = Pick<House, 'schools' | 'tools'> & {
  weather?: Weather | null;
  seen?: RuleInput['seen'];
};

const factsOf = (sheet: Sheet): RuleFacts => ({
  ...dryingFacts(sheet),
  wax: sheet.wax,
  sheen: sheet.sheen,
  thinning: claimOf(sheet, 'thinning'),
  hardener: sheet.hardener,
});
export const ruleFacts = ({ colourants, mediums, supplies }: Products): Record<string, RuleFacts> =>
  Object.fromEntries([...supplies, ...colourants, ...mediums].map(({ id, sheet }) => [id, factsOf(sheet)]));

/** What the times of coats go by in this shop: its air, what it has seen, what it holds of dark oil stains. */
export const dryingOfHouse = (
  { job, materials }: Pick<Bench, 'job' | 'materials'>,
  house: HouseRules | null,
): DryingAir => ({
  materials,
  weather: house?.weather ?? weatherOf(job),
  seen: house?.seen,
  darkLong: leavesDarkLong(house),
});
/** Whether dark oil stains are left for days here. */
export const leavesDarkLong = (house: Pick<House, 'schools'> | null): boolean =>
  chosen(house?.schools ?? {}, 'dark-oil') === 'long';

/** Hours between the coats of a board whose times were noted. */
export const keptWaits = ({ coats }: Pick<Board, 'coats'>, layers: number): (number | null)[] =>
  Array.from({ length: layers }, (_, i) => {
    const at = (stage: number) => coats.find((c) => c.stage === stage)?.putOnAt;
    const [on, next] = [at(i + 1), at(i + 2)];
    return on && next ? (Date.parse(next) - Date.parse(on)) / HOUR : null;
  });

/** Shortest hours between the coats of each layer, where they were ticked one by one on the mix sheet. */
export const keptBetweenCoats = ({ recipe }: Pick<Board, 'recipe'>, layers: number): (number | null)[] =>
  Array.from({ length: layers }, (_, i) => {
    const ticked = (recipe?.done ?? [])
      .filter((d) => partsOfKey(d.step).stage === i + 1 && coatOfKey(d.step) !== null)
      .map((d) => Date.parse(d.at))
      .sort((p, q) => p - q);
    const gaps = ticked.slice(1).map((at, k) => (at - (ticked[k] ?? at)) / HOUR);
    return gaps.length > 0 ? Math.min(...gaps) : null;
  });

/** The air when the newest coat of the job went on, where it was noted. */
function weatherOf({ woods }: Job): RuleInput['weather'] {
  const noted = woods
    .flatMap((w) => w.boards.flatMap((b) => b.coats))
    .filter((c) => airOfCoat(c.conditions))
    .sort((p, q) => (p.putOnAt ?? '').localeCompare(q.putOnAt ?? ''));
  return airOfCoat(noted.at(-1)?.conditions ?? {});
}

const MM2 = 1e6;
const nameOf = (shelf: Shelf, id: string) => shelf.species.find((s) => s.id === id)?.name ?? id;

/** What the rules look at: a stack on a board of a job, in this shop. */
export function ruleInputOf(bench: Bench, model: BoardModel, stack: Stack, house: HouseRules): RuleInput {
  const { job, shelf, materials } = bench;
  const parts = job.parts.filter((p) => p.woodId === model.wood.id);
  return {
    stack,
    wood: model.scaled,
    materials,
    preparation: model.preparation,
    facts: ruleFacts(shelf),
    schools: house.schools,
    tools: house.tools,
    weather: house.weather ?? weatherOf(job),
    seen: house.seen ?? {},
    kept: keptWaits(model.board, stack.length),
    within: keptBetweenCoats(model.board, stack.length),
    ...(parts.length > 0
      ? {
          area: Math.max(...parts.map((p) => (p.length * p.width) / MM2)),
          zones: [...new Set(parts.flatMap((p) => p.zones))],
        }
      : {}),
    sunlit: job.wishes.sunlit === true,
    wishes: job.wishes,
    target: model.target?.reflectance ?? null,
    others: job.woods
      .filter((w) => w.id !== model.wood.id)
      .map((w) => ({ name: nameOf(shelf, w.speciesId), grit: w.preparation.grit })),
    done: layersOn(model.board),
  };
}

/** A new layer as this house begins it. */
export const layerOfHouse = (layer: Layer, { materials }: Pick<Bench, 'materials'>, house: HouseRules): Layer =>
  layerBySchools(layer, carrierOf(layer, materials), house.schools, house.tools);

/** What another choice of the house changes of an open job. */
export interface HouseEffect {
  job: number;
  piece: string;
  wood: string;
  /** What is said now that was not, and no more: titles. */
  said: string[];
  silent: string[];
}

/** What a change of schools or tools changes of the layers that open jobs are planned with. */
export function effectOfHouse(jobs: readonly Job[], shelf: Shelf, was: HouseRules, now: HouseRules): HouseEffect[] {
  return jobs.flatMap((job) => {
    const bench = openBench(job, shelf, NOTHING_LEARNED);
    return job.woods.flatMap((wood): HouseEffect[] => {
      const board = wood.boards.at(-1);
      const model = board && boardModel(bench, wood, board);
      const stack = wood.draft ?? board?.recipe?.stack;
      if (!model || !stack) return [];
      const titles = (rules: HouseRules) =>
        new Set(findings(ruleInputOf(bench, model, stack, rules)).map((f: Finding) => f.title));
      const [before, after] = [titles(was), titles(now)];
      const said = [...after].filter((t) => !before.has(t));
      const silent = [...before].filter((t) => !after.has(t));
      return said.length + silent.length > 0
        ? [{ job: job.number, piece: job.piece, wood: model.name, said, silent }]
        : [];
    });
  });
}

/** What a remedy makes of the finished colour and of the days, against the layers as they are. */
export interface RemedyEffect {
  /** CIEDE2000 and in words; null where a search finds the colour again, or it is not foreseen. */
  moved: { deltaE: number; words: string[] } | null;
  /** Hours more until it can be used. */
  hours: number;
}

/** @throws FieldError where the stack is refused */
export function effectOfRemedy(bench: Bench, model: BoardModel, input: RuleInput, { change }: Remedy): RemedyEffect {
  const stack = change.stack ?? input.stack;
  const finished = (of: Stack, preparation = input.preparation) => promisedFinal(bench, { ...model, preparation }, of);
  const [before, after] = [finished(input.stack), finished(stack, change.preparation)];
  const drying = { materials: bench.materials, facts: input.facts, seen: input.seen, weather: input.weather };
  const hoursOf = (of: Stack) =>
    durationOf(of, { ...drying, darkLong: leavesDarkLong({ schools: input.schools ?? {} }) }).wait.usual;
  const labs = before && after && change.solve === undefined ? ([labOf(before), labOf(after)] as const) : null;
  return {
    moved: labs && { deltaE: deltaE00(...labs), words: differenceWords(...labs) },
    hours: hoursOf(stack) - hoursOf(input.stack),
  };
}

/** Hours that are usual after a layer of a stack in this shop and its air. */
export const usualWait = (stack: Stack, at: number, drying: DryingAir): number =>
  inAir(dryingOfCoat(stack, at, coatsIn(stack[at] as Layer), drying), drying.weather ?? FAIR_AIR).goOn.usual;
