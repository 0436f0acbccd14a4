import { describe, expect, it } from 'vitest';
import { bump, dye, dyed, finalOf, MATERIALS, problem } from '../../../test/fixtures/small-shop.ts';
import { lampFault } from './lamps.ts';
import { refine } from './search.ts';

const LAMP = { illuminant: 'A', observer: 10 } as const;

describe('what parts a board from its target under lamps', () => {
  const target = { reflectance: finalOf(dyed({ yellow: 6, red: 3, black: 0.6 })), singleLight: false };
  it('is nothing where the same colours made both', () => {
    const stack = dyed({ yellow: 6, red: 3, black: 0.6 });
    const own = problem({ target, stack, open: [{ layer: 0, colourants: ['yellow', 'red', 'black'] }] });
    const { now, blamed } = lampFault(own, stack, LAMP, 1);
    expect(now).toBeLessThan(0.1);
    expect(blamed).toBeNull();
  });
  it('is the colour that does the work of another: without it the rest part less', () => {
    // The grey of the target is black there; here a blue of a narrow band does its work.
    const narrow = dye('blue', bump(620, 22, 0.6));
    const materials = { ...MATERIALS, colourants: { ...MATERIALS.colourants, blue: narrow } };
    const dark = { reflectance: finalOf(dyed({ yellow: 6, red: 3, black: 6 })), singleLight: false };
    const first = dyed({ yellow: 6, red: 4, black: 0.3, blue: 6 });
    const open = [{ layer: 0, colourants: ['yellow', 'red', 'blue', 'black'] }];
    const own = problem({ target: dark, stack: first, open, materials });
    const { stack } = refine(own, first);
    const { now, blamed } = lampFault(own, stack, LAMP, 1);
    expect(now).toBeGreaterThan(0.3);
    expect(blamed?.colourant).toBe('blue');
    expect(blamed?.index).toBeLessThan(0.67 * now);
  });
});
