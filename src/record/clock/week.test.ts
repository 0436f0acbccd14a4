import { describe, expect, it } from 'vitest';
import {
  BOARD_ID,
  coatOn,
  PART_ID,
  shopOf,
  WORK_HOUSE,
  workBoard,
  workJob,
  workPart,
} from '../../../test/fixtures/work-shop.ts';
import { USUAL_PREPARATION } from '../../core/board/preparation.ts';
import { newLayer } from '../../core/layers/layer.ts';
import { brokenBy, searchPlan } from '../../core/plan/index.ts';
import { HOUR } from '../../core/time/air.ts';
import type { DryTestNoted, WeekPlan, WorkDone } from '../../shared/clock.ts';
import type { House } from '../../shared/house.ts';
import type { Job } from '../../shared/job.ts';
import { WorkWeek } from '../../shared/week.ts';
import { airLine, airNotedNow } from '../board/air.ts';
import { chainOf } from '../work/chain.ts';
import { itemsAtWork, seenByProduct } from '../work/work.ts';
import { onTheClock, railOf, shutsAt } from './clock.ts';
import {
  dayOf,
  hoursOfDay,
  keptTasks,
  openSlots,
  plannedTasks,
  slipped,
  slotsKept,
  weekOf,
  whatHoldsTheEnd,
  whyNotThere,
} from './week.ts';

const at = (day: number, hour: number, minute = 0) => new Date(2026, 2, day, hour, minute).getTime();
const iso = (moment: number) => new Date(moment).toISOString();
const DYE = newLayer('dye', { colours: { honey: 4 } });
const STAIN = newLayer('wiping-stain', { colours: { bog: 1 } });
const SATIN = newLayer('clear', { medium: 'water-satin' });
const key = (stage: number, coat: number, act: string) => `board/${BOARD_ID}/1/${stage}/${coat}/${act}`;
const test = (coat: string, item: string, dry: boolean, hours: number, moment: number): DryTestNoted => ({
  id: `${coat}${hours}`,
  coat,
  item,
  hours,
  dry,
  at: iso(moment),
  person: null,
});
const done = (work: string, moment: number): WorkDone => ({ id: work, work, at: iso(moment), person: null });
const clockOf = (job: Job, now: number, tests: readonly DryTestNoted[] = [], ticked: readonly WorkDone[] = []) =>
  onTheClock([job], shopOf(tests, ticked), airLine([], [job], now), now);
/** What passes: read as it was wanted. */
const read = (stage: number) => ({ id: `r${stage}`, stage, zone: 'face', grid: new Array(31).fill(0.4), lab: null });
const PASSED = {
  readings: [read(0), read(1), read(2)],
  coats: [coatOn(1, DYE, iso(at(2, 9))), coatOn(2, SATIN, iso(at(2, 16)))],
};
const WANTED = { target: [{ ...read(0), stage: null }] };

describe('the chain of a board', () => {
  const board = workBoard([DYE, SATIN]);
  const [item] = itemsAtWork([workJob(board)], shopOf());
  const chain = item ? chainOf(shopOf(), item) : [];

  it('mixes ahead, puts on every coat, and reads at the end', () => {
    expect(chain.map((t) => `${t.stage}/${t.coat}/${t.act}`)).toEqual([
      '1/0/mix',
      '1/1/coat',
      '2/1/coat',
      '2/2/coat',
      '3/1/read',
    ]);
    expect(chain[0]?.title).toMatch(/let it cool/);
    expect(chain.every((t) => t.minutes > 0 && !t.done)).toBe(true);
    expect(chain[1]?.cautions.join()).toMatch(/gloves/);
    expect(chain[1]?.first).toEqual(['Strain']);
  });
  it('linseed is wiped again twice, and leaves rags each time; an iron brew stands for days', () => {
    const oil = workBoard([newLayer('reactive', { colours: { iron: 5 } }), newLayer('oil', { medium: 'linseed' })]);
    const [of] = itemsAtWork([workJob(oil)], shopOf());
    const acts = of ? chainOf(shopOf(), of) : [];
    expect(acts.filter((t) => t.act === 'wipe' || t.act === 'wipetwo')).toHaveLength(2);
    expect(acts.filter((t) => t.rags).map((t) => t.act)).toEqual(['coat', 'wipe', 'wipetwo']);
    expect(acts[1]?.waits.find((w) => w.key === acts[0]?.key)?.min).toBe(96);
  });
  it('a conditioned board has its window: soaked first, coloured within two hours', () => {
    const conditioned = { ...workBoard([STAIN, SATIN]), preparation: { ...USUAL_PREPARATION, conditioner: true } };
    const job = workJob(conditioned as never);
    const [of] = itemsAtWork([job], shopOf());
    const tasks = of ? chainOf(shopOf(), of) : [];
    expect(tasks[0]).toMatchObject({ act: 'soak', done: false });
    expect(tasks[1]?.waits).toContainEqual({ key: tasks[0]?.key, min: 0.25, max: 2, dry: false, drying: false });
    const soaked = [done(key(0, 2, 'soak'), at(2, 9))];
    const stands = (minutes: number) => clockOf(job, at(2, 9, minutes), [], soaked)[0]?.stands;
    expect([5, 30, 90, 130].map(stands)).toEqual(['wet', 'ready', 'shutting', 'shut']);
  });
  it('a planned wait takes the place of what is usual', () => {
    const own = workBoard([{ ...DYE, wait: 30 }, SATIN]);
    const [of] = itemsAtWork([workJob(own)], shopOf());
    const clear = of && chainOf(shopOf(), of).find((t) => t.stage === 2);
    expect(clear?.waits[0]).toMatchObject({ min: 30, dry: false });
  });
});

describe('pieces', () => {
  it('wait for a board that passes, and follow its layers as they were really put on', () => {
    const board = workBoard([DYE, SATIN]);
    const awaiting = itemsAtWork([workJob(board, { parts: [workPart()] })], shopOf());
    // One of them goes ahead of the rest.
    expect(awaiting.map((i) => [i.kind, i.pieces, i.awaits !== null])).toEqual([
      ['board', 1, false],
      ['piece', 1, true],
      ['piece', 3, true],
    ]);
    const passed = itemsAtWork(
      [workJob(workBoard([DYE, SATIN], PASSED), { parts: [workPart()], ...WANTED })],
      shopOf(),
    );
    expect(passed.map((i) => [i.name, i.awaits])).toEqual([
      ['1 × Door, 1 of 2', null],
      ['3 × Door, 2 of 2', null],
    ]);
  });
  it('on both faces: the underside first, turned long before it is dry', () => {
    const job = workJob(workBoard([DYE, SATIN], PASSED), { parts: [workPart({ faces: 2 })], ...WANTED });
    const [item] = itemsAtWork([job], shopOf());
    const chain = item ? chainOf(shopOf(), item) : [];
    expect(chain.filter((t) => t.stage === 1).map((t) => t.act)).toEqual(['mix', 'under', 'turn', 'coat']);
    const [under, turn] = [chain.find((t) => t.act === 'under'), chain.find((t) => t.act === 'turn')];
    expect(turn?.waits[0]?.key).toBe(under?.key);
    expect(turn?.waits[0]?.min).toBeLessThan(under?.drying?.goOn.usual ?? 0);
  });
  it('that take longer than a sitting are divided, and none is lost', () => {
    const job = workJob(workBoard([DYE, SATIN], PASSED), {
      parts: [workPart({ count: 70, length: 2000, width: 600 })],
      ...WANTED,
    });
    const items = itemsAtWork([job], shopOf());
    expect(items.length).toBeGreaterThan(3);
    expect(items.reduce((sum, i) => sum + i.pieces, 0)).toBe(70);
    // One batch for all of them, mixed with the first; every portion waits for it.
    const chains = items.map((item) => chainOf(shopOf(), item));
    expect(chains.flat().filter((t) => t.act === 'mix')).toHaveLength(1);
    const mix = chains.flat().find((t) => t.act === 'mix')?.key;
    for (const chain of chains) expect(chain.some((t) => t.waits.some((w) => w.key === mix))).toBe(true);
    for (const item of items) for (const task of chainOf(shopOf(), item)) expect(task.minutes).toBeLessThan(200);
  });
});

describe('a board that was put away', () => {
  it('waits for nothing, and is back where it was once it is brought back', () => {
    const onClock = (archived: boolean) =>
      clockOf(workJob(workBoard([DYE, SATIN], { archived, coats: [coatOn(1, DYE, iso(at(2, 8)))] })), at(2, 12));
    expect(onClock(true)).toEqual([]);
    expect(onClock(false).map((i) => i.next?.stage)).toEqual([2]);
  });
});

describe('on the clock', () => {
  const dyed = workJob(workBoard([DYE, SATIN], { coats: [coatOn(1, DYE, iso(at(2, 8)))] }));

  it('wet, to be tested, ready', () => {
    expect(clockOf(dyed, at(2, 9))[0]).toMatchObject({ stands: 'wet' });
    expect(clockOf(dyed, at(2, 13))[0]).toMatchObject({ stands: 'test' });
    expect(clockOf(dyed, at(2, 15))[0]).toMatchObject({ stands: 'ready' });
    expect(clockOf(dyed, at(2, 15))[0]?.next?.key).toBe(key(2, 1, 'coat'));
  });
  it('what is to be mixed ahead does not hide the coat that dries, and was mixed once it is on', () => {
    const sealer = newLayer('sealer', { medium: 'blonde-shellac' });
    const board = workBoard([DYE, sealer, SATIN], { coats: [coatOn(1, DYE, iso(at(2, 8)))] });
    const [on] = clockOf(workJob(board), at(2, 9));
    expect(on).toMatchObject({ stands: 'wet', next: { key: key(2, 1, 'coat') } });
    expect(on?.chain.find((t) => t.key === key(2, 0, 'mix'))).toMatchObject({ done: false });
    // The dye is on: it was mixed, though nobody ticked it.
    expect(on?.chain.find((t) => t.key === key(1, 0, 'mix'))).toMatchObject({ done: true });
  });
  it('“here this dye needs longer”: what tests told of other coats moves this one', () => {
    const tests = [1, 2, 3, 4].flatMap((n) => [
      test(`board/x/${n}/1/1/coat`, 'colourant/honey', false, 10, at(1, 8)),
      test(`board/x/${n}/1/1/coat`, 'colourant/honey', true, 14, at(1, 8)),
    ]);
    const [on] = clockOf(dyed, at(2, 15), tests);
    expect(on?.stands).toBe('wet');
    expect(on?.coat?.dries).toMatchObject({ basis: 'seen here', goOn: { coats: 4 } });
    expect(seenByProduct(tests)['colourant/honey']).toHaveLength(4);
  });
  it('its own tests: a mark puts it off, dry lets it go on', () => {
    const mark = test(key(1, 1, 'coat'), 'colourant/honey', false, 7, at(2, 15));
    expect(clockOf(dyed, at(2, 15), [mark])[0]?.stands).toBe('wet');
    const dry = test(key(1, 1, 'coat'), 'colourant/honey', true, 5, at(2, 13));
    expect(clockOf(dyed, at(2, 13), [dry])[0]).toMatchObject({ stands: 'ready', from: at(2, 13) });
  });
  it('a conditioner’s window: open from half an hour, said in its last hour, then shut', () => {
    const layers = [newLayer('conditioner'), STAIN];
    const job = workJob(workBoard(layers, { coats: [coatOn(1, newLayer('conditioner'), iso(at(2, 9)))] }));
    const stands = (minutes: number) => clockOf(job, at(2, 9, minutes))[0]?.stands;
    expect([10, 45, 100, 130].map(stands)).toEqual(['wet', 'ready', 'shutting', 'shut']);
    const rail = railOf(clockOf(job, at(2, 9, 45)), at(2, 9, 45));
    expect(rail).toMatchObject({ ready: 1, shuts: { at: iso(at(2, 11)) } });
  });
  it('a pot with its hardener sets, from when it was ticked on the mix sheet', () => {
    const gloss = newLayer('clear', { medium: 'two-part-gloss', settings: { coats: 1 } });
    const board = workBoard([DYE, gloss], { coats: [coatOn(1, DYE, iso(at(2, 8)))] });
    const mixed = { ...board, recipe: { ...board.recipe, done: [{ step: '2/hardener', at: iso(at(3, 9)) }] } };
    const [on] = clockOf(workJob(mixed as never), at(3, 10));
    expect(on && shutsAt(on)).toBe(at(3, 12));
  });
  it('a very dark oil stain waits for days where the shop waits so long, and as its label says where not', () => {
    const dark = workJob(workBoard([STAIN, SATIN], { coats: [coatOn(1, STAIN, iso(at(2, 8)))] }, [0.4, 0.02, 0.02]));
    expect(clockOf(dark, at(5, 8))[0]?.stands).not.toBe('ready');
    const label = { ...WORK_HOUSE, schools: { 'dark-oil': 'label' } } as House;
    const [on] = onTheClock([dark], shopOf([], [], label), [], at(5, 8));
    expect(on?.coat?.dries.goOn.usual).toBeLessThanOrEqual(100);
  });
  it('the air: what was noted within a day, forecasts only of what is to come', () => {
    const note = (moment: number, source: 'typed' | 'forecast', temperature: number) => ({
      id: `${moment}`,
      at: iso(moment),
      temperature,
      humidity: 50,
      moving: false,
      source,
    });
    const notes = [note(at(2, 8), 'typed', 15), note(at(1, 8), 'forecast', 30), note(at(3, 8), 'forecast', 25)];
    expect(airNotedNow(notes, at(2, 12))?.temperature).toBe(15);
    expect(airNotedNow(notes, at(4, 12))).toBeNull();
    expect(airLine(notes, [], at(2, 12)).map((a) => a.temperature)).toEqual([15, 25]);
  });
});

describe('the week', () => {
  const job = workJob(workBoard([DYE, SATIN], { coats: [coatOn(1, DYE, iso(at(2, 14)))] }), {
    due: '2026-03-04',
    parts: [workPart()],
  });
  const now = at(2, 15);
  const items = clockOf(job, now);
  const week = weekOf(items, { house: WORK_HOUSE, air: [], now });
  const { plan } = searchPlan(week.problem, { more: (made) => made < 60 });
  const planned = plannedTasks(week, plan);
  const of = (work: string) => planned.find((p) => p.task.key === work);

  it('has everything that is to do, in working hours, in its order', () => {
    expect(brokenBy(week.problem, plan)).toEqual([]);
    expect(planned).toHaveLength(week.tasks.length);
    for (const { start, end } of planned) {
      const hours = hoursOfDay(WORK_HOUSE.week, new Date(start));
      expect(hours).not.toBeNull();
      expect(start).toBeGreaterThanOrEqual(dayOf(start).getTime() + (hours?.from ?? 0) * HOUR);
      expect(end).toBeLessThanOrEqual(dayOf(start).getTime() + (hours?.to ?? 0) * HOUR);
    }
    // Dyed at 14, dry at 20: the clear goes on the next morning.
    expect(of(key(2, 1, 'coat'))?.start).toBe(at(3, 8));
    // Colour goes on the pieces once their board is read.
    const [piece] = planned.filter((p) => p.task.item.kind === 'piece' && p.task.act === 'coat');
    expect(piece?.start).toBeGreaterThanOrEqual(of(key(3, 1, 'read'))?.end ?? Number.POSITIVE_INFINITY);
  });
  it('knows days off and holidays', () => {
    const free = { ...WORK_HOUSE.week, holidays: ['2026-03-03'] };
    expect(hoursOfDay(free, new Date(2026, 2, 3))).toBeNull();
    expect(hoursOfDay(free, new Date(2026, 2, 7))).toBeNull();
    const open = openSlots(free, dayOf(now).getTime(), 3);
    expect(open.reduce((sum, o) => sum + o, 0)).toBe((2 * 9 * 60) / 5);
  });
  it('knows lunch, and as many stretches a day as there are; what is begun is not broken off by them', () => {
    const lunch = {
      ...WORK_HOUSE.week,
      days: WORK_HOUSE.week.days.with(1, [
        { from: 8, to: 12 },
        { from: 13, to: 17.5 },
      ]),
    };
    const open = openSlots(lunch, new Date(2026, 2, 3).getTime(), 1);
    expect(open.reduce((sum, o) => sum + o, 0)).toBe((8.5 * 60) / 5);
    expect([open[(12 * 60) / 5 - 1], open[(12 * 60) / 5], open[(13 * 60) / 5]]).toEqual([1, 0, 1]);
    expect(hoursOfDay(lunch, new Date(2026, 2, 3))).toEqual({ from: 8, to: 17.5 });
    // As it was written before there were breaks, and what is refused.
    expect(WorkWeek.parse({ days: [{ from: 8, to: 12 }, null, null, null, null, null, null] }).days[0]).toEqual([
      { from: 8, to: 12 },
    ]);
    const two = [
      { from: 8, to: 12 },
      { from: 11, to: 17 },
    ];
    expect(() => WorkWeek.parse({ days: [two, null, null, null, null, null, null] })).toThrow(/follow each other/);
  });
  it('works by the clock on the wall on a Sunday that the clocks are changed on', () => {
    const was = process.env.TZ;
    process.env.TZ = 'Europe/Berlin';
    try {
      const sunday = { ...WORK_HOUSE.week, days: WORK_HOUSE.week.days.with(6, [{ from: 9, to: 12 }]) };
      // 29 March 2026: two o'clock is three.
      const origin = new Date(2026, 2, 29).getTime();
      const open = openSlots(sunday, origin, 1);
      const begins = new Date(origin + open.indexOf(1) * 5 * 60_000);
      expect([begins.getHours(), begins.getMinutes()]).toEqual([9, 0]);
      expect(open.reduce((sum, o) => sum + o, 0)).toBe((3 * 60) / 5);
    } finally {
      if (was === undefined) delete process.env.TZ;
      else process.env.TZ = was;
    }
  });
  it('two boards of one name carry their jobs', () => {
    const first = workJob(workBoard([DYE, SATIN]));
    const second = { ...workJob(workBoard([DYE, SATIN])), number: 7, id: 'another' };
    expect(itemsAtWork([first, second], shopOf()).map((i) => i.told)).toEqual([
      `birch-1, job ${first.number}`,
      'birch-1, job 7',
    ]);
  });
  it('says what holds its end', () => {
    expect(whatHoldsTheEnd(week, plan)?.what).toMatch(/Door|birch-1/);
    expect(
      whatHoldsTheEnd(
        weekOf([], { house: WORK_HOUSE, air: [], now }),
        searchPlan({ ...week.problem, activities: [], lags: [] }).plan,
      ),
    ).toBeNull();
  });
  it('kept and looked at again later: what should have been done slips, what is pinned stays', () => {
    const kept: WeekPlan = { id: 'p', tasks: keptTasks(planned), madeAt: '' };
    expect(slipped(kept, week.tasks, now)).toEqual([]);
    expect(slipped(kept, week.tasks, at(3, 9)).length).toBeGreaterThan(0);
    expect(slotsKept(week, kept).every((s) => s !== null)).toBe(true);
    const pinned = { ...kept, tasks: kept.tasks.map((t) => ({ ...t, pinned: t.key === key(2, 2, 'coat') })) };
    const again = weekOf(items, { house: WORK_HOUSE, air: [], now, kept: pinned });
    expect(again.problem.activities.filter((a) => a.pinned !== null).map((a) => a.key)).toEqual([key(2, 2, 'coat')]);
  });
  it('what was mixed ahead has to stand before it goes on', () => {
    const iron = newLayer('reactive', { colours: { iron: 5 } });
    const brewed = [done(key(1, 0, 'mix'), at(2, 9))];
    const brewing = workJob(workBoard([iron, SATIN]));
    const own = weekOf(clockOf(brewing, at(2, 15), [], brewed), { house: WORK_HOUSE, air: [], now: at(2, 15) });
    const [coat] = plannedTasks(own, searchPlan(own.problem, { more: (made) => made < 20 }).plan);
    expect(coat?.task.key).toBe(key(1, 1, 'coat'));
    expect(coat?.start).toBe(at(6, 9));
  });
  it('a warm place is planned with only where the shop has one', () => {
    expect(week.places).toHaveLength(2);
    const without = { ...WORK_HOUSE, tools: [] } as House;
    expect(weekOf(items, { house: without, air: [], now }).places).toHaveLength(1);
  });
  it('every reason that something cannot be put somewhere is a sentence', () => {
    const when = () => 'then';
    for (const not of [
      { why: 'past', from: 3 },
      { why: 'closed' },
      { why: 'wait', from: 3, behind: 0 },
      { why: 'busy' },
      { why: 'window', of: 0, late: 12 },
    ] as const)
      expect(whyNotThere(week, not, when)).toMatch(/^[A-Z].*\.$/);
  });
  it('pieces that are ticked are done, and their next coat waits for the last', () => {
    const pieces = workJob(workBoard([DYE, SATIN], PASSED), { parts: [workPart()], ...WANTED });
    const part = (stage: number, coat: number, act: string) => `part/${PART_ID}/1/${stage}/${coat}/${act}`;
    const ticked = [
      done(part(0, 1, 'prepare'), at(2, 8)),
      done(part(1, 0, 'mix'), at(2, 9)),
      done(part(1, 1, 'coat'), at(2, 10)),
    ];
    const [on] = clockOf(pieces, at(2, 11), [], ticked);
    expect(on).toMatchObject({ stands: 'wet' });
    expect(on?.next?.key).toBe(part(2, 1, 'coat'));
  });
});
