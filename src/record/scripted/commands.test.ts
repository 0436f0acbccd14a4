import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { FieldError } from '../../core/field-error.ts';
import { COLOURANTS, MEDIUMS } from '../../demo/products.ts';
import { factsOfSheets } from './asked.ts';
import { EXAMPLES } from './examples.ts';
import { mixFor } from './mixing.ts';
import { planForScript } from './planning.ts';
import { keptShelf } from './prediction.ts';
import { quantityFor } from './quantity.ts';
import { rulesFor } from './rules.ts';
import { layersSaid, sentencesFor } from './said.ts';
import { timesFor } from './times.ts';

const SHELF = {
  ...keptShelf(JSON.parse(readFileSync(new URL('../../demo/shelf.json', import.meta.url), 'utf8'))),
  facts: factsOfSheets([...COLOURANTS, ...MEDIUMS]),
};
const VERBS: Readonly<Record<string, (asked: unknown) => unknown>> = {
  mix: (asked) => mixFor(asked, SHELF),
  times: (asked) => timesFor(asked, SHELF),
  rules: (asked) => rulesFor(asked, SHELF),
  plan: (asked) => planForScript(asked),
  said: (asked) => sentencesFor(asked, SHELF),
};
const { layers: layersOfExample } = (EXAMPLES.said as (shelf: typeof SHELF) => { layers: unknown[] })(SHELF);
function fieldOf(work: () => unknown): string {
  try {
    work();
  } catch (error) {
    if (error instanceof FieldError) return error.field;
    throw error;
  }
  return 'accepted';
}

describe('commands for scripts', () => {
  it.each(Object.keys(VERBS))('%s takes its own example', (verb) => {
    expect(VERBS[verb]?.(JSON.parse(JSON.stringify(EXAMPLES[verb]?.(SHELF))))).toBeTypeOf('object');
  });
  it.each<[string, unknown, string]>([
    ['mix', { layers: [{ kind: 'dye', colours: { honey: 4 } }] }, 'volume'],
    ['mix', { layers: [{ kind: 'dye', colours: { honey: 4 } }], volume: '1,500 ml' }, 'volume'],
    ['mix', { layers: [{ kind: 'dye', colours: { honey: 4 } }], volume: '3 g' }, 'volume'],
    ['mix', { layers: [{ kind: 'dye', colours: { nothing: 4 } }], volume: '500 ml' }, 'layers.0.colours.nothing'],
    ['mix', { layers: [{ kind: 'dye', colours: { honey: 4 } }], volume: '500 ml', tool: '2:1' }, 'tool'],
    ['times', { layers: [], air: { celsius: 20, humidity: 130 } }, 'air.humidity'],
    ['times', { layers: [{ kind: 'dye' }], wood: 'ebony' }, 'wood'],
    ['rules', { layers: [], house: { instrument: true } }, 'house'],
    ['plan', { begin: '2026-02-30', hours: [], boards: [] }, 'begin'],
  ])('%s names the field that is wrong', (verb, asked, field) => {
    expect(fieldOf(() => VERBS[verb]?.(asked))).toBe(field);
  });
  it('ends with 1 and the field on standard error', () => {
    const run = spawnSync(process.execPath, ['--import', 'tsx', 'scripts/urushi.ts', 'times', '-'], {
      input: JSON.stringify({ layers: [{ kind: 'spell' }] }),
      encoding: 'utf8',
    });
    expect([run.status, run.stdout]).toEqual([1, '']);
    expect(run.stderr).toMatch(/^layers\.0\.kind: /);
  });
});

describe('layers as they are said, for a script', () => {
  it('come back as the layers, or as the question', () => {
    expect(layersSaid('Honey 4 g/L, sprayed', SHELF)).toEqual({
      layers: [{ kind: 'dye', colours: { honey: 4 }, settings: {}, method: 'sprayed' }],
    });
    expect(layersSaid('1 tsp + 1/8 tsp honey in 8 fl oz', SHELF)).toHaveProperty('layers.0.colours.honey');
    expect(layersSaid('a splash of honey', SHELF)).toEqual({ question: expect.stringMatching(/How much is “splash”/) });
  });
  it('of a stack are its sentences, and those are the stack again', () => {
    const { sentences } = sentencesFor({ layers: layersOfExample }, SHELF);
    expect(sentences).toHaveLength(layersOfExample.length);
    expect(layersSaid(sentences.join('\n'), SHELF)).toHaveProperty('layers.length', layersOfExample.length);
    expect(fieldOf(() => sentencesFor({ layers: [{ kind: 'spell' }] }, SHELF))).toBe('layers.0.kind');
  });
});

describe('a quantity for a script', () => {
  it.each<[string, unknown]>([
    ['2 thirds of a quart', { mL: 630.901964 }],
    ['1/8 tsp', { mL: 0.616115199219 }],
    ['1 lb 4 oz', { g: 566.990462 }],
    ['3 : 2 : 1', { parts: [3, 2, 1] }],
    ['15 drops', { drops: 15 }],
    ['4 %', { share: 0.04 }],
  ])('%s', (typed, answer) => {
    const told = quantityFor(typed) as Record<string, number | number[]>;
    expect(Object.keys(told)).toEqual(Object.keys(answer as object));
    for (const [key, value] of Object.entries(answer as Record<string, number | number[]>))
      if (typeof value === 'number') expect(told[key]).toBeCloseTo(value, 5);
      else expect(told[key]).toEqual(value);
  });
  it.each(['1,500 ml', '1.5.2', 'a bit', ''])('asks where “%s” cannot be read in one way', (typed) => {
    expect(quantityFor(typed)).toEqual({ question: expect.stringMatching(/.{10}/) });
  });
});

describe('a mix for a script', () => {
  const dye = (colours: Record<string, number>) => ({ layers: [{ kind: 'dye', colours }], wood: 'oak' });
  it('keeps the recipe: 3 : 2 : 1 stays 3 : 2 : 1, each pour within a step of its share', () => {
    const { layers, loss } = mixFor({ ...dye({ honey: 3, amber: 2, russet: 1 }), volume: '946 ml' }, SHELF);
    const grams = Object.fromEntries(layers[0]?.pours.map((p) => [p.colourant, p.grams]) ?? []);
    expect(grams.honey).toBeCloseTo(2.838, 1);
    for (const [id, share] of [
      ['honey', 3],
      ['amber', 2],
      ['russet', 1],
    ] as const)
      expect(Math.abs((grams[id] ?? 0) - share * 0.946)).toBeLessThanOrEqual(0.0101);
    expect(loss).toBeLessThan(0.1);
  });
  it('never comes to more than the pot holds, whatever the form', () => {
    for (const [kind, medium, coloured] of [
      ['dye', undefined, true],
      ['glaze', undefined, true],
      ['sealer', 'blonde-shellac', false],
      ['clear', 'water-satin', false],
    ] as const)
      for (const id of coloured ? Object.keys(SHELF.colourants) : [''])
        for (const volume of ['50 ml', '250 ml', '1 qt']) {
          const layers = [{ kind, ...(medium ? { medium } : {}), ...(id ? { colours: { [id]: 0.02 } } : {}) }];
          if (id && fieldOf(() => mixFor({ layers, volume }, SHELF)) !== 'accepted') continue;
          const [mixed] = mixFor({ layers, volume }, SHELF).layers;
          const poured = mixed?.pours.reduce((sum, p) => sum + p.mL, 0) ?? 0;
          const base = mixed?.base.reduce((sum, b) => sum + b.mL, 0) ?? 0;
          expect(poured + base, `${kind} ${id} ${volume}`).toBeLessThanOrEqual((mixed?.total.mL ?? 0) + 0.01);
          expect(poured + base, `${kind} ${id} ${volume}`).toBeGreaterThan(0.9 * (mixed?.total.mL ?? 0));
        }
  });
  it('says spoons where spoons measure', () => {
    const [mixed] = mixFor({ ...dye({ honey: 4 }), volume: '1 qt', tool: '1/8 tsp' }, SHELF).layers;
    expect(mixed?.pours[0]?.said).toMatch(/tsp|tbsp/);
  });
});

describe('times for a script', () => {
  const layers = [
    { kind: 'dye', colours: { amber: 4 } },
    { kind: 'clear', medium: 'oil-varnish', settings: { coats: 3 } },
  ];
  it('has a line for each coat, earliest before usual before safe, and goes by the air', () => {
    const at = (air: object) => timesFor({ layers, air }, SHELF).coats;
    const fair = at({ celsius: 20, humidity: 50 });
    const cold = at({ celsius: 12, humidity: 80 });
    expect(fair.map((c) => [c.layer, c.coat])).toEqual([
      [0, 1],
      [1, 1],
      [1, 2],
      [1, 3],
    ]);
    for (const [i, c] of fair.entries()) {
      expect(c.earliest).toBeLessThanOrEqual(c.usual);
      expect(c.usual).toBeLessThanOrEqual(c.safe);
      expect(cold[i]?.usual).toBeGreaterThan(c.usual);
    }
  });
});

describe('a plan for a script', () => {
  const hours = [
    ...Array.from({ length: 5 }, () => [
      { from: 8, to: 12 },
      { from: 13, to: 17 },
    ]),
    null,
    null,
  ];
  const chain = [
    { title: 'Conditioner', minutes: 15, window: { opens: 0.25, shuts: 2 } },
    { title: 'Stain', minutes: 25 },
  ];
  it('keeps one pair of hands, the lunch and the windows', () => {
    const { tasks, holds } = planForScript({
      begin: '2026-11-30',
      hours,
      people: 1,
      boards: ['a', 'b', 'c', 'd', 'e'].map((board) => ({ board, due: '2026-12-01', chain })),
    });
    expect(holds.length).toBeGreaterThan(0);
    const minutes = (at: string) => Date.parse(`${at}:00Z`) / 60_000;
    for (const [i, task] of tasks.entries()) {
      const next = tasks[i + 1];
      if (next) expect(minutes(next.start)).toBeGreaterThanOrEqual(minutes(task.end));
      const clock = task.start.slice(11);
      expect(clock >= '08:00' && clock < '17:00' && !(clock >= '12:00' && clock < '13:00'), clock).toBe(true);
    }
    for (const board of ['a', 'b', 'c', 'd', 'e']) {
      const [first, second] = tasks.filter((t) => t.board === board);
      const gap = (minutes(second?.start ?? '') - minutes(first?.end ?? '')) / 60;
      expect(gap).toBeGreaterThanOrEqual(0.25);
      expect(gap).toBeLessThanOrEqual(2);
    }
  });
});

describe('rules for a script', () => {
  it('says what is wrong of the layers, with the remedy as layers', () => {
    const layers = [
      { kind: 'sealer', medium: 'blonde-shellac' },
      { kind: 'dye', colours: { amber: 4 } },
    ];
    const { findings, sentences } = rulesFor({ layers, wood: 'oak' }, SHELF);
    expect(sentences).toHaveLength(layers.length);
    expect(findings.length).toBeGreaterThan(0);
    for (const f of findings) {
      expect(f.reason.length).toBeGreaterThan(10);
      for (const r of f.remedies)
        expect(rulesFor({ layers: r.layers, preparation: r.preparation }, SHELF)).toBeTruthy();
    }
  });
});
