export * from './check.ts';
export * from './layer.ts';
export * from './materials.ts';
