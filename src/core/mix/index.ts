export * from './batch.ts';
export * from './cut.ts';
export * from './quantity.ts';
export * from './typed-quantity.ts';
export * from './units.ts';
