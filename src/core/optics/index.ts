export * from './kubelka-munk.ts';
export * from './program.ts';
export * from './surface.ts';
