import { describe, expect, it } from 'vitest';
import { whatIsThis } from './what-is-this.ts';

// Common practice: what settles is pigment, what print is read through is dye, what a rag wakes has no binder.
describe('what a tin holds, by three tests', () => {
  it('a dye is clear, does not settle, and wakes under a rag', () => {
    expect(whatIsThis({ print: 'readable', rag: 'water', stands: 'alike' })).toMatchObject({
      kind: 'dye',
      gel: false,
      binder: false,
    });
  });
  it('a dye that is sold as a stain has a binder', () => {
    expect(whatIsThis({ print: 'readable', rag: 'stays', stands: 'alike' })).toMatchObject({
      kind: 'stain',
      binder: true,
    });
  });
  it('a pigment stain hides and settles; a gel hides and is too thick to', () => {
    expect(whatIsThis({ print: 'hidden', rag: 'stays', stands: 'settles' })).toMatchObject({
      kind: 'stain',
      gel: false,
    });
    expect(whatIsThis({ print: 'hidden', rag: 'stays', stands: 'thick' })).toMatchObject({ kind: 'stain', gel: true });
    expect(whatIsThis({ print: 'hidden', rag: 'thinner', stands: 'settles' }).kind).toBe('pigment');
  });
  it('both together are clear and settle, or hazy', () => {
    expect(whatIsThis({ print: 'readable', stands: 'settles' }).says).toContain('a dye with some pigment');
    expect(whatIsThis({ print: 'hazy' }).kind).toBe('stain');
  });
  it('says which test comes next before it knows', () => {
    expect(whatIsThis({})).toMatchObject({ kind: null, binder: null });
    expect(whatIsThis({ stands: 'settles' }).says).toContain('print test');
  });
});
