import { describe, expect, it } from 'vitest';
import { newLayer, type Stack } from '../layers/layer.ts';
import { GATES, gatesBefore } from './gates.ts';

const stack: Stack = [
  newLayer('dye', { colours: { coal: 1 } }),
  newLayer('sealer', { medium: 'shellac' }),
  newLayer('glaze', { colours: { umber: 1 } }),
  newLayer('clear', { medium: 'satin' }),
];

describe('what is looked for before a layer goes on', () => {
  it('is scratches on bare wood, a clean rag over colour, no tack over a seal, all of it in the end. Common practice.', () => {
    expect(gatesBefore(stack, 1)).toEqual(['scribble', 'raking']);
    expect(gatesBefore(stack, 2)).toEqual(['rag', 'raking']);
    expect(gatesBefore(stack, 3)).toEqual(['tack', 'fingertip']);
    expect(gatesBefore(stack, 4)).toEqual(['rag', 'raking']);
    expect(gatesBefore(stack, 5)).toEqual(['tack', 'raking', 'fingertip']);
  });
  it('is asked once of each, with what to do where it is not so', () => {
    for (let stage = 1; stage <= 5; stage++) {
      const gates = gatesBefore(stack, stage);
      expect(new Set(gates).size).toBe(gates.length);
      for (const gate of gates) expect(GATES[gate].otherwise).toMatch(/\w\.$/);
    }
  });
  it('is of what lies there, whatever was left out above it; nothing where nothing is put on', () => {
    const left = [stack[0], newLayer('glaze', {}), stack[3]] as Stack;
    expect(gatesBefore(left, 3)).toEqual(gatesBefore(left, 2));
    expect(gatesBefore([], 1)).toEqual([]);
  });
});
