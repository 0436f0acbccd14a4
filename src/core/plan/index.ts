export * from './change.ts';
export * from './check.ts';
export * from './holds.ts';
export * from './problem.ts';
export * from './schedule.ts';
export * from './search.ts';
