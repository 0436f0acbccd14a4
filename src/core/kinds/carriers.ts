/** What carries a colour or a coat, and so what can wake it again. */
export const CARRIERS = ['water', 'alcohol', 'solvent', 'oil'] as const;
export type Carrier = (typeof CARRIERS)[number];
