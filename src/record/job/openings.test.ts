import { describe, expect, it } from 'vitest';
import { MATERIALS } from '../../../test/fixtures/small-shop.ts';
import type { LayerKind } from '../../core/kinds/index.ts';
import { newLayer, type Stack } from '../../core/layers/layer.ts';
import { ANYTHING, openingsOf, ownColours, simpleStack, solvableColours, withGlaze, withLayer } from './openings.ts';

describe('what a search may use', () => {
  const stack: Stack = (['dye', 'sealer', 'glaze', 'filler', 'clear'] as LayerKind[]).map((kind) => newLayer(kind));
  it('is every colour of the right kind in every layer that takes one; a filler is filled by hand', () => {
    const open = openingsOf(stack, MATERIALS, ANYTHING, 0);
    expect(open.map((o) => o.layer)).toEqual([0, 2]);
    expect(open[0].colourants).toEqual(['yellow', 'red', 'blue', 'black', 'brown']);
    expect(open[1].colourants).toEqual(['ochre', 'umber']);
  });
  it('without what is barred, closed or on the board already', () => {
    expect(openingsOf(stack, MATERIALS, { ...ANYTHING, barred: ['red', 'blue'] }, 0)[0].colourants).toEqual([
      'yellow',
      'black',
      'brown',
    ]);
    expect(openingsOf(stack, MATERIALS, { ...ANYTHING, closed: ['dye'] }, 0).map((o) => o.layer)).toEqual([2]);
    expect(openingsOf(stack, MATERIALS, ANYTHING, 1).map((o) => o.layer)).toEqual([2]);
    expect(openingsOf(stack, MATERIALS, { ...ANYTHING, barred: ['ochre', 'umber'] }, 1)).toEqual([]);
  });
  it('is, in a toner, only what its clear dissolves', () => {
    const clear = Object.values(MATERIALS.mediums).find((m) => m.kind === 'clear');
    const oily = {
      ...MATERIALS,
      mediums: { varnish: { ...clear, id: 'varnish', carrier: 'oil' } },
    } as typeof MATERIALS;
    const toner = [newLayer('toner', { medium: 'varnish' })];
    expect(openingsOf(toner, oily, ANYTHING, 0)[0]?.colourants).toEqual(['ochre', 'umber']);
  });
  it('solves for the next board only what a search can solve', () => {
    const made = [
      newLayer('reactive', { colours: { iron: 5 } }),
      newLayer('dye', { colours: { red: 1 } }),
      newLayer('filler', { colours: { umber: 0.1 } }),
    ];
    expect(solvableColours(made)).toEqual([{ layer: 1, colourants: ['red'] }]);
    expect(solvableColours(made.slice(0, 1))).toEqual([]);
  });
  it('is, for a recipe corrected, its own colours', () => {
    expect(ownColours([newLayer('dye', { colours: { red: 1, blue: 2 } }), newLayer('clear')])).toEqual([
      { layer: 0, colourants: ['red', 'blue'] },
    ]);
  });
});

describe('stacks to begin with', () => {
  it('are a dye under the clearest clear, and a glaze over a sealer under it', () => {
    const simple = simpleStack(MATERIALS);
    expect(simple.map((l) => l.kind)).toEqual(['dye', 'clear']);
    const glazed = withGlaze(MATERIALS, simple);
    expect(glazed.map((l) => l.kind)).toEqual(['dye', 'sealer', 'glaze', 'clear']);
    expect(withGlaze(MATERIALS, glazed).filter((l) => l.kind === 'sealer')).toHaveLength(1);
    expect(simpleStack({ colourants: {}, mediums: {}, supplies: {} }).map((l) => l.kind)).toEqual(['dye']);
  });
  it('takes a new layer under its clear, and over all what is the last', () => {
    const kindsWith = (kind: LayerKind) =>
      withLayer(simpleStack(MATERIALS), kind, MATERIALS, 0).stack.map((l) => l.kind);
    expect(kindsWith('sealer')).toEqual(['dye', 'sealer', 'clear']);
    expect(kindsWith('wax')).toEqual(['dye', 'clear', 'wax']);
  });
});
