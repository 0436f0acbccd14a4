import { describe, expect, it } from 'vitest';
import { MAPLE, OAK, PINE } from '../../../test/fixtures/bench-materials.ts';
import { newLayer, setting } from '../layers/layer.ts';
import { layerBySchools, preparationBySchools } from './defaults.ts';
import { ALL_TOOLS, chosen, SCHOOLS } from './index.ts';
import { outOfReach } from './tools.ts';

describe('schools', () => {
  it('are twenty-five, each with two sides at least and a reason for each', () => {
    expect(SCHOOLS).toHaveLength(25);
    for (const { question, options } of SCHOOLS) {
      expect(question).toMatch(/\?$/);
      expect(options.length).toBeGreaterThan(1);
      for (const { reason } of options) expect(reason).toMatch(/\.$/);
    }
  });
  it('count by their first side where nothing, or nonsense, was chosen', () => {
    expect(chosen({}, 'stop-grit')).toBe('middle');
    expect(chosen({ 'stop-grit': 'rough' }, 'stop-grit')).toBe('middle');
    expect(chosen({ 'stop-grit': 'fine' }, 'stop-grit')).toBe('fine');
  });
});

describe('what a shop begins with', () => {
  it('a wood is sanded as far as the shop stops, and conditioned where it blotches', () => {
    expect(preparationBySchools({}, OAK)).toMatchObject({ grit: 180, conditioner: false });
    expect(preparationBySchools({ 'stop-grit': 'coarse' }, OAK).grit).toBe(120);
    expect([PINE, MAPLE].map((w) => preparationBySchools({ conditioner: 'always' }, w).conditioner)).toEqual([
      true,
      true,
    ]);
    expect(preparationBySchools({}, PINE).conditioner).toBe(false);
    expect(preparationBySchools({ conditioner: 'washcoat' }, PINE).conditioner).toBe(false);
    expect(preparationBySchools({ dust: 'tack' }, OAK).dust).toBe('tack cloth');
  });
  it('a clear has the shop’s coats, and is sprayed only where that can be done', () => {
    const clear = newLayer('clear', { medium: 'lacquer' });
    expect(setting(layerBySchools(clear, 'solvent', { 'clear-coats': 'three' }, ALL_TOOLS), 'coats')).toBe(3);
    expect(layerBySchools(clear, 'solvent', {}, ALL_TOOLS).method).toBe('sprayed');
    expect(layerBySchools(clear, 'solvent', {}, ['spray-gun']).method).toBe('brushed');
    expect(layerBySchools(clear, 'water', {}, ['spray-gun']).method).toBe('sprayed');
    // What a system asks for is not made less.
    const many = newLayer('clear', { medium: 'lacquer', settings: { coats: 6 } });
    expect(setting(layerBySchools(many, 'solvent', { 'clear-coats': 'three' }, ALL_TOOLS), 'coats')).toBe(6);
  });
  it('what cannot be made with the tools at hand is not searched for', () => {
    expect([outOfReach(ALL_TOOLS), outOfReach(['scale'])]).toEqual([[], ['toner']]);
  });
  it('a solvent dye is put on as the shop does it, a dye as loaded', () => {
    const dye = newLayer('dye');
    expect(layerBySchools(dye, 'solvent', { 'solvent-dye': 'sprayed' }, ALL_TOOLS).method).toBe('sprayed');
    expect(layerBySchools(dye, 'solvent', { 'solvent-dye': 'sprayed' }, []).method).toBe('wiped');
    expect(setting(layerBySchools(dye, 'water', { 'dye-coat': 'one-pass' }, []), 'load')).toBeLessThan(1);
  });
});
