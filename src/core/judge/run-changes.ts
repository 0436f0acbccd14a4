/** What was changed in the middle of a run, so that what comes after it is another run. */
export const RUN_CHANGES = {
  pad: 'New pad',
  stirred: 'Stirred to the ground',
  lot: 'Other lot or tin',
  thinned: 'Thinned back',
} as const;
export type RunChange = keyof typeof RUN_CHANGES;
