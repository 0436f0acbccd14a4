export * from './mix-up.ts';
export * from './readings.ts';
export * from './verdict.ts';
export * from './words.ts';
