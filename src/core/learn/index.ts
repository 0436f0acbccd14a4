export * from './dye-ladder.ts';
export * from './fit.ts';
export * from './knowledge.ts';
export * from './ladder.ts';
export * from './pigment-ladder.ts';
export * from './profile.ts';
export * from './rungs.ts';
export * from './surfaces.ts';
