export * from './evenness.ts';
export * from './mix-up.ts';
export * from './next-step.ts';
export * from './statistics.ts';
export * from './verdict.ts';
export * from './words.ts';
