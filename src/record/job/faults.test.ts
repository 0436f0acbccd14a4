import { describe, expect, it } from 'vitest';
import { SHELF } from '../../../test/fixtures/small-shop.ts';
import { coatOn, workBoard, workJob, workPart } from '../../../test/fixtures/work-shop.ts';
import { USUAL_PREPARATION } from '../../core/board/preparation.ts';
import { type Layer, newLayer } from '../../core/layers/layer.ts';
import { NOTHING_LEARNED } from '../../core/learn/knowledge.ts';
import { ALL_TOOLS, findings } from '../../core/rules/index.ts';
import type { Board } from '../../shared/board.ts';
import type { Job } from '../../shared/job.ts';
import type { Shelf } from '../../shared/shelf.ts';
import { boardModel, openBench } from './bench.ts';
import { caseOfBoard, outcomeOf, rework } from './faults.ts';
import { effectOfHouse, keptWaits, ruleInputOf, usualWait } from './rules.ts';

const HOUSE = { schools: {}, tools: [...ALL_TOOLS] };
const STACK = [newLayer('dye', { colours: { yellow: 4 } }), newLayer('clear', { medium: 'clear', method: 'brushed' })];
const coat = (stage: number, putOnAt: string | null, over: object = {}) =>
  coatOn(stage, STACK[stage - 1] as Layer, putOnAt, over);
const PLANNED = workBoard(STACK, { id: 'b1', createdAt: '2026-05-01T08:00:00Z' });
const boardOf = (over: object): Board => ({
  ...PLANNED,
  recipe: PLANNED.recipe && { ...PLANNED.recipe, litres: 1, expected: [] },
  ...over,
});
const jobOf = (board: Board, over: object = {}): Job => {
  const job = workJob(board);
  const [wood] = job.woods;
  return {
    ...job,
    wishes: { sunlit: true },
    parts: [workPart({ length: 2000, width: 800, zones: ['face', 'end'] })],
    woods: [wood, { ...wood, id: 'v', code: 'oak', preparation: { ...USUAL_PREPARATION, grit: 100 }, boards: [] }],
    ...over,
  } as unknown as Job;
};
const seen = (board: Board, over: object = {}) => {
  const bench = openBench(jobOf(board, over), SHELF as unknown as Shelf, NOTHING_LEARNED);
  const wood = bench.job.woods[0];
  const model = wood && boardModel(bench, wood, board);
  if (!model) throw new Error('no wood');
  return { bench, model };
};
const MORNING = '2026-05-02T08:00:00Z';
const EVENING = '2026-05-02T20:30:00Z';

describe('what the rules look at', () => {
  it('are the waits that were kept, the air that was noted, the largest part, its zones and the other woods', () => {
    const air = { conditions: { temperature: 12, humidity: 70 } };
    const board = boardOf({ coats: [coat(1, MORNING, air), coat(2, EVENING)] });
    expect(keptWaits(board, 2)).toEqual([12.5, null]);
    const { bench, model } = seen(board);
    expect(ruleInputOf(bench, model, STACK, HOUSE)).toMatchObject({
      kept: [12.5, null],
      weather: { temperature: 12, humidity: 70 },
      area: 1.6,
      zones: ['face', 'end'],
      sunlit: true,
      others: [{ grit: 100 }],
      done: 2,
    });
  });
  it('nothing noted is nothing known', () => {
    const { bench, model } = seen(boardOf({}), { parts: [], wishes: {} });
    const input = ruleInputOf(bench, model, STACK, HOUSE);
    expect([input.weather, input.area, input.sunlit, input.kept]).toEqual([null, undefined, false, [null, null]]);
    expect(usualWait([newLayer('dye', { colours: { yellow: 4 } })], 0, bench)).toBeGreaterThan(0);
  });
  it('tell which open jobs another choice of the house changes', () => {
    const job = jobOf(boardOf({}));
    const effects = effectOfHouse([job], SHELF as unknown as Shelf, HOUSE, {
      ...HOUSE,
      schools: { 'clear-coats': 'three' },
    });
    expect(effects).toMatchObject([{ job: 3, piece: 'Shelf', said: ['Thin on clear'], silent: [] }]);
  });
});

describe('what the record tells of a fault', () => {
  it('is waits, dwell and pours where they were noted', () => {
    const done = [{ id: 's', step: '1/yellow', grams: 5, millilitres: null, lotId: null, at: MORNING, person: null }];
    const board = boardOf({ coats: [coat(1, MORNING, { minutes: 15 }), coat(2, EVENING)] });
    const poured = { ...board, recipe: { ...board.recipe, done } } as Board;
    const { bench, model } = seen(poured);
    const told = caseOfBoard(bench, model, 1, HOUSE);
    expect(told).toMatchObject({ waitsKnown: true, airKnown: false, dwelt: 3, poured: 1.25, off: null, stale: null });
    expect([...told.broken.keys()]).toEqual(expect.arrayContaining(['end-grain', 'fades']));
  });
});

describe('rework', () => {
  it('is counted by cause, the most hours first', () => {
    const one = (cause: string, hours: number) => ({ cause, hours }) as never;
    expect(rework([one('dust', 1), one('hand', 4), one('dust', 1.5)])).toEqual([
      { cause: 'hand', times: 1, hours: 4 },
      { cause: 'dust', times: 2, hours: 2.5 },
    ]);
  });
});

describe('the rules ask the clock', () => {
  const board = boardOf({ coats: [coat(1, MORNING), coat(2, EVENING)] });
  const said = (over: object) => {
    const { bench, model } = seen(board);
    return findings(ruleInputOf(bench, model, STACK, { ...HOUSE, ...over })).map((f) => f.id);
  };
  it('how the product dried here, and what the air is', () => {
    expect(said({})).not.toContain('too-soon');
    const late = Array.from({ length: 6 }, () => ({ wet: 30, dry: 36 }));
    expect(said({ seen: { 'colourant/yellow': late } })).toContain('too-soon');
    expect(said({ weather: { temperature: 6, humidity: 60 } })).toContain('cold-shop');
  });
});

describe('what a remedy makes of the colour', () => {
  const target = [{ id: 't', stage: null, zone: 'face', lab: null, grid: new Array(31).fill(0.3) }];
  const { bench, model } = seen(boardOf({}), { target });

  it('is foreseen where it does something to the layers, and left to the way on where the colour is solved anew', () => {
    const of = (cause: string) => outcomeOf(bench, model, 1, cause);
    const still = of('too-soon');
    expect(still?.deltaE).toBeGreaterThan(0);
    // Sanded back and coloured again is another colour than wiped back.
    expect(of('handled')?.deltaE).not.toBeCloseTo(of('not-wiped')?.deltaE ?? 0, 3);
    expect(of('not-wiped')?.deltaE).not.toBeCloseTo(still?.deltaE ?? 0, 3);
    expect(of('dust')?.words.length).toBeGreaterThan(0);
    expect(of('poured-wrong')).toBeNull();
    expect(outcomeOf(bench, { ...model, target: null }, 1, 'dust')).toBeNull();
  });
  it('is judged by both tones where the target has two', () => {
    const alone = outcomeOf(bench, model, 1, 'too-soon');
    const face = alone && model.target?.reflectance;
    if (!face || !model.target) throw new Error('Nothing is foreseen.');
    // Its face as it comes out, its grain nowhere near.
    const grain = new Float64Array(31).fill(0.9);
    const tones = { ground: new Float64Array(31).fill(0.3), grain, grainEase: 1 };
    const both = outcomeOf(bench, { ...model, target: { ...model.target, tones } }, 1, 'too-soon');
    expect(both?.deltaE).toBeGreaterThan((alone?.deltaE ?? 0) + 5);
    expect(both?.passes).toBe(false);
  });
});
