export * from './compile.ts';
export * from './figures.ts';
export * from './predict.ts';
export * from './preparation.ts';
export * from './state.ts';
export * from './tissues.ts';
export * from './wood.ts';
