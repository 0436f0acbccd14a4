import { expect, it } from 'vitest';
import { newLayer } from '../layers/layer.ts';
import { careOf } from './care.ts';

it('a surface is kept by what lies on top of it', () => {
  const [dye, clear, oil, wax] = (['dye', 'clear', 'oil', 'wax'] as const).map((kind) => newLayer(kind));
  const text = (...stack: Parameters<typeof careOf>[0]) => careOf(stack).keep.join(' ');
  expect(text(dye, clear)).toMatch(/no polish with silicone/i);
  expect(text(dye, oil)).toMatch(/catch fire by themselves/);
  expect(text(dye, clear, wax)).toMatch(/alcohol leave marks/);
  // An oil that is closed with a clear is kept as the clear is.
  expect(text(oil, clear)).toBe(text(clear));
});
