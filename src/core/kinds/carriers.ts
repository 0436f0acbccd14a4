/** What carries a colour or a coat, and so what can wake it again. */
export const CARRIERS = ['water', 'alcohol', 'solvent', 'oil'] as const;
export type Carrier = (typeof CARRIERS)[number];

/** What a carrier is to others. Common practice, no source. */
export interface CarrierInfo {
  /** Carriers of what it wakes, and of the dyes that a clear of it dissolves. */
  dissolves: readonly Carrier[];
  /** What takes a fresh coat of it off. */
  wipesOff: string;
  /** Hours that a wiped film of it can still be taken off with a rag. */
  sets: number;
  /** Minutes that its edge stays open. */
  open: number;
  /** Hours until a film of it can be used with care, and until it is hard. */
  use: number;
  cure: number;
  /** Share that each further coat of a layer dries slower, as it wakes the ones below or shuts off the wood. */
  later: number;
  /** Absorbance at 400 nm that a coat gains in the long run: oil ambers, waterborne hardly. */
  ambers: number;
}

const DAY = 24;
export const CARRIER_INFO: Readonly<Record<Carrier, CarrierInfo>> = {
  water: {
    dissolves: ['water'],
    wipesOff: 'a damp rag',
    sets: 0.25,
    open: 5,
    use: DAY,
    cure: 7 * DAY,
    later: 0.05,
    ambers: 0.004,
  },
  alcohol: {
    dissolves: ['alcohol', 'solvent'],
    wipesOff: 'a rag with alcohol',
    sets: 0.1,
    open: 2,
    use: DAY,
    cure: 7 * DAY,
    later: 0.15,
    ambers: 0.05,
  },
  solvent: {
    dissolves: ['solvent', 'alcohol'],
    wipesOff: 'a rag with its thinner',
    sets: 0.1,
    open: 1.5,
    use: DAY,
    cure: 7 * DAY,
    later: 0.15,
    ambers: 0.05,
  },
  oil: {
    dissolves: ['oil', 'solvent'],
    wipesOff: 'a rag with its thinner',
    sets: 1,
    open: 12,
    use: 2 * DAY,
    cure: 14 * DAY,
    later: 0.1,
    ambers: 0.12,
  },
};
