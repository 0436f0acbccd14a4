import { expect, it } from 'vitest';
import { FieldError, unlessRefused } from './field-error.ts';

it('a refusal is nothing, a fault stays one', () => {
  expect(unlessRefused(() => 3)).toBe(3);
  expect(
    unlessRefused(() => {
      throw new FieldError('grit', 'Too coarse.');
    }),
  ).toBeNull();
  expect(() =>
    unlessRefused(() => {
      throw new RangeError('a fault');
    }),
  ).toThrow('a fault');
});
