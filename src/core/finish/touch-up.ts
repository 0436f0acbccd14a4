import { isBlank, type Layer, type Stack, traitsOf } from '../layers/layer.ts';

/** What happens to a finished surface, by how deep it goes. */
export const DAMAGES = {
  scuff: 'A scratch in the clear',
  scratch: 'A scratch to the wood',
  through: 'Rubbed or sanded through',
  chip: 'A dent or a chip',
  replaced: 'A piece replaced',
} as const;
export type Damage = keyof typeof DAMAGES;

/** One step of a repair: what is done, and of which layer something is mixed for it. */
export interface RepairStep {
  what: string;
  how: string;
  /** Index of the layer whose mix is used; null where nothing is. */
  layer: number | null;
  /** Its mix, times as strong as it was. */
  strength: number;
}
export interface TouchUp {
  steps: RepairStep[];
  /** How far the last coats go. */
  reach: 'the spot' | 'the surface, to its next edge' | 'the piece';
}

/** Bare and broken wood drinks more than sanded wood did. */
const WEAK = 0.5;

const step = (what: string, how: string, layer: number | null = null, strength = 1): RepairStep => ({
  what,
  how,
  layer,
  strength,
});

const TRY = step(
  'Try it first',
  'Do all of it on the retained board, scratched in the same way: a repair is a colour match of its own.',
);
const CLEAN = step(
  'Clean',
  'Wax, polish and skin grease off with a rag and the mildest thinner that does not touch the finish; a hidden place first. Nothing holds on silicone.',
);

type Placed = { layer: Layer; index: number };
const putOn = (stack: Stack): Placed[] =>
  stack.flatMap((layer, index) =>
    isBlank(layer) || traitsOf(layer).takesOff || traitsOf(layer).rubsOut ? [] : [{ layer, index }],
  );

/** How the colour of a layer is brought back on a spot. */
function colourOnSpot({ layer, index }: Placed): RepairStep[] {
  const is = traitsOf(layer);
  if (is.bleaches || is.conditions || is.fills)
    return is.fills
      ? [step('Fill', 'Only what is open: a little on a fingertip, the rest wiped off at once.', index)]
      : [];
  if (is.coloursWood && !is.wiped)
    return [
      step(
        'Colour the wood',
        'Weak, on the tip of a fine brush or a barely damp pad, from the middle outwards; let it dry, wet it with spirits to see it as it will be, and again until it is right. Too dark cannot be taken back.',
        index,
        WEAK,
      ),
    ];
  if (is.hides)
    return [step('Cover', 'Thin, stippled with a nearly dry brush, feathered past the edge of the spot.', index)];
  if (is.tones)
    return [
      step(
        'Tone',
        'In the clear, a breath at a time with an airbrush or a nearly dry brush, beyond the spot.',
        index,
        WEAK,
      ),
    ];
  if (is.wiped || is.glazes || is.powders)
    return [
      step(
        'Bring the colour back',
        'On a nearly dry brush, in strokes of the grain; what lies beside the spot is wiped off at once.',
        index,
      ),
    ];
  return [];
}

/** What is put on again over a repaired spot, and how far. */
function clearOver(clears: readonly Placed[], feeds: boolean): RepairStep[] {
  const last = clears.at(-1);
  if (!last) return [];
  return feeds
    ? [
        step(
          'Feed it again',
          'A thin coat over the surface, wiped dry; on the next day once more if it looks starved.',
          last.index,
        ),
      ]
    : [
        step(
          'Fill it flush',
          'Drop by drop from a fine brush, a little proud; a day between, longer where it stays soft.',
          last.index,
        ),
        step(
          'Level',
          'A small block and the finest paper that cuts, wet where the film allows it, kept inside the spot.',
        ),
        step(
          'Even the sheen',
          'Rub the surface to the sheen of the rest, or give it a last coat to its next edge: a spot alone stays in sight.',
          last.index,
        ),
      ];
}

/**
 * How a finish is mended: from the layers it was made of. Common practice, no source; the sheets of the products go before it.
 * @param stack as it was put on
 */
export function touchUp(stack: Stack, damage: Damage): TouchUp {
  const on = putOn(stack);
  const isClear = ({ layer }: Placed) => {
    const { builds, seals, protects, feeds, last, tones, hides } = traitsOf(layer);
    return (builds || seals || protects || feeds || last) && !tones && !hides;
  };
  const clears = on.filter(isClear);
  const top = clears.at(-1);
  const feeds = top !== undefined && (traitsOf(top.layer).feeds || traitsOf(top.layer).last);
  const over = clearOver(clears, feeds);
  const seal = on.find(({ layer }) => traitsOf(layer).seals);
  const below = (placed: Placed) => on.slice(0, on.indexOf(placed));
  if (damage === 'scuff')
    return {
      steps: [
        CLEAN,
        ...(feeds
          ? [step('Rub', 'With the grain and the finest pad, until the scratch no longer catches a nail.')]
          : []),
        ...over,
      ],
      reach: feeds ? 'the spot' : 'the surface, to its next edge',
    };
  if (damage === 'replaced')
    return {
      steps: [
        step(
          'Choose the wood',
          'From the same tree if there is one, its grain and its raw colour like its neighbours’; what is newer is paler than what has aged.',
        ),
        TRY,
        ...on.map(({ layer, index }) =>
          step(
            traitsOf(layer).bleaches ? 'Bleach it as the others were' : 'As the others were made',
            'On an offcut of the new piece first, held beside the old one when it is dry.',
            index,
          ),
        ),
        step(
          'Bring it to its neighbours',
          'What still differs is toned or glazed over the seal, on the new piece and, a breath of it, on those beside it.',
        ),
      ],
      reach: 'the piece',
    };
  const colour = on.filter((p) => !isClear(p)).flatMap(colourOnSpot);
  const sealed = seal
    ? [step('Seal the spot', 'One thin coat of it: what follows must not soak in where the wood is open.', seal.index)]
    : [];
  // The seal lies where it lay: over what is in the wood, under what is on it.
  const inWood = new Set(seal ? below(seal).map((p) => p.index) : []);
  const [first, then] = [
    colour.filter((s) => s.layer !== null && inWood.has(s.layer)),
    colour.filter((s) => s.layer === null || !inWood.has(s.layer)),
  ];
  const open =
    damage === 'scratch'
      ? [step('Open it', 'A fine blade along the scratch, nothing wider: loose finish out, its edge laid down.')]
      : damage === 'chip'
        ? [
            step(
              'Raise or fill',
              'Where the wood is only pressed in and bare: a damp cloth and a hot iron’s tip. What is gone is filled with hard filler of the ground’s colour, a shade paler, and levelled.',
            ),
          ]
        : [
            step(
              'Feather it',
              'The finest paper on a block, from the sound film down to the bare place, so that no edge is felt.',
            ),
          ];
  return {
    steps: [TRY, CLEAN, ...open, ...first, ...sealed, ...then, ...over],
    reach: damage === 'through' ? 'the surface, to its next edge' : 'the spot',
  };
}
