import { describe, expect, it } from 'vitest';
import { newLayer, type Stack } from '../layers/layer.ts';
import { DAMAGES, type Damage, touchUp } from './touch-up.ts';

const film: Stack = [
  newLayer('dye', { colours: { coal: 1 } }),
  newLayer('sealer', { medium: 'shellac' }),
  newLayer('glaze', { colours: { umber: 1 } }),
  newLayer('clear', { medium: 'satin' }),
  newLayer('rub-out'),
];
const oiled: Stack = [newLayer('dye', { colours: { coal: 1 } }), newLayer('oil', { medium: 'hardwax' })];
const layersOf = (stack: Stack, damage: Damage) => touchUp(stack, damage).steps.flatMap((s) => s.layer ?? []);

describe('how a finish is mended, common practice', () => {
  it('leaves the colour alone where only the clear is scratched', () => {
    expect(layersOf(film, 'scuff')).toEqual([3, 3]);
    expect(touchUp(film, 'scuff').reach).toBe('the surface, to its next edge');
  });
  it('goes layer by layer from the wood up, weak in the wood, sealed before what lies on the seal', () => {
    for (const damage of ['scratch', 'through', 'chip'] as const) {
      expect(layersOf(film, damage)).toEqual([0, 1, 2, 3, 3]);
      const { steps } = touchUp(film, damage);
      expect(steps.find((s) => s.layer === 0)?.strength).toBeLessThan(1);
      // All of it is tried on the retained board before.
      expect(steps[0]?.how).toMatch(/retained board/);
    }
  });
  it('makes a new piece as the others were, and brings it to its neighbours', () => {
    expect(layersOf(film, 'replaced')).toEqual([0, 1, 2, 3]);
    expect(touchUp(film, 'replaced').steps.at(-1)?.how).toMatch(/beside it/);
  });
  it('feeds what is oiled and levels nothing there', () => {
    expect(touchUp(oiled, 'scratch').steps.some((s) => s.what === 'Level')).toBe(false);
    expect(layersOf(oiled, 'scratch')).toEqual([0, 1]);
  });
  it('uses only layers that are there, whatever they are', () => {
    const blank: Stack = [newLayer('bleach'), newLayer('glaze', {})];
    for (const damage of Object.keys(DAMAGES) as Damage[])
      for (const stack of [film, oiled, blank, []])
        for (const { layer, how } of touchUp(stack, damage).steps) {
          expect(how).toMatch(/\.$/);
          if (layer !== null) expect(stack[layer]).toBeDefined();
        }
  });
});
