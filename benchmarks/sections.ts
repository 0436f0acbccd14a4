/** The sections of the bench, each printing its ratios. */
export const SECTIONS: Readonly<Record<string, () => Promise<unknown>>> = {
  colour: async () => (await import('./colour.ts')).benchmarkColour(),
  stack: async () => (await import('./stack.ts')).benchmarkStack(),
  match: async () => (await import('./match.ts')).benchmarkMatch(),
  pour: async () => (await import('./pour.ts')).benchmarkPour(),
  plan: async () => (await import('./plan.ts')).benchmarkPlan(),
  faults: async () => (await import('./faults.ts')).benchmarkFaults(),
  systems: async () => (await import('./systems.ts')).benchmarkSystems(),
  picture: async () => (await import('./picture.ts')).benchmarkPicture(),
  import: async () => (await import('./import.ts')).benchmarkImport(),
  notebook: async () => (await import('./notebook.ts')).benchmarkNotebook(),
  growth: async () => (await import('./growth.ts')).benchmarkGrowth(),
  spoiled: async () => (await import('./spoiled.ts')).benchmarkSpoiled(),
  pieces: async () => (await import('./pieces.ts')).benchmarkPieces(),
};
