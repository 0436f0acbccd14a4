/** Ids as they are made: UUIDs of version 7. */
export const [EXAMPLE_ID, OTHER_ID] = [
  '01990c2e-5a10-7c31-9d52-2f1d6a7b8c01',
  '01990c2e-5a10-7c31-9d52-2f1d6a7b8c02',
] as const;

/** A dye under a satin clear. */
export const EXAMPLE_STACK = [
  { kind: 'dye', colours: { honey: 6, wine: 1.5 }, settings: { coats: 1 } },
  { kind: 'clear', colours: {}, medium: 'water-satin', settings: {} },
] as const;

/** Two by two pixels of grey, PNG, base64. */
export const EXAMPLE_PICTURE =
  'iVBORw0KGgoAAAANSUhEUgAAAAIAAAACCAIAAAD91JpzAAAADUlEQVR4XmOoAAMoBQAnbgWhheklIAAAAABJRU5ErkJggg==';

/** A flat spectrum of 31 bands, 400–700 nm. */
export const flat = (reflectance: number): number[] => new Array(31).fill(reflectance);
