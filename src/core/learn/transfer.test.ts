import { describe, expect, it } from 'vitest';
import { predict } from '../board/predict.ts';
import { spectrum } from '../colour/grid.ts';
import { reflectanceFromLab } from '../colour/reconstruct.ts';
import { newLayer } from '../layers/layer.ts';
import { liftOf } from './transfer.ts';

const RAW = reflectanceFromLab([78, 4, 18]);
const curve = Array.from({ length: 31 }, (_, i) => 0.05 + 0.3 * Math.exp(-i / 9));
const wood = {
  id: 'w',
  name: 'w',
  figure: 'birch',
  tannin: 0,
  tissues: [{ name: 'ground', fraction: 1, reflectance: Array.from(RAW), dye: 1, hold: 1 }],
} as const;
const dye = (lift: number) => ({
  id: 'd',
  name: 'd',
  kind: 'dye' as const,
  carrier: 'water' as const,
  maxStrength: 20,
  absorption: curve,
  scatter: Array.from(spectrum()),
  exponent: 0.9,
  costPerGram: 0,
  lift,
});
const pigment = { ...dye(0), id: 'p', kind: 'pigment' as const, maxStrength: 1, absorption: Array.from(spectrum()) };

describe('a transfer test', () => {
  it.each([0.02, 0.15, 0.4])('tells what a wiped coat of the same solvent lifts: %f', (lift) => {
    const materials = { colourants: { d: dye(lift), p: pigment }, mediums: {}, supplies: {} };
    const looks = predict(
      [newLayer('dye', { colours: { d: 5 } }), newLayer('wiping-stain', { colours: { p: 0.1 } })],
      wood,
      materials,
    );
    const [raw, dyed, wiped] = looks.map((l) => l.reading);
    expect(liftOf({ raw, dyed, wiped })).toBeCloseTo(lift, 6);
  });
  it('refuses readings that show no dye, or more of it afterwards', () => {
    const dyed = RAW.map((r) => r * 0.6);
    expect(() => liftOf({ raw: RAW, dyed: RAW, wiped: RAW })).toThrow('was the dye on?');
    expect(() => liftOf({ raw: RAW, dyed, wiped: RAW.map((r) => r * 0.5) })).toThrow('readings swapped?');
    expect(liftOf({ raw: RAW, dyed, wiped: dyed })).toBe(0);
    expect(liftOf({ raw: RAW, dyed, wiped: RAW })).toBeCloseTo(1, 9);
  });
});
