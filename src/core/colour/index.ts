export * from './difference.ts';
export * from './display.ts';
export * from './grid.ts';
export * from './lab.ts';
export * from './lights.ts';
export * from './metamerism.ts';
export * from './reconstruct.ts';
export * from './resample.ts';
