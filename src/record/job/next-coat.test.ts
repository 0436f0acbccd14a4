import { describe, expect, it } from 'vitest';
import { coatOn, shopOf, WORK_HOUSE, WORK_SHELF, workBoard, workJob } from '../../../test/fixtures/work-shop.ts';
import { USUAL_PREPARATION } from '../../core/board/preparation.ts';
import { newLayer, type Stack } from '../../core/layers/layer.ts';
import { stepsOf } from '../../core/mix/index.ts';
import { SLOT_MINUTES } from '../../core/plan/index.ts';
import { viewOf } from '../../core/rules/view.ts';
import { HOUR } from '../../core/time/air.ts';
import type { Weather } from '../../core/time/climate.ts';
import { durationOf } from '../../core/time/coats.ts';
import type { Shelf } from '../../shared/shelf.ts';
import { onTheClock, settledAt } from '../clock/clock.ts';
import { weekOf } from '../clock/week.ts';
import { materialsOf } from '../shelf/materials.ts';
import { factsOfShelf } from '../work/mixing.ts';
import { dryingShop } from '../work/work.ts';
import { ruleFacts } from './rules.ts';

const SHELF = WORK_SHELF as unknown as Shelf;
const shop = shopOf();
const materials = materialsOf(SHELF);
const MONDAY = new Date(2026, 2, 2, 8).getTime();
const SATIN = newLayer('clear', { medium: 'water-satin', settings: { coats: 1 } });
const one = (medium: string) => newLayer('oil', { medium, settings: { coats: 1 } });

const STACKS: readonly (readonly [string, Stack])[] = [
  ['a dark oil stain', [newLayer('wiping-stain', { colours: { bog: 1 } }), SATIN]],
  ['a dark one mixed with a pale one', [newLayer('wiping-stain', { colours: { gorse: 0.6, bog: 0.4 } }), SATIN]],
  ['a water dye that is drenched', [newLayer('dye', { colours: { honey: 4 }, settings: { load: 2 } }), SATIN]],
  ['hard-wax oil', [one('hard-wax'), one('hard-wax')]],
  ['linseed', [one('linseed'), SATIN]],
  ['a dye left as long as is planned', [newLayer('dye', { colours: { honey: 4 }, wait: 30 }), SATIN]],
  ['a conditioner under an oil stain', [newLayer('conditioner'), newLayer('wiping-stain', { colours: { gorse: 1 } })]],
  ['a gel', [newLayer('gel-stain', { colours: { 'kelp-gel': 1 } }), SATIN]],
];
const AIRS: readonly Weather[] = [
  { temperature: 20, humidity: 50 },
  { temperature: 12, humidity: 75 },
  { temperature: 27, humidity: 40 },
];

/** Hours after the first coat of a stack until the next, by each of those who tell it. */
function answersOf(stack: Stack, weather: Weather) {
  const drying = { ...dryingShop(shop), weather };
  const first = stack.slice(0, 1);
  const facts = factsOfShelf(SHELF);
  const sheet = stepsOf({
    stack,
    preparation: USUAL_PREPARATION,
    materials,
    facts,
    drying,
    batchOf: () => ({ litres: 0.1, grams: {} }),
  });
  const rules = viewOf({
    stack,
    wood: SHELF.species[0] as never,
    materials,
    preparation: USUAL_PREPARATION,
    facts: ruleFacts(SHELF),
    weather,
  });
  const job = workJob(workBoard(stack, { coats: [coatOn(1, stack[0] as never, new Date(MONDAY).toISOString())] }));
  const air = [{ at: MONDAY - HOUR, ...weather }];
  const items = onTheClock([job], shop, air, MONDAY);
  const [on] = items;
  const { problem } = weekOf(items, { house: WORK_HOUSE as never, air, now: MONDAY });
  const planned = stack[0]?.wait;
  const midnight = new Date(2026, 2, 2).getTime();
  return {
    sheet: sheet.find((s) => s.key === '1/dry')?.hours,
    rules: rules.layers[0]?.wait,
    duration: durationOf(first, { ...drying, facts }).wait.usual,
    // The clock tells the coat's own time; what is planned of the layer is when its next begins.
    clock: planned ?? ((on?.coat?.on.goOn.usual ?? 0) - MONDAY) / HOUR,
    plan: (midnight + (problem.activities[0]?.release ?? 0) * SLOT_MINUTES * 60_000 - MONDAY) / HOUR,
  };
}

describe('when the next coat may go on', () => {
  it.each(STACKS)('%s: sheet, clock, plan, duration and rules say the same, in any air', (name, stack) => {
    for (const weather of AIRS) {
      const { plan, duration, ...answers } = answersOf(stack, weather);
      const [first = Number.NaN, ...others] = Object.values(answers);
      for (const other of others) expect([name, weather, other]).toEqual([name, weather, expect.closeTo(first, 6)]);
      // Alone it has no colour to follow that tells a conditioner's window.
      if (stack[0]?.kind !== 'conditioner') {
        expect(duration).toBeCloseTo(first, 6);
        // The plan works in slots.
        expect(plan).toBeGreaterThanOrEqual(first - 1e-6);
        expect(plan).toBeLessThan(first + SLOT_MINUTES / 60 + 1e-6);
      }
    }
  });
  it('of several colours the slowest decides, whichever is the most', () => {
    const { sheet } = answersOf(STACKS[1]?.[1] ?? [], AIRS[0] as Weather);
    expect(sheet).toBeGreaterThan(90);
  });
});

describe('when a board may be judged', () => {
  it('clock, plan and the board itself say the same, in any air', () => {
    const varnish = newLayer('clear', { medium: 'oil-varnish', settings: { coats: 1 } });
    for (const weather of AIRS) {
      const on = { ...coatOn(1, varnish, new Date(MONDAY).toISOString()), conditions: weather };
      const air = [{ at: MONDAY - HOUR, ...weather }];
      const items = onTheClock([workJob(workBoard([varnish], { coats: [on] }))], shop, air, MONDAY);
      const settled = settledAt({ materials }, on) as number;
      expect(items[0]?.next?.act).toBe('read');
      expect(items[0]?.from).toBeCloseTo(settled, -3);
      const { problem } = weekOf(items, { house: WORK_HOUSE as never, air, now: MONDAY });
      const midnight = new Date(2026, 2, 2).getTime();
      const planned = midnight + (problem.activities[0]?.release ?? 0) * SLOT_MINUTES * 60_000;
      expect(planned).toBeGreaterThanOrEqual(settled - 1000);
      expect(planned).toBeLessThan(settled + SLOT_MINUTES * 60_000 + 1000);
    }
  });
});
