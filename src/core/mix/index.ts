export * from './batch.ts';
export * from './quantity.ts';
