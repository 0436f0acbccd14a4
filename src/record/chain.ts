import { isBlank, KINDS, type Layer, methodOf, setting } from '../core/layers/layer.ts';
import { carrierOf, type Materials } from '../core/layers/materials.ts';
import { type Step, stepsOf } from '../core/mix/index.ts';
import { coatTime } from '../core/time/waits.ts';
import { potOf } from './poured.ts';
import { isFinished, layersOn } from './stages.ts';
import { preparationOf } from './wood.ts';
import {
  type Act,
  dryingOfCoat,
  HANDLING,
  nameOfProduct,
  RUBBING,
  type ShopAtWork,
  SITTING,
  type Task,
  type WorkItem,
} from './work.ts';

/** Minutes to get ready and clean up. Common practice. */
const READY = 6;
/** Minutes of sanding a square metre with each grit. Common practice. */
const SANDING = 15;
/** Oil bleeds from the pores for hours: it is wiped again an hour after the coat, and once more. Common practice. */
const WIPE_AGAIN = { first: 1, latest: 5, minutes: 5 };
const TURN_MINUTES = 3;
const READ_MINUTES = 10;

/** Hours that what is mixed ahead has to stand, out of the steps of its pot; flakes dissolve overnight, iron brews for days. */
function leadOf(layer: Layer, steps: readonly Step[], materials: Materials): { hours: number; title: string } | null {
  const stand = steps
    .filter((s) => s.kind === 'wait' && s.key.endsWith('/cool'))
    .reduce((sum, s) => sum + (s.hours ?? 0), 0);
  const name = nameOfProduct(layer, materials);
  if (layer.kind === 'reactive') return { hours: 96, title: `Brew ${name}` };
  if (layer.kind === 'sealer' && carrierOf(layer, materials) === 'alcohol')
    return { hours: 10, title: `Dissolve the flakes: ${name}` };
  return stand > 0 ? { hours: stand, title: `Dissolve ${name}, let it cool` } : null;
}

/** Every task of an item from bare wood to the end, done ones too, each with what it waits for. */
export function chainOf(shop: ShopAtWork, item: WorkItem): Task[] {
  const { materials, done } = shop;
  const { stack, key: of, kind, pieces, area, sides, board } = item;
  const preparation = preparationOf(item.wood, board);
  const sheet = stepsOf({
    stack,
    preparation,
    materials,
    facts: shop.mixing,
    batchOf: (stage) => potOf(item.recipe, stage, materials),
  });
  const on = kind === 'board' ? layersOn(board) : 0;
  const tasks: Task[] = [];
  const known = (key: string, stage: number) => {
    const ticked = done.get(key);
    if (ticked) return { done: true, doneAt: ticked.at };
    if (kind === 'board' && stage <= on)
      return { done: true, doneAt: board.coats.find((c) => c.stage === stage)?.putOnAt ?? null };
    return { done: false, doneAt: null };
  };
  const add = (
    stage: number,
    coat: number,
    act: Act,
    rest: Pick<Task, 'title' | 'minutes' | 'waits'> & Partial<Task>,
  ): Task => {
    const key = `${of}/${stage}/${coat}/${act}`;
    const task: Task = {
      key,
      item,
      act,
      stage,
      coat,
      last: false,
      sprayed: false,
      layer: null,
      drying: null,
      product: '',
      cautions: [],
      first: [],
      rags: false,
      ...known(key, stage),
      ...rest,
    };
    tasks.push(task);
    return task;
  };

  let before: Task | null = null;
  if (kind === 'piece') {
    const grits = (preparation.grits?.length ?? 0) + 1;
    before = add(0, 1, 'prepare', {
      title: `Sand ${[...(preparation.grits ?? []), preparation.grit].join('-')}${preparation.grainRaised ? ', raise the grain' : ''}`,
      minutes: READY + Math.min(SITTING, grits * SANDING * area * sides),
      waits: [],
      cautions: ['Sanding dust: extraction and mask.'],
      product: 'sanding',
    });
  }
  stack.forEach((layer, i) => {
    if (isBlank(layer)) return;
    const stage = i + 1;
    const steps = sheet.filter((s) => s.stage === stage);
    const cautions = [...new Set(steps.flatMap((s) => s.cautions))];
    const first = steps.filter((s) => /\/(stir|strain)$/.test(s.key)).map((s) => s.title);
    const rags = steps.some((s) => s.key.includes('/rags'));
    const product = nameOfProduct(layer, materials);
    const { hands } = coatTime(layer, materials);
    const coats = KINDS[layer.kind].settings.some((s) => s.key === 'coats') ? setting(layer, 'coats') : 1;
    const sprayed = methodOf(layer) === 'sprayed' || layer.kind === 'toner';
    const lead = leadOf(layer, steps, materials);
    const potLife = dryingOfCoat(shop, item, stage, 1).potLife;
    const mix = lead
      ? add(stage, 0, 'mix', { title: lead.title, minutes: READY + 4, waits: [], product, cautions })
      : null;
    for (let coat = 1; coat <= coats; coat++) {
      const drying = dryingOfCoat(shop, item, stage, coat);
      const rubbed = isRubbed(before);
      const minutes = READY + area * (hands + (rubbed ? RUBBING : 0)) + pieces * HANDLING;
      const said = `${KINDS[layer.kind].label}: ${product}${coats > 1 ? `, coat ${coat} of ${coats}` : ''}`;
      const window = before?.drying?.window;
      const own = layerWait(before);
      const waits = [
        ...(before
          ? [
              {
                key: before.key,
                min: own ?? 0,
                // A coat that is rubbed down first keeps no window.
                max: window && !(window.remedy === 'scuff' && rubbed) ? window.shuts : null,
                dry: own === null,
              },
            ]
          : []),
        ...(mix && coat === 1 && lead ? [{ key: mix.key, min: lead.hours, max: potLife, dry: false }] : []),
      ];
      const common = { layer, product, sprayed, cautions, first, rags, minutes };
      let under: Task | null = null;
      let turn: Task | null = null;
      if (sides === 2) {
        // The underside first; it is turned when it can be handled, long before it is dry.
        under = add(stage, coat, 'under', { ...common, title: `Underside: ${said}`, waits, drying });
        turn = add(stage, coat, 'turn', {
          title: 'Turn over',
          minutes: TURN_MINUTES + pieces * HANDLING,
          waits: [{ key: under.key, min: drying.handle, max: null, dry: false }],
          product,
        });
      }
      const top: Task = add(stage, coat, 'coat', {
        ...common,
        title: said,
        waits: turn ? [...waits, { key: turn.key, min: 0, max: null, dry: false }] : waits,
        drying,
        last: coat === coats,
      });
      if (layer.kind === 'oil') {
        let wiped = top;
        for (let n = 1; n <= 2; n++)
          wiped = add(stage, coat, n === 1 ? 'wipe' : 'wipetwo', {
            title: `Wipe again where it bleeds: ${product}`,
            minutes: WIPE_AGAIN.minutes + pieces * HANDLING,
            waits: [{ key: wiped.key, min: WIPE_AGAIN.first, max: WIPE_AGAIN.latest, dry: false }],
            product,
            rags: true,
          });
      }
      before = top;
    }
  });
  if (kind === 'board' && before)
    add(stack.length + 1, 1, 'read', {
      title: 'Read it, judge it',
      minutes: READ_MINUTES,
      waits: [{ key: (before as Task).key, min: (before as Task).drying?.read ?? 0, max: null, dry: false }],
      product: 'reading',
      done: isFinished(board),
    });
  return tasks;
}

/** Hours that a layer is planned to be left, after its last coat. */
const layerWait = (task: Task | null): number | null =>
  task?.last && task.layer?.wait !== undefined ? task.layer.wait : null;

/** Coats that are rubbed down before the next where nothing else is said, as the mix sheet has it. */
const RUBBED: ReadonlySet<string> = new Set(['sealer', 'clear', 'opaque']);
const isRubbed = (task: Task | null): boolean =>
  task?.layer != null && (task.layer.rub ? task.layer.rub !== 'none' : RUBBED.has(task.layer.kind));
