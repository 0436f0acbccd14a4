import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { APPLICATORS, COLOURANT_INFO, cannotPutOn, KINDS, LAYER_KINDS, type LayerKind } from '../kinds/index.ts';
import {
  CLEANS,
  isMadeUp,
  KEPT_TO,
  type Layer,
  newLayer,
  RUBBED_OUT,
  RUBBED_WHERE,
  RUBS,
  withApplicator,
} from '../layers/layer.ts';
import { phrasesOf, sentenceText } from './sentence.ts';
import type { SaidShelf } from './shelf.ts';
import { understoodStack } from './stack.ts';
import { understoodLayer } from './understood.ts';

/** Invented names, some of which are words of the trade too. */
const SHELF: SaidShelf = {
  colourants: [
    { id: 'honey', name: 'Honey', kind: 'dye', carrier: 'water', bulkDensity: 0.5 },
    { id: 'coal', name: 'Coal', kind: 'dye' },
    { id: 'ochre', name: 'Ochre', kind: 'pigment', density: 1.3 },
    { id: 'dark-slate', name: 'Dark slate', kind: 'pigment' },
    { id: 'night', name: 'Night ink', kind: 'ink', maxStrength: 30 },
    {
      id: 'sun',
      name: 'Sunset',
      kind: 'dye',
      carrier: 'solvent',
      form: 'ready to use',
      maxStrength: 100,
      density: 0.9,
    },
    { id: 'clove', name: 'Clove', kind: 'dye', carrier: 'solvent', form: 'ready to use', maxStrength: 50 },
    { id: 'iron', name: 'Iron brew', kind: 'reactive', maxStrength: 40 },
    { id: 'biscuit', name: 'Biscuit', kind: 'stain', density: 0.95 },
    { id: 'tide', name: 'Harbour tide, gel', kind: 'stain' },
    { id: 'copper', name: 'Copper powder', kind: 'metallic', bulkDensity: 1.2 },
  ],
  mediums: [
    { id: 'thin', name: 'Thin shellac', kind: 'sealer' },
    { id: 'satin', name: 'Water satin', kind: 'clear' },
    { id: 'varnish', name: 'Oil varnish', kind: 'clear' },
    { id: 'danish', name: 'Deck oil', kind: 'oil' },
  ],
  supplies: [
    { id: 'blotch', name: 'Blotch coat', kind: 'conditioner', carrier: 'water' },
    { id: 'paste', name: 'Pore paste', kind: 'filler', carrier: 'oil' },
    { id: 'glaze-base', name: 'Clear glaze base', kind: 'base', carrier: 'water' },
    { id: 'bright', name: 'Bright wax', kind: 'wax', carrier: 'oil' },
    { id: 'spirit', name: 'Denatured alcohol', kind: 'reducer', carrier: 'alcohol' },
  ],
};
const said = (text: string): Layer => {
  const understood = understoodLayer(text, SHELF);
  if ('question' in understood) throw new Error(`${text}: ${understood.question}`);
  return understood.layer;
};
const asked = (text: string): string => {
  const understood = understoodLayer(text, SHELF);
  return 'question' in understood ? understood.question : `understood as ${sentenceText(understood.layer, SHELF)}`;
};

/** Any layer that a shop could plan, in figures as they are said. */
const anyLayer = (kind: LayerKind): fc.Arbitrary<Layer> => {
  const info = KINDS[kind];
  const taken = SHELF.colourants.filter((c) => info.takes.includes(c.kind));
  const settings = fc.record(
    Object.fromEntries(
      info.settings.map((s) => [
        s.key,
        fc
          .integer({ min: 0, max: Math.round((s.max - s.min) / s.step) })
          .map((n) => Number((s.min + n * s.step).toFixed(3))),
      ]),
    ),
    { requiredKeys: [] },
  );
  const oneKind = taken.length > 0 ? fc.constantFrom(...new Set(taken.map((c) => c.kind))) : fc.constant(null);
  const colours = oneKind.chain((of) => {
    // Liquids are told in parts and powders by weight: one pot is of one form.
    const ids = taken.filter((c) => c.kind === of && !c.form).map((c) => c.id);
    if (ids.length === 0) return fc.constant({});
    const least = info.medium !== 'none' || info.is.fills ? 0 : 1;
    return fc.subarray(ids, { minLength: least }).chain((some) =>
      fc.record(
        Object.fromEntries(
          some.map((id) => {
            const colour = SHELF.colourants.find((c) => c.id === id);
            const { share } = COLOURANT_INFO[colour?.kind ?? 'dye'];
            const whole = share ? 1 : (colour?.maxStrength ?? 20);
            return [id, fc.integer({ min: 1, max: 1000 }).map((n) => (n / 1000) * whole)];
          }),
        ),
      ),
    );
  });
  const mediums = SHELF.mediums.filter((m) => m.kind === info.medium).map((m) => m.id);
  const supplies = SHELF.supplies.filter((s) => s.kind === info.supply).map((s) => s.id);
  return fc
    .record({
      colours: colours as fc.Arbitrary<Record<string, number>>,
      settings: settings as fc.Arbitrary<Record<string, number>>,
      medium: mediums.length > 0 ? fc.constantFrom(...mediums) : fc.constant(undefined),
      supply: fc.constantFrom(undefined, ...supplies),
      method: info.methods.length > 0 ? fc.constantFrom(...info.methods.map((m) => m.id)) : fc.constant(undefined),
      wait: fc.option(
        fc.integer({ min: 1, max: 400 }).map((n) => n / 2),
        { nil: undefined },
      ),
      rub: fc.option(fc.constantFrom(...(info.is.rubsOut ? RUBBED_OUT : RUBS)), { nil: undefined }),
      applicator: fc.option(
        fc.constantFrom(
          ...APPLICATORS.filter(
            (a) => cannotPutOn(a, { is: info.is, carrier: info.carrier, method: undefined }) === null,
          ),
          undefined,
        ),
        { nil: undefined },
      ),
      thinned: fc.option(fc.integer({ min: 1, max: 400 }), { nil: undefined }),
      touch: fc.boolean(),
      unhardened: fc.option(fc.constant(true), { nil: undefined }),
      clean: fc.option(fc.constantFrom(...(info.is.rubsOut ? [undefined] : CLEANS)), { nil: undefined }),
      where: fc.option(fc.constantFrom(...KEPT_TO), { nil: undefined }),
      papers: fc.option(fc.subarray([220, 320, 400, 800, 1000], { minLength: 1 }), { nil: undefined }),
      rubWorn: fc.option(fc.constant(true), { nil: undefined }),
      rubWhere: fc.option(fc.constantFrom(...RUBBED_WHERE), { nil: undefined }),
      rubLast: fc.option(fc.constant(true), { nil: undefined }),
      rubFrom: fc.option(fc.integer({ min: 2, max: 5 }), { nil: undefined }),
      off: fc.option(fc.constant(true), { nil: undefined }),
      note: fc.option(fc.constantFrom('mind the corners', 'ask Ines; she knows'), { nil: undefined }),
    })
    .map(({ papers, rubLast, rubFrom, rubWorn, rubWhere, thinned, touch, applicator, ...over }) => ({
      ...over,
      ...(thinned === undefined ? {} : { thinners: thinnersFor(kind, over.colours, thinned, touch) }),
      ...(applicator ? withApplicator(newLayer(kind, over.method ? { method: over.method } : {}), applicator) : {}),
      ...(over.rub && over.rub !== 'none'
        ? { papers, ...(info.is.rubsOut ? {} : { ...(rubLast ? { rubLast } : { rubFrom }), rubWorn, rubWhere }) }
        : {}),
    }))
    .map((over) => newLayer(kind, Object.fromEntries(Object.entries(over).filter(([, v]) => v !== undefined))));
};
/** Of what is made up to a strength only the proportion of two thinners is told. */
function thinnersFor(kind: LayerKind, colours: Record<string, number>, per: number, touch: boolean) {
  const of = SHELF.colourants.find((c) => c.id in colours)?.kind;
  if (isMadeUp({ kind, colours }, of)) return touch ? { alcohol: 0.5, 'lacquer thinner': 0.5 } : { acetone: 1 };
  return { water: per / 1000, ...(touch ? { retarder: 0.03 } : {}) };
}
/** What is usual is not said: a layer as it comes back leaves it out. */
const plain = (layer: Layer): Layer => ({
  ...layer,
  settings: Object.fromEntries(
    Object.entries(layer.settings).filter(
      ([key, value]) => value !== KINDS[layer.kind].settings.find((s) => s.key === key)?.default,
    ),
  ),
});

describe('a layer is a sentence', () => {
  it.each(LAYER_KINDS)('that comes back as the layer it was: %s', (kind) => {
    fc.assert(
      fc.property(anyLayer(kind), (layer) => {
        const text = sentenceText(layer, SHELF);
        const back = said(text);
        const { colours, ...others } = plain(back);
        const { colours: were, ...wanted } = plain(layer);
        expect({ text, ...others }).toEqual({ text, ...wanted });
        expect(Object.keys(colours).sort()).toEqual(Object.keys(were).sort());
        for (const [id, strength] of Object.entries(were)) expect(colours[id]).toBeCloseTo(strength, 6);
        expect(sentenceText(back, SHELF)).toBe(text);
      }),
      { numRuns: 60 },
    );
  });
  it('leaves out what is usual, and tells of each piece what it says', () => {
    const layer = newLayer('glaze', { colours: { ochre: 0.02, 'dark-slate': 0.005 }, method: 'dry-brushed', wait: 1 });
    expect(sentenceText(layer, SHELF)).toBe('Glaze with 2 % Ochre and 0.5 % Dark slate; dry-brushed; left 1 h.');
    expect(phrasesOf(layer, SHELF).flatMap((p) => p.about ?? [])).toEqual([
      'kind',
      'colour:ochre',
      'colour:dark-slate',
      'method',
      'wait',
    ]);
    expect(sentenceText(newLayer('clear', { medium: 'satin' }), SHELF)).toBe('Clear of Water satin.');
  });
});

describe('a sentence is understood as it is said at a bench', () => {
  it('by names alone where they tell the kind', () => {
    expect(said('two coats of deck oil, left overnight')).toEqual(
      newLayer('oil', { medium: 'danish', settings: { coats: 2 }, wait: 14 }),
    );
    expect(said('Biscuit, wiped after 10 min')).toEqual(
      newLayer('wiping-stain', { colours: { biscuit: 1 }, settings: { dwell: 10 } }),
    );
    expect(said('gel: biscuit, brushed on and left, two days')).toEqual(
      newLayer('gel-stain', { colours: { biscuit: 1 }, method: 'unwiped', wait: 48 }),
    );
    expect(said('water satin, sprayed, 3 coats, scuffed')).toEqual(
      newLayer('clear', { medium: 'satin', settings: { coats: 3 }, rub: 'dry' }),
    );
    expect(said('one coat of thin shellac, 1-lb cut, scuff 800-1000')).toEqual(
      newLayer('sealer', { medium: 'thin', settings: { coats: 1, cut: 1 }, rub: 'dry', papers: [800, 1000] }),
    );
    // What is called by the word of a kind is found by it.
    const plain: SaidShelf = { colourants: [], mediums: [{ id: 'v', name: 'Varnish', kind: 'clear' }], supplies: [] };
    expect(understoodLayer('varnish, 3 coats', plain)).toEqual({
      layer: newLayer('clear', { medium: 'v', settings: { coats: 3 } }),
    });
    // Before its comma a name is enough, and what it calls itself is what it is.
    expect(said('harbour tide, wiped')).toEqual(newLayer('gel-stain', { colours: { tide: 1 } }));
    expect(said('honey 4 g/L in water')).toEqual(newLayer('dye', { colours: { honey: 4 } }));
    expect(asked('honey 4 g/L in alcohol')).toBe('Honey is carried by water: another one is said on the shelf.');
    expect(said('a third taken off with a damp rag, then nothing rubbed, wiped back')).toEqual(
      newLayer('wipe-back', { settings: { removed: 1 / 3 }, method: 'rag', rub: 'none' }),
    );
  });
  // A US teaspoon is 4.92892159375 mL, a fluid ounce 29.5735295625 mL: NIST Handbook 44, appendix C.
  it('in spoons and a volume, by what a level spoon of the powder weighs', () => {
    const { colours } = said('Dye: 1 tsp + 1/8 tsp honey in 8 fl oz');
    expect(colours.honey).toBeCloseTo((1.125 * 4.92892159375 * 0.5) / (8 * 0.0295735295625), 9);
    expect(said('2 g of coal in half a litre of water').colours.coal).toBeCloseTo(4, 9);
    expect(said('honey 4 g/L and coal 1.5 g/L, sprayed')).toEqual(
      newLayer('dye', { colours: { honey: 4, coal: 1.5 }, method: 'sprayed' }),
    );
    // Pigment by the ounce in a glaze: its own weight against a glaze of a kilogram a litre.
    const { colours: glazed } = said('glaze with 3/4 fl oz ochre in 4 fl oz');
    expect(glazed.ochre).toBeCloseTo((0.75 * 1.3) / 4, 9);
  });
  it('by what it is made of: a conditioner, a filler, a base', () => {
    expect(said('Blotch coat, 2 coats, an hour apart')).toEqual(
      newLayer('conditioner', { supply: 'blotch', settings: { coats: 2 }, apart: 1 }),
    );
    expect(said('pore paste with 4 % ochre, off with burlap')).toEqual(
      newLayer('filler', { supply: 'paste', colours: { ochre: 0.04 } }),
    );
    expect(said('water conditioner, wiped after 10 min')).toEqual(
      newLayer('conditioner', { supply: 'blotch', settings: { dwell: 10 } }),
    );
    expect(asked('oil conditioner')).toBe('The shelf has no conditioner in oil: which is it?');
    expect(said('bright wax, buffed')).toEqual(newLayer('wax', { supply: 'bright' }));
    const poured = said('4 oz clear glaze base + 1 oz water + 3 % ochre');
    expect(poured).toEqual(
      newLayer('glaze', { supply: 'glaze-base', colours: { ochre: 0.03 }, thinners: { water: 0.25 } }),
    );
    expect(sentenceText(poured, SHELF)).toBe('Glaze with 3 % Ochre in Clear glaze base; thinned with 25 % water.');
    expect(asked('honey 4 g/L in pore paste, glaze')).toMatch(/Pore paste is a filler: glaze is not made of it/);
    expect(asked('pore paste and bright wax')).toMatch(/one after the other/);
  });
  it('how it is rubbed: worn or new, by the grade of a pad, the haze alone, the edges', () => {
    expect(said('thin shellac, scuff worn 320')).toEqual(
      newLayer('sealer', { medium: 'thin', rub: 'dry', papers: [320], rubWorn: true }),
    );
    expect(said('water satin, rubbed with a maroon pad')).toEqual(
      newLayer('clear', { medium: 'satin', rub: 'pad', papers: [400] }),
    );
    expect(said('glaze with 3 % ochre, pressed into the grain, sand 220 on the flat only')).toEqual(
      newLayer('glaze', { colours: { ochre: 0.03 }, method: 'in-grain', rub: 'dry', papers: [220], rubWhere: 'flat' }),
    );
    expect(said('water satin, sand 320 at the edges only, with a foam pad').rubWhere).toBe('edges');
    expect(said('oil varnish, 3 coats, sand 320 from the second coat')).toEqual(
      newLayer('clear', { medium: 'varnish', settings: { coats: 3 }, rub: 'dry', papers: [320], rubFrom: 2 }),
    );
  });
  it('in tins and parts of what comes ready', () => {
    const tide = { id: 'tide', name: 'Tide', kind: 'stain' } as const;
    const two: SaidShelf = { ...SHELF, colourants: [...SHELF.colourants.filter((c) => c.id !== 'tide'), tide] };
    const shares = (text: string) => {
      const told = understoodLayer(text, two);
      return 'layer' in told ? told.layer.colours : told.question;
    };
    expect(shares('stain: two tins of biscuit and a tin of tide')).toEqual({ biscuit: 2 / 3, tide: 1 / 3 });
    expect(shares('stain with two thirds biscuit and one third tide')).toEqual({ biscuit: 2 / 3, tide: 1 / 3 });
    expect(shares('stain: 3 parts biscuit, 1 part tide, 2 coats')).toEqual({ biscuit: 0.75, tide: 0.25 });
    expect(shares('two coats of biscuit')).toEqual({ biscuit: 1 });
    expect(shares('stain: 2 tins biscuit and 20 % tide')).toMatch(/all of it in parts/);
  });
  it('as liquids: neat, in parts with a thinner or two, and poured together', () => {
    expect(said('night ink neat with a rag, 2 coats')).toEqual(
      newLayer('ink', { colours: { night: 30 }, applicator: 'rag', settings: { coats: 2 } }),
    );
    expect(said('Sunset, straight from the bottle').colours).toEqual({ sun: 100 });
    // Four and two of six: two thirds of neat.
    expect(said('4 oz sunset + 2 oz solvent, with the gun')).toEqual(
      newLayer('dye', {
        colours: { sun: expect.closeTo(200 / 3, 9) as number },
        thinners: { solvent: 1 },
        method: 'sprayed',
        applicator: 'gun',
      }),
    );
    expect(said('2 parts sunset, 1 part clove, 7 parts lacquer thinner').colours).toEqual({ sun: 20, clove: 5 });
    expect(said('dye: sunset 1 : 4').colours).toEqual({ sun: 20 });
    expect(said('sunset diluted 9 parts').colours.sun).toBeCloseTo(10, 9);
    expect(sentenceText(newLayer('dye', { colours: { sun: 20 } }), SHELF)).toBe('Dye with 1 : 4 Sunset.');
    expect(sentenceText(newLayer('ink', { colours: { night: 30 } }), SHELF)).toBe('Ink with neat Night ink.');
    expect(sentenceText(newLayer('dye', { colours: { sun: 20, clove: 5 } }), SHELF)).toBe(
      'Dye with 20 % Sunset and 10 % Clove.',
    );
    // One after the other on one board, until it is right.
    expect(['5 parts', '10 parts'].map((more) => said(`sunset, ${more} of solvent`).colours.sun)).toEqual([
      100 / 6,
      100 / 11,
    ]);
    expect(said('coal 2 g/L, 1:1 alcohol and lacquer thinner')).toEqual(
      newLayer('dye', { colours: { coal: 2 }, thinners: { alcohol: 0.5, 'lacquer thinner': 0.5 } }),
    );
    expect(said('2 g of coal in half a litre of alcohol and lacquer thinner, half and half').thinners).toEqual({
      alcohol: 0.5,
      'lacquer thinner': 0.5,
    });
  });
  it('in a medium with its thinner, by ounces and by parts, so that the volumes add up', () => {
    const shelf: SaidShelf = {
      ...SHELF,
      colourants: [
        { id: 'y', name: 'Yellow', kind: 'pigment', density: 1.2 },
        { id: 'w', name: 'White', kind: 'pigment', density: 1.5 },
      ],
    };
    const of = (text: string) => {
      const understood = understoodLayer(text, shelf);
      if ('question' in understood) throw new Error(understood.question);
      return understood.layer;
    };
    const ounces = of('3 oz glaze + 1½ oz water + ¾ oz yellow + ¼ oz white, dry-brushed');
    const whole = 3 + 1.5 + 0.75 + 0.25;
    expect(ounces.colours.y).toBeCloseTo((0.75 * 1.2) / whole, 9);
    expect(ounces.colours.w).toBeCloseTo((0.25 * 1.5) / whole, 9);
    expect(ounces.thinners).toEqual({ water: 0.5 });
    expect(ounces.method).toBe('dry-brushed');
    const parts = of('glaze: two of medium, one of yellow, two of white');
    expect(parts.colours.y).toBeCloseTo(1.2 / 5, 9);
    expect(parts.colours.w).toBeCloseTo(3 / 5, 9);
    expect(parts.thinners).toBeUndefined();
  });
  it('thinned, with a touch of retarder, with or without its hardener', () => {
    expect(said('water satin, one coat, thinned 15-20 % with water + retarder')).toEqual(
      newLayer('clear', { medium: 'satin', settings: { coats: 1 }, thinners: { water: 0.175, retarder: 0.03 } }),
    );
    expect(said('oil varnish thinned 1 : 1 with mineral spirits, with a brush')).toEqual(
      newLayer('clear', {
        medium: 'varnish',
        method: 'brushed',
        applicator: 'bristle',
        thinners: { 'white spirit': 1 },
      }),
    );
    expect(said('water satin, 1 coat without hardener').unhardened).toBe(true);
    expect(said('water satin, 2 coats with hardener').unhardened).toBeUndefined();
    expect(asked('water satin thinned with water')).toMatch(/by how much\? Say: thinned 10 % with water/);
  });
  it('and how dust is taken off before the next', () => {
    expect(said('oil varnish × 3, sand 400, wiped with spirits')).toMatchObject({ rub: 'dry', clean: 'spirits' });
    expect(said('water satin, 2 coats, tack cloth').clean).toBe('tack cloth');
  });
  it('kept to a place, or off it', () => {
    expect(said('honey 4 g/L with a swab, on the spots only')).toEqual(
      newLayer('dye', { colours: { honey: 4 }, applicator: 'swab', where: 'spots' }),
    );
    expect(said('biscuit, edges held back').where).toBe('inside');
    expect(said('biscuit, within the tape').where).toBe('masked');
  });
  it('with what it is put on, or says why that goes wrong', () => {
    expect(said('water satin with a roller, 2 coats').applicator).toBe('roller');
    expect(said('oil varnish × 3, wiped on with cheesecloth')).toMatchObject({ applicator: 'rag', method: 'brushed' });
    expect(asked('gel: biscuit, with the gun')).toBe('A gel is too thick for a gun.');
    expect(asked('honey 4 g/L with a squeegee')).toMatch(/A squeegee is for paste/);
  });
  it('and asks where it cannot know', () => {
    expect(asked('1 tsp coal in 8 fl oz')).toMatch(/What does a millilitre of Coal weigh, level.*Usual is 0\.6 g/);
    // With the usual of its kind, for whoever has no scale.
    expect(understoodStack('1 tsp coal in 8 fl oz', SHELF)).toMatchObject({
      usual: { colourant: 'coal', field: 'bulkDensity', value: 0.6 },
    });
    expect(asked('1 tsp honey')).toMatch(/in how much\?/);
    expect(asked('a bit of honey in 1 L')).toMatch(/How much is “bit”\?/);
    expect(asked('dye with honey')).toMatch(/How much Honey\?/);
    expect(asked('something nice')).toMatch(/What is it/);
    expect(asked('dye with 120 g/L sunset')).toBe('Sunset goes no stronger than 100 % neat: how much less?');
    expect(asked('glaze')).toBe('Glaze of which colour?');
    expect(asked('clear, 2 coats')).toBe('Which clear: Water satin, Oil varnish?');
    expect(asked('dye with 2 % ochre')).toMatch(/Ochre is pigment, which dye does not take/);
    expect(asked('water satin, 2 coats, wobbled')).toMatch(/^What is “wobbled”\? .*quotes/);
    expect(asked('water satin, 40 coats')).toMatch(/coats is 1 to 25/);
    expect(asked('water satin and oil varnish')).toMatch(/one after the other/);
    expect(asked('4 % honey')).toMatch(/told in g\/L/);
    expect(asked('glaze: 2 % walnut and 1/2 % ochre')).toBe('What is “walnut”?');
    expect(asked('3 drops of honey in 1 L')).toMatch(/How much is 3 drop/);
  });
  it('a whole stack, a sentence a line or with dots between', () => {
    const stack = understoodStack(
      'honey 4 g/L · thin shellac, scuffed · gel biscuit, overnight · water satin × 3',
      SHELF,
    );
    expect(stack).toEqual({
      layers: [
        newLayer('dye', { colours: { honey: 4 } }),
        newLayer('sealer', { medium: 'thin', rub: 'dry' }),
        newLayer('gel-stain', { colours: { biscuit: 1 }, wait: 14 }),
        newLayer('clear', { medium: 'satin', settings: { coats: 3 } }),
      ],
    });
    const layers = 'layers' in stack ? stack.layers : [];
    expect(understoodStack(layers.map((l) => sentenceText(l, SHELF)).join(' '), SHELF)).toEqual(stack);
    expect(understoodStack('Honey 4 g/L\nglaze', SHELF)).toEqual({ question: 'Layer 2: Glaze of which colour?' });
    expect(understoodStack('  ', SHELF)).toHaveProperty('question');
  });
  it('a run of coats, of which each line says only what differs', () => {
    const run = understoodStack(
      'water satin, 10 coats, an hour apart, sprayed · level 220-400 · 5 · overnight, levelled wet 800 · 5 more coats · 7 days',
      SHELF,
    );
    const satin = (coats: number, over: Partial<Layer>) =>
      newLayer('clear', { medium: 'satin', method: 'sprayed', settings: { coats }, ...over });
    expect(run).toEqual({
      layers: [
        satin(10, { apart: 1, rub: 'dry', papers: [220, 400], rubLast: true }),
        satin(5, { apart: 1, wait: 14, rub: 'wet', papers: [800], rubLast: true }),
        satin(5, { apart: 1, wait: 168 }),
      ],
    });
    const layers = 'layers' in run ? run.layers : [];
    expect(layers.reduce((sum, l) => sum + (l.settings.coats ?? 0), 0)).toBe(20);
    // Another layer is one of its own, and what nobody says of coats is asked about.
    expect(understoodStack('water satin × 3 · gel biscuit', SHELF)).toHaveProperty('layers.length', 2);
    expect(understoodStack('water satin × 3 · wobbled', SHELF)).toHaveProperty('question');
  });
});
