export * from './batch.ts';
