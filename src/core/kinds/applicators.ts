import type { Carrier } from './carriers.ts';
import type { Traits } from './kind.ts';

/** What a coat is put on with. */
export const APPLICATORS = [
  'rag',
  'sponge',
  'foam',
  'bristle',
  'nylon',
  'roller',
  'pad',
  'squeegee',
  'knife',
  'swab',
  'gun',
  'can',
  'nozzle',
] as const;
export type Applicator = (typeof APPLICATORS)[number];

/** What it is to a coat. Common practice, no source. */
export interface ApplicatorInfo {
  /** As it stands in a sentence after its first word. */
  label: string;
  /** What else it is called at a bench, in small letters, with the word before it. */
  called: readonly string[];
  /** Thickness of a coat that stays as it is laid, beside the usual one. */
  lays: number;
  /** Time that a coat takes with it, beside the usual. */
  pace: number;
  sprays: boolean;
  /** How it is held and loaded. */
  use: string;
  /** What it leaves that is looked for while it is wet. */
  marks: string;
}

/** Every applicator. */
export const APPLICATOR_INFO: Readonly<Record<Applicator, ApplicatorInfo>> = {
  rag: {
    label: 'with a rag',
    called: ['by rag', 'with a cloth', 'with cheesecloth', 'by cheesecloth', 'with lint-free cloth'],
    lays: 0.5,
    pace: 1,
    sprays: false,
    use: 'A lint-free rag, damp and not dripping; a dry side for the last pass.',
    marks: 'lint, and a line where the rag stopped',
  },
  sponge: {
    label: 'with a sponge',
    called: ['by sponge'],
    lays: 0.8,
    pace: 0.8,
    sprays: false,
    use: 'A sponge squeezed half out, along the grain.',
    marks: 'foam in corners, and drips at edges',
  },
  foam: {
    label: 'with a foam brush',
    called: ['with foam', 'by foam', 'with a foam pad', 'foam brushed'],
    lays: 0.8,
    pace: 0.9,
    sprays: false,
    use: 'A foam brush, hardly pressed, from the dry into the wet.',
    marks: 'bubbles where it was pressed',
  },
  bristle: {
    label: 'with a bristle brush',
    called: ['with a brush', 'by brush', 'with bristle', 'with natural bristle'],
    lays: 1,
    pace: 1,
    sprays: false,
    use: 'Bristles dipped 13 mm, tapped and not wiped; laid off with the grain.',
    marks: 'a stray bristle, and ridges where it set',
  },
  nylon: {
    label: 'with a nylon brush',
    called: ['with nylon', 'with a synthetic brush'],
    lays: 1,
    pace: 1,
    sprays: false,
    use: 'A nylon brush dipped 13 mm; laid off with the grain.',
    marks: 'ridges where it set',
  },
  roller: {
    label: 'with a roller',
    called: ['by roller', 'rolled on', 'rolled'],
    lays: 0.9,
    pace: 0.7,
    sprays: false,
    use: 'A short-napped roller, two boards at a time, rolled out with the grain.',
    marks: 'laps, and a stipple if it is worked too long',
  },
  pad: {
    label: 'with a pad',
    called: ['by pad', 'padded on'],
    lays: 0.6,
    pace: 0.8,
    sprays: false,
    use: 'A pad, evenly loaded, in long strokes that never stop on the face.',
    marks: 'a dry streak where it ran out',
  },
  squeegee: {
    label: 'with a squeegee',
    called: ['by squeegee', 'squeegeed'],
    lays: 1,
    pace: 1,
    sprays: false,
    use: 'A squeegee at 45° to the grain: into the pores, and the face scraped clean.',
    marks: 'ridges where it lifted',
  },
  knife: {
    label: 'with a knife',
    called: ['by knife', 'with a putty knife', 'knifed in', 'knifed'],
    lays: 1,
    pace: 1.5,
    sprays: false,
    use: 'A flexible knife, both ways over the grain; corners with a cloth over it.',
    marks: 'a scratch from its corner',
  },
  swab: {
    label: 'with a swab',
    called: ['by swab', 'with a cotton swab', 'with a fine brush'],
    lays: 1,
    pace: 6,
    sprays: false,
    use: 'A swab, on the spot alone; let it soak, blot it, look before more.',
    marks: 'a ring where it was too wet',
  },
  gun: {
    label: 'with the gun',
    called: ['by gun', 'with a gun', 'with a spray gun', 'gun'],
    lays: 1,
    pace: 0.7,
    sprays: true,
    use: 'The gun square to the face, half overlap, edges first.',
    marks: 'runs at edges, and dry spray far from the gun',
  },
  can: {
    label: 'from a spray can',
    called: ['from the spray can', 'from a can', 'from the can', 'with a spray can'],
    lays: 0.5,
    pace: 1.2,
    sprays: true,
    use: 'The can shaken two minutes, 25 cm off, half overlap; no thinning.',
    marks: 'spatter from a nozzle that was not cleared',
  },
  nozzle: {
    label: 'from its nozzle',
    called: ['from the nozzle', 'from its bottle in runs'],
    lays: 1,
    pace: 1,
    sprays: false,
    use: 'From its nozzle in runs, spread at once with plastic, and not gone back to.',
    marks: 'white bloom where it was thick',
  },
};

/** Of a coat, what its applicator has to suit. */
export interface Coated {
  is: Traits;
  carrier: Carrier;
  /** It is wiped off, or worked into the grain. */
  method: string | undefined;
}

/** What a spray can is filled with by its maker. */
const isCanned = ({ is }: Coated): boolean => is.clear || is.seals || is.tones || is.hides;

/** Pairs that go wrong, with the reason. The first that holds is said. Common practice. */
const FORBIDDEN: readonly {
  with: readonly Applicator[];
  on: (coat: Coated) => boolean;
  because: string;
}[] = [
  {
    with: APPLICATORS,
    on: ({ is }) => is.takesOff !== null || is.rubsOut,
    because: 'Nothing is put on: a rag or paper takes it off.',
  },
  {
    with: APPLICATORS.filter((a) => a !== 'gun' && a !== 'can'),
    on: ({ is }) => is.tones,
    because: 'A toner is sprayed: under a brush or a rag its colour stands in streaks.',
  },
  { with: ['gun', 'can'], on: ({ is }) => is.fills, because: 'A filler is worked into the pores: it is not sprayed.' },
  { with: ['gun', 'can'], on: ({ is }) => is.stands, because: 'A gel is too thick for a gun.' },
  { with: ['gun', 'can'], on: ({ is }) => is.powders, because: 'A powdering glaze is brushed into dents and corners.' },
  { with: ['gun', 'can'], on: ({ is }) => is.last, because: 'Wax is rubbed on.' },
  { with: ['gun', 'can'], on: ({ is }) => is.bleaches, because: 'Bleach is never sprayed: it burns eyes and lungs.' },
  {
    with: ['gun', 'can', 'bristle'],
    on: ({ is }) => is.reacts,
    because: 'Iron eats metal, and natural bristle turns black in it: nylon.',
  },
  { with: ['can'], on: (coat) => !isCanned(coat), because: 'It does not come in a spray can.' },
  {
    with: ['squeegee'],
    on: ({ is, method }) => !is.fills && method !== 'in-grain',
    because: 'A squeegee is for paste that is pressed into the grain.',
  },
  {
    with: ['knife'],
    on: ({ is, method }) => !is.fills && method !== 'in-grain',
    because: 'A knife is for what is pressed into the grain.',
  },
  {
    with: ['nozzle'],
    on: ({ is, carrier }) => !(is.clear && carrier === 'solvent'),
    because: 'Only glue goes on from its nozzle.',
  },
  { with: ['foam'], on: ({ carrier, is }) => carrier === 'solvent' && !is.dyes, because: 'Lacquer dissolves foam.' },
  { with: ['foam', 'roller', 'sponge'], on: ({ is }) => is.last, because: 'Wax is rubbed on with a pad or a cloth.' },
  {
    with: ['sponge'],
    on: ({ carrier }) => carrier !== 'water',
    because: 'A sponge is for water: oil and solvent eat it.',
  },
  { with: ['sponge'], on: ({ is }) => is.builds || is.seals, because: 'A sponge leaves a film in bubbles.' },
  {
    with: ['roller'],
    on: ({ carrier }) => carrier === 'solvent' || carrier === 'alcohol',
    because: 'It dries on the roller before it lies flat.',
  },
  {
    with: ['roller'],
    on: ({ is }) => is.powders || is.fills,
    because: 'A roller does not reach into pores and corners.',
  },
  { with: ['rag'], on: ({ is }) => is.hides, because: 'Paint that is wiped on does not cover.' },
  {
    with: ['rag', 'pad'],
    on: ({ is, carrier }) => is.clear && carrier === 'solvent',
    because: 'Lacquer drags under a cloth: it is sprayed, or brushed if it is made for that.',
  },
];

/** Why a coat cannot be put on with it, in a sentence; null where it can. */
export const cannotPutOn = (applicator: Applicator, coat: Coated): string | null =>
  FORBIDDEN.find((pair) => pair.with.includes(applicator) && pair.on(coat))?.because ?? null;
