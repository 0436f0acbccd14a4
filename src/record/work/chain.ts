import type { Preparation } from '../../core/board/preparation.ts';
import { KINDS } from '../../core/kinds/index.ts';
import { nth } from '../../core/known.ts';
import { isBlank, isRubbedDown, type Layer, methodOf, traitsOf } from '../../core/layers/layer.ts';
import { carrierOf } from '../../core/layers/materials.ts';
import { preparationMinutes, raisesGrain, type Step, stepsOf } from '../../core/mix/index.ts';
import { layerLine } from '../../core/said/sentence.ts';
import { coatsIn, dryingOfCoat } from '../../core/time/coats.ts';
import { conditionerWindow, type Drying } from '../../core/time/drying.ts';
import { isRubbedAfter, rubbingMinutes } from '../../core/time/rubbing.ts';
import { coatTime } from '../../core/time/waits.ts';
import { potOf } from '../board/poured.ts';
import { isSettled, layersOn } from '../board/stages.ts';
import { preparationOf } from '../board/wood.ts';
import {
  dryingShop,
  HANDLING,
  nameOfProduct,
  READY,
  type ShopAtWork,
  SITTING,
  type Task,
  type TaskWait,
  type WorkAct,
  type WorkItem,
} from './work.ts';

/** Minutes of mixing ahead. Common practice. */
const MIXING = 4;
/** Oil bleeds from the pores for hours: it is wiped again an hour after the coat, and once more. Common practice. */
const WIPE_AGAIN = { first: 1, latest: 5, minutes: 5 };
/** Minutes of a conditioner's soak and of putting it on a square metre; common practice. */
const SOAKING = 8;
const CONDITIONING = 8;
/** Hours that raised grain dries before it is knocked down. Common practice. */
const GRAIN_DRIES = 0.75;
const TURN_MINUTES = 3;
const READ_MINUTES = 10;

/** Hours that what is mixed ahead has to stand, out of the steps of its pot; flakes dissolve overnight, iron brews for days. */
function leadOf(
  layer: Layer,
  steps: readonly Step[],
  { materials, mixing }: Pick<ShopAtWork, 'materials' | 'mixing'>,
): { hours: number; title: string } | null {
  const stand = steps.filter((s) => s.role === 'cool').reduce((sum, s) => sum + (s.hours ?? 0), 0);
  const name = nameOfProduct(layer, materials);
  if (traitsOf(layer).reacts) return { hours: 96, title: `Brew ${name}` };
  if (traitsOf(layer).seals && mixing[layer.medium ?? '']?.form === 'flakes')
    return { hours: 10, title: `Dissolve the flakes: ${name}` };
  return stand > 0 ? { hours: stand, title: `Dissolve ${name}, let it cool` } : null;
}

/** A wait for another's end: so many hours, its window where it has one. */
const behind = ({ key }: Pick<Task, 'key'>, min = 0, max: number | null = null): TaskWait => ({
  key,
  min,
  max,
  dry: false,
  drying: false,
});
/** Minutes a square metre that rubbing down what lies below a coat takes: the coat before it, or the last of the layer before. */
function rubbedBefore(below: Layer | null | undefined, coat: number): number {
  if (!below) return 0;
  const coats = coatsIn(below);
  return isRubbedAfter(below, coat > 1 ? coat - 1 : coats, coats) ? rubbingMinutes(below) : 0;
}

/** A wait until what is behind has dried so far: hours of fair air. */
const driedBehind = (task: Pick<Task, 'key'>, hours: number): TaskWait => ({ ...behind(task, hours), drying: true });

/** A chain as it is put together. */
interface Making {
  shop: ShopAtWork;
  item: WorkItem;
  preparation: Preparation;
  /** The item's mix sheet. */
  sheet: readonly Step[];
  tasks: Task[];
  add(
    stage: number,
    coat: number,
    act: WorkAct,
    rest: Pick<Task, 'title' | 'minutes' | 'waits' | 'product'> & Partial<Task>,
  ): Task;
}

function beginChain(shop: ShopAtWork, item: WorkItem): Making {
  const { materials, done } = shop;
  const { stack, board, record } = item;
  const preparation = preparationOf(item.wood, board);
  const on = record ? layersOn(record) : 0;
  const tasks: Task[] = [];
  /** What was ticked is done; of a board also what lies under a layer that is on. */
  const known = (key: string, stage: number) => {
    const ticked = done.get(key);
    if (ticked) return { done: true, doneAt: ticked.at };
    if (record && (stage === 0 ? on > 0 : stage <= on))
      return { done: true, doneAt: record.coats.find((c) => c.stage === stage)?.putOnAt ?? null };
    return { done: false, doneAt: null };
  };
  return {
    shop,
    item,
    preparation,
    tasks,
    sheet: stepsOf({
      stack,
      preparation,
      materials,
      facts: shop.mixing,
      batchOf: (stage) => potOf(item.recipe, stage, materials),
    }),
    add(stage, coat, act, rest) {
      const key = `${item.key}/${stage}/${coat}/${act}`;
      const task: Task = {
        key,
        item,
        act,
        stage,
        coat,
        last: false,
        sprayed: false,
        layer: null,
        said: '',
        drying: null,
        cautions: [],
        first: [],
        rags: false,
        ...known(key, stage),
        ...rest,
      };
      tasks.push(task);
      return task;
    },
  };
}

/** The wood made ready: what the first colour waits for. Raised grain dries; a conditioner lets colour in for a while only. */
function prepare({ item, preparation, shop, add }: Making, first: Layer | undefined): TaskWait[] {
  const { kind, area, sides } = item;
  const { grits = [], grit, conditioner } = preparation;
  const raised = raisesGrain(preparation, first ? carrierOf(first, shop.materials) : 'water');
  const waits: TaskWait[] = [];
  if (kind === 'piece') {
    const sanded = add(0, 1, 'prepare', {
      title: `Sand ${[...grits, grit].join('-')}${raised ? ', raise the grain' : ''}`,
      minutes: READY + Math.min(SITTING, preparationMinutes(preparation) * area * sides),
      waits: [],
      cautions: ['Sanding dust: extraction and mask.'],
      product: 'sanding',
    });
    waits.push(behind(sanded, raised ? GRAIN_DRIES : 0));
  }
  if (conditioner && first) {
    const soaked = add(0, 2, 'soak', {
      title: 'Conditioner: soak 5–10 min, wipe',
      minutes: READY + SOAKING + area * sides * CONDITIONING,
      waits: [...waits],
      product: 'conditioner',
    });
    const { opens, shuts } = conditionerWindow(carrierOf(first, shop.materials));
    waits.push(behind(soaked, opens, shuts));
  }
  return waits;
}

/** What a coat waits for after the one below it: until that is dry or as long as is planned, within its window. */
function afterCoat(before: Task | null): TaskWait[] {
  if (!before) return [];
  const planned = layerWait(before);
  const window = before.drying?.window;
  // A coat that is rubbed down first keeps no window.
  const max =
    window && !(window.remedy === 'scuff' && before.layer !== null && isRubbedDown(before.layer)) ? window.shuts : null;
  return [{ key: before.key, min: planned ?? 0, max, dry: planned === null, drying: false }];
}

/** One coat on both sides or one, with what follows it before the next. @returns the coat that the next lies on */
function coatTasks(
  { item, add }: Making,
  stage: number,
  coat: number,
  coated: Pick<Task, 'title' | 'minutes' | 'waits' | 'product'> & Partial<Task> & { drying: Drying; layer: Layer },
): Task {
  const { pieces, sides } = item;
  const { product, drying, layer, waits } = coated;
  let turned: TaskWait[] = [];
  if (sides === 2) {
    // The underside first; it is turned when it can be handled, long before it is dry.
    const under = add(stage, coat, 'under', { ...coated, title: `Underside: ${coated.title}`, last: false });
    const turn = add(stage, coat, 'turn', {
      title: 'Turn over',
      minutes: TURN_MINUTES + pieces * HANDLING,
      waits: [driedBehind(under, drying.handle)],
      product,
    });
    turned = [behind(turn)];
  }
  const top = add(stage, coat, 'coat', { ...coated, waits: [...waits, ...turned] });
  if (traitsOf(layer).feeds)
    ['wipe' as const, 'wipetwo' as const].reduce(
      (last, act) =>
        add(stage, coat, act, {
          title: `Wipe again where it bleeds: ${product}`,
          minutes: WIPE_AGAIN.minutes + pieces * HANDLING,
          waits: [behind(last, WIPE_AGAIN.first, WIPE_AGAIN.latest)],
          product,
          rags: true,
        }),
      top,
    );
  return top;
}

/** A layer from its mixing to its last coat. @returns its last coat */
function layerTasks(
  making: Making,
  layer: Layer,
  stage: number,
  before: Task | null,
  prepared: readonly TaskWait[],
): Task | null {
  const { shop, item, sheet, add } = making;
  const { key, kind, pieces, area, stack } = item;
  const steps = sheet.filter((s) => s.stage === stage);
  const cautions = [...new Set(steps.flatMap((s) => s.cautions))];
  const product = nameOfProduct(layer, shop.materials);
  const said = layerLine(layer, shop.materials);
  const coats = coatsIn(layer);
  const dryings = Array.from({ length: coats }, (_, c) => dryingOfCoat(stack, stage - 1, c + 1, dryingShop(shop)));
  const mixed: TaskWait[] = [];
  const lead = leadOf(layer, steps, shop);
  if (lead) {
    // One batch for all portions of a part: it is mixed with the first.
    const [place, id, portion] = key.split('/');
    const first = kind === 'board' ? portion : '1';
    if (portion === first)
      add(stage, 0, 'mix', { title: lead.title, minutes: READY + MIXING, waits: [], product, cautions });
    mixed.push(behind({ key: `${place}/${id}/${first}/${stage}/0/mix` }, lead.hours, dryings[0]?.potLife ?? null));
  }
  let last = before;
  for (let coat = 1; coat <= coats; coat++)
    last = coatTasks(making, stage, coat, {
      title: `${KINDS[layer.kind].label}: ${product}${coats > 1 ? `, coat ${coat} of ${coats}` : ''}`,
      minutes:
        READY + area * (coatTime(layer, shop.materials).hands + rubbedBefore(last?.layer, coat)) + pieces * HANDLING,
      waits: [...afterCoat(last), ...(coat === 1 ? [...prepared, ...mixed] : [])],
      last: coat === coats,
      drying: nth(dryings, coat - 1),
      sprayed: methodOf(layer) === 'sprayed' || traitsOf(layer).tones,
      first: steps.filter((s) => s.role === 'stir' || s.role === 'strain').map((s) => s.title),
      rags: steps.some((s) => s.role === 'rags'),
      layer,
      said,
      product,
      cautions,
    });
  return last;
}

/** Every task of an item from bare wood to the end, done ones too, each with what it waits for. */
export function chainOf(shop: ShopAtWork, item: WorkItem): Task[] {
  const making = beginChain(shop, item);
  const { stack, kind, board } = item;
  const first = stack.find((l) => !isBlank(l));
  const prepared = prepare(making, first);
  let last: Task | null = null;
  for (const [i, layer] of stack.entries())
    if (!isBlank(layer)) last = layerTasks(making, layer, i + 1, last, layer === first ? prepared : []);
  if (kind === 'board' && last)
    making.add(stack.length + 1, 1, 'read', {
      title: shop.house.tools.includes('instrument') ? 'Read it, judge it' : 'Hold it up, judge it',
      minutes: READ_MINUTES,
      waits: [driedBehind(last, last.drying?.read ?? 0)],
      product: 'reading',
      done: isSettled(board),
    });
  return making.tasks.map((task) => (isMixedByNow(task, making.tasks) ? { ...task, done: true } : task));
}

/** What is on was mixed, whoever ticked it. */
const isMixedByNow = ({ act, stage }: Task, tasks: readonly Task[]): boolean =>
  act === 'mix' && tasks.some((t) => t.done && t.stage === stage && t.drying !== null);

/** Hours that a coat is planned to be left: between those of a layer, and after its last. */
const layerWait = (task: Task | null): number | null =>
  (task?.last ? task.layer?.wait : task?.drying ? task.layer?.apart : undefined) ?? null;
