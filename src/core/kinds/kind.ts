import { CARRIER_INFO, type Carrier } from './carriers.ts';
import type { ColourantKind } from './colourants.ts';
import type { Setting } from './settings.ts';
import type { CoatTime, DryTest } from './times.ts';
import type { WayBack } from './way-back.ts';
import type { Way } from './ways.ts';

export const MEDIUM_KINDS = ['sealer', 'oil', 'clear'] as const;
export type MediumKind = (typeof MEDIUM_KINDS)[number];
/** What stands on the shelf and has no colour of its own. */
export const SUPPLY_KINDS = [
  'base',
  'reducer',
  'retarder',
  'conditioner',
  'filler',
  'hardener',
  'wax',
  'bleach',
  'abrasive',
  'cloth',
  'applicator',
  'strainer',
  'protection',
  'tape',
] as const;
export type SupplyKind = (typeof SUPPLY_KINDS)[number];

/** What a kind of layer is to others: rules, searches, sheets and pages ask these, never its name. */
export interface Traits {
  /** Its colour goes into the wood, whatever it is made of. */
  coloursWood: boolean;
  /** Dissolved colour in the wood, that its solvent wakes again. */
  dyes: boolean;
  /** A film of particles: what stays is what the rag leaves. */
  wiped: boolean;
  /** A wiped film that lies on the face and hardly soaks in: a gel. */
  stands: boolean;
  /** It is there to colour bare wood, and wipes off a sealed face: a stain. */
  stains: boolean;
  /** It is there to colour over a seal: a glaze. */
  glazes: boolean;
  /** Rubbed off when it is dry as powder. */
  powders: boolean;
  /** What is below no longer moves, nor wakes. */
  locks: boolean;
  /** A film that builds with each coat. */
  builds: boolean;
  /** The clear coat of a finish. */
  clear: boolean;
  /** It closes the wood before others. */
  seals: boolean;
  /** It soaks into the wood and feeds it. */
  feeds: boolean;
  /** Nothing of what is below is seen through it. */
  hides: boolean;
  /** It can be the last: what is below is protected. */
  protects: boolean;
  /** Colour in a clear: a thin coloured film, only sprayed. */
  tones: boolean;
  /** It fills pores; it goes on without a colour too. */
  fills: boolean;
  /** It turns with what is in the wood. */
  reacts: boolean;
  /** Carbon in water: it blackens the face. */
  inks: boolean;
  /** It takes the wood's own colour out. */
  bleaches: boolean;
  /** It makes what follows take more evenly, for a while. */
  conditions: boolean;
  /** It takes off what is there, and puts nothing on. */
  takesOff: 'rag' | 'paper' | null;
  /** A cured film is rubbed to its sheen; nothing is put on. */
  rubsOut: boolean;
  /** A coat of it is wiped with cloths. */
  cloths: boolean;
  /** Nothing holds on it: it is the last. */
  last: boolean;
  /** Its dry coats are rubbed down before the next, where nothing else is said. */
  rubbedDown: boolean;
  /** Nothing takes it back once it is done. */
  final: boolean;
}

/** How a coat lies, as far as its drying asks. */
export interface PutOn {
  carrier: Carrier;
  method: string | undefined;
  /** Times the usual amount. */
  load: number;
}

/** How a coat goes on, to be said. */
export interface ToSay {
  method: string | undefined;
  /** Grits of its papers, where they are said, and whether they are used wet. */
  papers: readonly number[];
  wet: boolean;
  /** What binds its product, where the sheet of that says. */
  binder: string;
  setting(key: string): number;
}

/** Everything that a kind of layer is, but for its optics. */
export interface Kind {
  label: string;
  /** What else it is called at a bench, in small letters. */
  called: readonly string[];
  /** What is done with it always, so that it tells nothing where it is said. */
  always: readonly string[];
  /** Which colourants it takes; those of one layer are of one kind. */
  takes: readonly ColourantKind[];
  mostColours: number;
  medium: 'none' | MediumKind;
  /** The supply that it is put on as, or that its colours are stirred into, where the shop has one; null where there is none. */
  supply: SupplyKind | null;
  settings: readonly Setting[];
  methods: readonly Way[];
  is: Traits;
  /** What carries it where neither its medium nor its colours say. */
  carrier: Carrier;
  /** Usual time of one coat. Ranges seen in practice, common practice; the label of the tin comes before them. */
  drying(on: PutOn): CoatTime;
  /** How it is tested before the next goes on. */
  test(carrier: Carrier): DryTest;
  /** Minutes that it can be worked before its edge sets. Common practice. */
  open(carrier: Carrier): number;
  /** Minutes after which it sets before it is wiped; null where it is not wiped. Common practice. */
  longestDwell(carrier: Carrier): number | null;
  /** It dries as a film: each further coat slower, hard only after days. */
  driesAsFilm: boolean;
  wayBack(carrier: Carrier): WayBack;
  /** What is said before it is done, where it cannot be taken back; null where there is nothing to say. Common practice. */
  warning: string | null;
  /**
   * Square metres that a litre covers in one coat, where the product's own sheet is silent: by the film it leaves, a
   * wiping stain as on a floor. Common practice, no source.
   */
  coverage: number;
  /**
   * What a search wants it to gain beyond any layer, as a squared CIEDE2000: what takes off again is rougher; what
   * bleaches or hides gives the wood away; a toner wants a gun and a sure hand; what the wood makes of a reactive colour
   * is known only afterwards; a filler closes the pores for good; an oil wants days.
   */
  dearer: number;
  /**
   * How far what it leaves on a board is in doubt before a board of the shop has told: standard deviation of the logarithm
   * of its effect. Product, wood and hand together. Common practice, no source.
   */
  doubt: number;
  /** How a coat goes on, in a sentence. */
  puttingOn(said: ToSay): string;
  /** What its pigments and metal powders are stirred into, and how; null where nothing is. Common practice. */
  base: { name: string; stir: string } | null;
}

const NOTHING_SPECIAL: Traits = {
  coloursWood: false,
  dyes: false,
  wiped: false,
  stands: false,
  stains: false,
  glazes: false,
  powders: false,
  locks: false,
  builds: false,
  clear: false,
  seals: false,
  feeds: false,
  hides: false,
  protects: false,
  tones: false,
  fills: false,
  reacts: false,
  inks: false,
  bleaches: false,
  conditions: false,
  takesOff: null,
  rubsOut: false,
  cloths: false,
  last: false,
  rubbedDown: false,
  final: false,
};

/** How a coat of a wiped film goes on and off, by the way it is put on; what is right of it, and what is too late. */
export function wipedOff({ method, setting }: ToSay, { right, late }: { right: string; late: string }): string {
  const after = `after ${setting('dwell')} min`;
  switch (method) {
    case 'sprayed':
      return 'Sprayed: thin and even, and left.';
    case 'unwiped':
      return 'Brushed on even, laid off with the grain, and left: it hides more than wiped, and takes a night and longer. Right is no lap and no run; what sags is laid off within minutes or not at all.';
    case 'dry-brushed':
      return 'Dry-brushed: nearly none on the brush, dragged lightly; most of it taken off again while it is wet. Right is a change that is seen only beside the board without.';
    case 'in-grain':
      return `Pressed into the grain; ${after} wiped off, the face clean. Right is a face as it was and the grain filled with it; a haze that dries on is rubbed off with fine paper.`;
    default:
      return `Wet and even with the grain; ${after} wiped off ${method === 'across' ? 'across the grain, so that more stays in it' : 'with the grain, the last pass with a dry side'}. ${right} ${late}`;
  }
}

type Said = Partial<Omit<Kind, 'is'>> &
  Pick<Kind, 'label' | 'drying' | 'wayBack' | 'settings' | 'puttingOn'> & { is: Partial<Traits> };
/** A kind with what most have. */
export const kind = (said: Said): Kind => ({
  called: [],
  always: [],
  takes: [],
  mostColours: said.takes?.length ? 4 : 0,
  medium: 'none',
  supply: said.base ? 'base' : null,
  methods: [],
  carrier: 'water',
  test: (carrier) => (carrier === 'water' ? 'cool' : 'rub'),
  warning: null,
  coverage: 12,
  dearer: 0,
  doubt: 0.15,
  open: (carrier) => CARRIER_INFO[carrier].open,
  longestDwell: () => null,
  driesAsFilm: false,
  base: null,
  ...said,
  is: { ...NOTHING_SPECIAL, ...said.is },
});
