import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BENCH } from '../../../test/fixtures/bench-materials.ts';
import { DEGREES, TEXTURES, USUAL_PREPARATION } from '../board/preparation.ts';
import { KINDS, LAYER_KINDS } from '../kinds/index.ts';
import { newLayer, type Stack } from '../layers/layer.ts';
import type { Medium } from '../layers/materials.ts';
import { pourSaid } from './measure.ts';
import { displaced } from './pot-steps.ts';
import { gramsPerLitreOf } from './quantity.ts';
import { type ProductFacts, type Step, stepsOf } from './steps.ts';

const LITRES = 0.5;
const sheet = (
  stack: Stack,
  { facts = {}, ...preparation }: Partial<typeof USUAL_PREPARATION> & { facts?: Record<string, ProductFacts> } = {},
) =>
  stepsOf({
    stack,
    preparation: { ...USUAL_PREPARATION, ...preparation },
    materials: BENCH,
    facts,
    batchOf: (stage) => ({
      litres: LITRES,
      grams: Object.fromEntries(
        Object.entries(stack[stage - 1]?.colours ?? {}).map(([id, s]) => [
          id,
          LITRES * s * gramsPerLitreOf(BENCH.colourants[id], 1),
        ]),
      ),
    }),
  });
const titles = (steps: readonly Step[]) => steps.map((s) => s.title);
const of = (steps: readonly Step[], key: string) => steps.find((s) => s.key === key);

describe('the steps of a mix sheet', () => {
  it('a water dye: the main colour first, half the water hot, made up, strained, cooled', () => {
    const steps = sheet([
      newLayer('dye', { colours: { soot: 0.5, honey: 2 } }),
      newLayer('clear', { medium: 'satin' }),
    ]);
    expect(steps.filter((s) => s.pour).map((s) => s.pour)).toEqual([
      { colourant: 'honey', grams: 1, total: 1, said: '1.00 g' },
      { colourant: 'soot', grams: 0.25, total: 1.25, said: '0.25 g' },
    ]);
    expect(of(steps, '1/base')).toMatchObject({ millilitres: 250, detail: expect.stringContaining('hot, distilled') });
    expect(titles(steps)).toEqual(expect.arrayContaining(['Make up to 500 mL', 'Strain', 'Let it cool']));
    expect(of(steps, '1/coat')?.detail).toContain('after 5 min wiped off');
    expect(of(steps, '1/coat')?.wayBack?.until).toBe('until the next coat seals it');
  });
  it('what is thinned comes to its volume, whatever it is and with whatever it is thinned', () => {
    const kinds = LAYER_KINDS.filter((k) => KINDS[k].takes.length > 0 || KINDS[k].medium !== 'none');
    fc.assert(
      fc.property(
        fc.constantFrom(...kinds),
        fc.integer({ min: 1, max: 100 }),
        fc.boolean(),
        fc.integer({ min: 1, max: 10 }),
        (kind, parts, two, strong) => {
          const info = KINDS[kind];
          const colour = Object.values(BENCH.colourants).find((c) => info.takes.includes(c.kind));
          const medium = Object.values(BENCH.mediums).find((m) => m.kind === info.medium && m.id !== 'shellac');
          if (info.medium !== 'none' && !medium) return;
          const share = (parts / 100) * (two ? 0.5 : 1);
          const layer = newLayer(kind, {
            colours: colour ? { [colour.id]: (colour.maxStrength * strong) / 40 } : {},
            ...(medium ? { medium: medium.id } : {}),
            thinners: { water: share, ...(two ? { retarder: share } : {}) },
          });
          const steps = sheet([layer, newLayer('clear', { medium: 'satin' })]).filter((s) => s.stage === 1);
          const poured = steps.reduce((sum, s) => sum + (s.millilitres ?? 0), 0);
          const grams = steps.reduce((sum, s) => sum + (s.pour?.grams ?? 0), 0);
          // Of what is bound by a medium the mass counts, a kilogram a litre.
          const taken =
            colour && steps.some((s) => s.pour)
              ? info.base && colour.kind !== 'stain'
                ? grams
                : displaced(colour, {}, grams)
              : 0;
          expect(poured + taken).toBeCloseTo(1000 * LITRES, 6);
        },
      ),
    );
  });
  it('thinners are said each: of a product so much of it, of what is made up their proportion', () => {
    const paint = sheet([newLayer('clear', { medium: 'satin', thinners: { water: 0.15, retarder: 0.03 } })]);
    expect(titles(paint)).toEqual(expect.arrayContaining(['Thin with water', 'Thin with retarder']));
    expect(of(paint, '1/base')?.millilitres).toBeCloseTo(500 / 1.18, 6);
    const dye = sheet([newLayer('dye', { colours: { honey: 2 }, thinners: { alcohol: 0.5, 'lacquer thinner': 0.5 } })]);
    expect(of(dye, '1/base')?.detail).toMatch(/alcohol and lacquer thinner, 1 : 1/);
    expect(titles(dye)).not.toContain('Let it cool');
    const two = { satin: { hardener: { item: 'hardener', parts: 10 }, potLife: 4 } };
    const coat = (over: object) => sheet([newLayer('clear', { medium: 'satin', ...over })], { facts: two });
    expect(titles(coat({}))).toContain('Hardener: hardener');
    expect(titles(coat({ unhardened: true }))).not.toContain('Hardener: hardener');
  });
  it('what it is made of off the shelf is a pour of its own, with its hardener, its caution and its pot life', () => {
    const facts = {
      paint: { hardener: { item: 'paint-b', parts: 10 }, potLife: 24, caution: 'Ventilate.' },
      calm: { caution: 'Gloves.' },
    };
    const paint = sheet([newLayer('opaque', { colours: { umber: 0.2 }, supply: 'paint', thinners: { water: 0.1 } })], {
      facts,
    });
    expect(of(paint, '1/base')).toMatchObject({
      title: 'Two-part paint',
      product: { item: 'supply/paint' },
      cautions: ['Ventilate.'],
    });
    expect(of(paint, '1/hardener')).toMatchObject({
      title: 'Part B',
      hours: 24,
      product: { item: 'supply/paint-b' },
    });
    const [base, hardener, water] = ['base', 'hardener', 'thin-1'].map(
      (key) => of(paint, `1/${key}`)?.millilitres ?? 0,
    );
    expect(base).toBeCloseTo(10 * Number(hardener), 9);
    expect(water).toBeCloseTo((Number(base) + Number(hardener)) / 10, 9);
    const calm = sheet([newLayer('conditioner', { supply: 'calm' }), newLayer('dye', { colours: { honey: 2 } })], {
      facts,
    });
    expect(of(calm, '1/base')).toMatchObject({ title: 'Calm coat', millilitres: 500, cautions: ['Gloves.'] });
    expect(titles(sheet([newLayer('wax', { supply: 'bees' })]))).toContain('Bright wax');
    // Let down with a clear base, nothing is thinned.
    const weak = sheet([newLayer('gel-stain', { colours: { 'tin-walnut': 0.5 }, supply: 'paint' })], { facts: {} });
    expect(of(weak, '1/base')).toMatchObject({ title: 'Two-part paint', millilitres: 250 });
  });
  it('a dye is stirred into the paste of a filler, by grams in a litre of it', () => {
    const steps = sheet([newLayer('filler', { colours: { honey: 4 }, supply: 'paste' })]);
    expect(of(steps, '1/honey')?.pour).toMatchObject({ grams: 2 });
    expect(of(steps, '1/base')).toMatchObject({ title: 'Pore paste', millilitres: 498 });
    expect(titles(steps)).not.toContain('Let it cool');
  });
  it('a note belongs to a coat, or to the end', () => {
    const notes = (note: string) =>
      sheet([newLayer('clear', { medium: 'satin', settings: { coats: 3 }, note }), newLayer('wax')])
        .filter((s) => s.detail.includes('mind'))
        .map((s) => s.key);
    expect(notes('mind the corners')).toEqual(['1/coat-1']);
    expect(notes('coat 2: mind the corners')).toEqual(['1/coat-2']);
    expect(notes('last: mind the corners')).toEqual(['1/coat-3']);
    expect(notes('end: mind the corners')).toEqual(['1/dry-3']);
    const alone = sheet([newLayer('clear', { medium: 'satin', settings: { coats: 1 }, note: 'end: mind it' })]);
    expect(of(alone, '1/coat')?.detail).toMatch(/mind it$/);
  });
  it('wood is made ready in its order: each texture by how far it is taken, its care beside it', () => {
    for (const texture of TEXTURES.filter((t) => t !== 'plain')) {
      const by = DEGREES.map((degree) => of(sheet([newLayer('dye')], { texture, degree }), '0/texture'));
      expect(new Set(by.map((s) => s?.detail)).size).toBe(DEGREES.length);
      for (const s of by) expect(s?.cautions.length).toBeGreaterThan(0);
    }
    const under = (colours: Record<string, number>, over = {}) =>
      titles(sheet([newLayer('wiping-stain', { colours })], over)).slice(0, 6);
    expect(under({ umber: 0.05 })).not.toContain('Raise the grain');
    expect(titles(sheet([newLayer('dye', { colours: { honey: 2 } })]))).toContain('Raise the grain');
    expect(under({ umber: 0.05 }, { oldFinish: true })).toEqual(
      expect.arrayContaining(['What is the old finish?', 'Wash it', 'Scuff the old finish']),
    );
    expect(under({ umber: 0.05 }, { oldFinish: true, oldFilm: 'shellac' })[0]).toBe('The old finish: shellac');
    expect(under({ umber: 0.05 }, { dust: 'solvent wipe', edges: 'eased', ends: 'sealed first' })).toEqual(
      expect.arrayContaining(['Wipe with spirits', 'Ease the edges', 'Seal the end grain']),
    );
    const wet = sheet([newLayer('dye', { colours: { honey: 2 } })], { ends: 'coloured while wet' });
    expect(of(wet, '1/coat')?.detail).toMatch(/End grain at once after the face/);
  });
  it('every kind and way of a layer says how it is put on: no step that is done is without words', () => {
    for (const kind of LAYER_KINDS)
      for (const { id } of KINDS[kind].methods.length > 0 ? KINDS[kind].methods : [{ id: undefined }]) {
        const info = KINDS[kind];
        const medium = Object.values(BENCH.mediums).find((m) => m.kind === info.medium)?.id;
        const colour = Object.values(BENCH.colourants).find((c) => info.takes.includes(c.kind))?.id;
        const layer = newLayer(kind, {
          colours: colour ? { [colour]: 0.02 } : {},
          ...(medium ? { medium } : {}),
          ...(id ? { method: id } : {}),
        });
        const coat = sheet([layer, newLayer('clear', { medium: 'satin' })]).find(
          (s) => s.stage === 1 && s.role === 'coat',
        );
        expect(`${kind} ${id ?? ''}: ${coat?.detail}`).toMatch(/: .{15}/);
      }
    // A hard-wax oil is not flooded.
    const oil = Object.values(BENCH.mediums).find((m) => m.kind === 'oil')?.id ?? '';
    const [plain, waxed] = [{}, { [oil]: { binder: 'hard-wax' } }].map((facts) =>
      sheet([newLayer('oil', { medium: oil })], { facts }).find((s) => s.role === 'coat'),
    );
    expect([plain?.detail, waxed?.detail].map((d) => /Flood/.test(d ?? ''))).toEqual([true, false]);
  });
  it('a run of coats is rubbed down after each, or after the last only, with its papers', () => {
    const rubs = (over: object) =>
      sheet([
        newLayer('clear', { medium: 'satin', settings: { coats: 5 }, rub: 'dry', papers: [220, 400], ...over }),
        newLayer('clear', { medium: 'satin' }),
      ]).filter((s) => s.stage === 1 && s.title === 'Rub down');
    expect(rubs({}).map((s) => s.detail)[0]).toBe(
      'Rub down dry with paper, 220, then 400, lift off at the edges; dust off.',
    );
    expect([rubs({}).length, rubs({ rubLast: true }).length]).toEqual([5, 1]);
  });
  it('each key stands once, and coats are counted with what is between them', () => {
    const steps = sheet([
      newLayer('dye', { colours: { honey: 2 } }),
      newLayer('sealer', { medium: 'shellac' }),
      newLayer('clear', { medium: 'satin', settings: { coats: 3 } }),
    ]);
    expect(new Set(steps.map((s) => s.key)).size).toBe(steps.length);
    expect(steps.filter((s) => s.stage === 3 && s.key.includes('coat')).map((s) => s.title)).toEqual([
      'satin, coat 1 of 3',
      'satin, coat 2 of 3',
      'satin, coat 3 of 3',
    ]);
    // No steel wool between waterborne coats: rust specks.
    expect(of(steps, '3/rub-1')?.detail).toContain('never steel wool');
    // Nothing is rubbed, and nothing waited for, after the last coat.
    expect(of(steps, '3/rub-3')).toBeUndefined();
    expect(of(steps, '3/dry-3')).toBeUndefined();
    expect(of(steps, '2/cut')?.detail).toMatch(/^98\.4 g of flakes in 411 mL of spirit/);
    // The volume rule, with its warning for ground flakes (common practice).
    expect(of(steps, '2/cut')?.detail).toMatch(
      /loose flakes to 50 % of the fill line.*ground flakes is half as heavy again/,
    );
  });
  it('a ready-made stain thinned: by volume at its own density, out of whole and half tins, its thinning minded', () => {
    const light = {
      ...BENCH,
      colourants: { ...BENCH.colourants, 'tin-walnut': { ...BENCH.colourants['tin-walnut'], density: 0.88 } },
    };
    const stack = [newLayer('wiping-stain', { colours: { 'tin-walnut': 0.6 } })];
    const steps = stepsOf({
      stack,
      preparation: USUAL_PREPARATION,
      materials: light as typeof BENCH,
      facts: { 'tin-walnut': { thinner: 'mineral spirit', thinning: 0.3, canMl: 375, form: 'ready to use' } },
      batchOf: () => ({ litres: LITRES, grams: { 'tin-walnut': 264 } }),
    });
    expect(of(steps, '1/tin-walnut')).toMatchObject({
      detail: 'ready to use, 300 mL, out of 1 tin',
      pour: { grams: 264 },
    });
    expect(of(steps, '1/base')).toMatchObject({
      title: 'Thin with mineral spirit',
      millilitres: expect.closeTo(200, 6),
    });
    expect(of(steps, '1/base')?.cautions).toEqual([
      'Thinned by 40 %, its label takes 30 % at most: try it on an offcut.',
    ]);
    expect(of(steps, '1/coat')?.cautions.join()).toContain('Oily rags');
  });
  const inForm = (form: string, litres = 0.25, grams = 5, more: ProductFacts = {}) =>
    stepsOf({
      stack: [newLayer('dye', { colours: { honey: grams / litres } })],
      preparation: USUAL_PREPARATION,
      materials: BENCH,
      facts: { honey: { form, density: form === 'powder' ? null : 1, ...more } },
      batchOf: () => ({ litres, grams: { honey: grams } }),
    }).filter((s) => s.stage === 1);
  const inAll = (steps: readonly Step[]) => steps.reduce((sum, s) => sum + (s.millilitres ?? 0), 0);
  it('a liquid from the bottle is used neat: nothing dissolved, no halves of water, nothing strained', () => {
    const neat = inForm('ready to use', 0.25, 250);
    expect(inAll(neat)).toBe(0);
    expect(titles(neat).slice(0, 2)).toEqual(['honey', 'Use it neat']);
    const thinned = inForm('ready to use', 0.25, 100);
    expect(of(thinned, '1/base')).toMatchObject({ title: 'Thin with distilled water', millilitres: 150 });
    for (const steps of [neat, thinned, inForm('liquid'), inForm('concentrate')])
      expect(titles(steps).join()).not.toMatch(/Half of|Strain|cool/);
    expect(of(inForm('concentrate', 0.25, 5, { thinner: 'slow reducer' }), '1/base')).toMatchObject({
      title: 'Make up with slow reducer',
      millilitres: 245,
    });
  });
  it('each kind of pot has its own medium: a filler its paste, paint its base, a gel its gel', () => {
    const base = (kind: 'filler' | 'opaque' | 'gel-stain' | 'glaze') =>
      of(sheet([newLayer(kind, { colours: { umber: 0.1 } })]), '1/base')?.title;
    expect(['filler', 'opaque', 'gel-stain', 'glaze'].map((k) => base(k as 'filler'))).toEqual([
      'Filler paste',
      'Paint base',
      'Clear gel base',
      'Clear glaze medium',
    ]);
    expect(of(sheet([newLayer('filler')]), '1/base')).toMatchObject({ title: 'Filler paste', millilitres: 500 });
  });
  it('no pot overflows, whatever is in it and however it comes', () => {
    const colour = fc.record({
      form: fc.constantFrom('powder', 'concentrate', 'ready to use', 'paste', 'gel', 'liquid', null),
      density: fc.option(fc.double({ min: 0.7, max: 2.5, noNaN: true })),
      share: fc.double({ min: 0.001, max: 0.5, noNaN: true }),
    });
    const kinds = ['dye', 'glaze', 'wiping-stain', 'gel-stain', 'filler', 'opaque'] as const;
    fc.assert(
      fc.property(
        fc.constantFrom(...kinds),
        fc.tuple(colour, colour),
        fc.double({ min: 0.02, max: 5, noNaN: true }),
        (kind, two, litres) => {
          const ids = kind === 'dye' ? ['honey', 'soot'] : ['umber', 'white'];
          const facts = Object.fromEntries(ids.map((id, i) => [id, two[i] as ProductFacts]));
          // So much that both together fill the pot at most.
          const grams = Object.fromEntries(
            ids.map((id, i) => {
              const { share = 0, density } = two[i] ?? {};
              return [id, 1000 * litres * share * Math.min(1, density ?? 1)];
            }),
          );
          const stack = [newLayer(kind, { colours: Object.fromEntries(ids.map((id) => [id, 0.1])) })];
          const steps = stepsOf({
            stack,
            preparation: USUAL_PREPARATION,
            materials: BENCH,
            facts,
            batchOf: () => ({ litres, grams }),
          });
          const colours = ids.reduce(
            (sum, id) => sum + displaced(BENCH.colourants[id], facts[id] ?? {}, grams[id] ?? 0),
            0,
          );
          const base = steps.filter((s) => s.stage === 1).reduce((sum, s) => sum + (s.millilitres ?? 0), 0);
          expect(base + (kind === 'dye' ? colours : 0)).toBeLessThanOrEqual(1000 * litres * (1 + 1e-9));
          expect(base).toBeGreaterThanOrEqual(0);
        },
      ),
    );
  });
  it('where the shop measures by spoons, spoons lead, and their weight stands beside', () => {
    const tools = { measure: 'spoons', scaleGrams: 0.1, spoon: 1 / 8, dropsPerMl: 20 } as const;
    const said = (of: ProductFacts, grams: number, system: 'metric' | 'us' = 'us') =>
      pourSaid(grams, of, { tools, system });
    expect(said({ form: 'powder', bulkDensity: 0.55 }, 5.76)).toEqual({ said: '2⅛ tsp', beside: 'level, or 0.2 oz' });
    expect(said({ form: 'ready to use', density: 1 }, 118)).toMatchObject({ said: '4 fl oz' });
    expect(said({ form: 'concentrate', density: 1 }, 0.6, 'metric')).toEqual({ said: '12 drops', beside: '0.60 g' });
    expect(said({ form: 'powder' }, 3, 'metric')).toEqual({ said: '3.00 g' });
    expect(pourSaid(3, { bulkDensity: 0.5 }, { tools: { ...tools, measure: 'weigh' } })).toEqual({ said: '3.00 g' });
  });
  it('a glaze is made up by weight; a hardener starts the pot life', () => {
    const steps = sheet([newLayer('glaze', { colours: { umber: 0.1 } }), newLayer('clear', { medium: 'satin' })], {
      facts: { satin: { hardener: { item: 'satin-hardener', parts: 4 }, potLife: 3 } },
    });
    expect(of(steps, '1/base')?.detail).toBe('450 g, to 500 g in all.');
    expect(of(steps, '2/base')?.millilitres).toBeCloseTo(400, 6);
    expect(of(steps, '2/hardener')).toMatchObject({ millilitres: expect.closeTo(100, 6), hours: 3 });
  });
  it('a sprayed solvent coat is reduced for the gun by 15–20 %, no more than its label takes (common practice)', () => {
    const lacquer = { ...BENCH.mediums.varnish, id: 'lacquer', name: 'lacquer', carrier: 'solvent' } as Medium;
    const of = (thinning: number | null, method = 'sprayed') =>
      stepsOf({
        stack: [newLayer('clear', { medium: 'lacquer', method })],
        preparation: USUAL_PREPARATION,
        materials: { ...BENCH, mediums: { ...BENCH.mediums, lacquer } },
        facts: { lacquer: { thinner: 'slow reducer', thinning } },
        batchOf: () => ({ litres: 1, grams: {} }),
      });
    const poured = (steps: readonly Step[], key: string) => steps.find((s) => s.key === key)?.millilitres ?? 0;
    const usual = of(null);
    expect(poured(usual, '1/reduce') / poured(usual, '1/base')).toBeCloseTo(0.175);
    expect(poured(usual, '1/reduce') + poured(usual, '1/base')).toBeCloseTo(1000);
    expect(usual.find((s) => s.key === '1/reduce')?.detail).toContain('retarder');
    expect(poured(of(0.1), '1/reduce') / poured(of(0.1), '1/base')).toBeCloseTo(0.1);
    expect(poured(of(0.2, 'brushed'), '1/reduce')).toBe(0);
  });
  it('the wood is made ready as it was planned; an old finish is scuffed, and lead is warned of', () => {
    const stack = [newLayer('dye', { colours: { honey: 2 } })];
    expect(titles(sheet(stack, { conditioner: true, preWet: true })).slice(0, 6)).toEqual([
      'Sand to 180',
      'Raise the grain',
      'Dry before knocking down',
      'Conditioner',
      'Until the conditioner lets colour in',
      'Wet the wood',
    ]);
    expect(of(sheet(stack, { oldFinish: true }), '0/scuff')?.cautions.join()).toContain('lead');
  });
  it('the shop’s own wait comes before the usual one', () => {
    const stack = [newLayer('dye', { colours: { honey: 2 } }), newLayer('clear', { medium: 'satin' })];
    expect(of(sheet(stack), '1/dry')?.hours).toBe(6);
    expect(of(sheet(stack, { facts: { honey: { goOn: 30 } } }), '1/dry')?.hours).toBe(30);
  });
});
