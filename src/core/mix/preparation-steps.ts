import type { Degree, OldFilm, Preparation, Texture } from '../board/preparation.ts';
import type { Carrier } from '../kinds/index.ts';
import { conditionerWindow } from '../time/drying.ts';
import { hoursOf, type Prepared, type Step, step } from './step.ts';

/** What is done to a face beside sanding it: how, until what is seen, and with which care. Common practice, no source. */
interface FaceWork {
  title: string;
  how: string;
  /** By how far it is taken, where that is said. */
  until: Readonly<Record<Degree, string>>;
  cautions: readonly string[];
  /** Minutes on a square metre. */
  minutes: number;
}
const FACE_WORK: Readonly<Record<Exclude<Texture, 'plain'>, FaceWork>> = {
  scraped: {
    title: 'Scrape',
    how: 'With a sharp card scraper along the grain, after the last paper: shavings, no dust.',
    until: { light: 'Once over.', usual: 'Until no scratch is left.', heavy: 'Until it is felt: soft hollows stay.' },
    cautions: ['The edge of a scraper cuts, and heats up.'],
    minutes: 20,
  },
  brushed: {
    title: 'Wire-brush',
    how: 'Along the grain, never across; then a nylon brush, and the dust out of the grain.',
    until: {
      light: 'Until the grain is felt.',
      usual: 'Until the soft wood stands below the hard.',
      heavy: 'Until a nail sinks between the rings.',
    },
    cautions: ['Wires fly: eye protection. Brass or stainless where tannin would turn steel black.'],
    minutes: 25,
  },
  blasted: {
    title: 'Blast',
    how: 'From a hand’s length, the nozzle always moving along the grain; then all of the grit out of the pores.',
    until: {
      light: 'Until it is dull all over.',
      usual: 'Until the soft wood is blown out.',
      heavy: 'Until the grain stands like ribs.',
    },
    cautions: ['Blasting: supplied air or a closed cabinet, never sand with free silica; gloves, ears, eyes.'],
    minutes: 20,
  },
  charred: {
    title: 'Burn',
    how: 'The flame always moving, along the grain; loose char off with a brush along the grain when it is cold.',
    until: {
      light: 'Until the face is brown and the grain black.',
      usual: 'Until it is black all over, and brushed to the hard wood.',
      heavy: 'Until the char breaks into scales; only loose ones are brushed off.',
    },
    cautions: [
      'Open flame: outdoors, water at hand, no solvent, dust or rags near; look for embers an hour later. Local fire rules come first.',
    ],
    minutes: 30,
  },
  distressed: {
    title: 'Distress',
    how: 'Chain, awl and a bag of screws, more of it where hands and feet go, never in rows.',
    until: {
      light: 'A few marks that are found only when looked for.',
      usual: 'As many as years of use would leave; dents hold glaze and show dark.',
      heavy: 'Marks on every face, worm holes by the awl in groups.',
    },
    cautions: ['Eye protection.'],
    minutes: 15,
  },
};
const WORKS_LONGER: Readonly<Record<Degree, number>> = { light: 0.6, usual: 1, heavy: 1.6 };

/** How an unknown old film is told: what softens it. Common practice. */
const SPOT_TEST =
  'A drop where nobody looks, a minute: alcohol softens shellac; lacquer thinner softens lacquer, and crinkles varnish; what neither touches is varnish or waterborne.';
const OLD_FILM: Readonly<Record<Exclude<OldFilm, 'unknown'>, string>> = {
  shellac: 'It is shellac: alcohol wakes it, so nothing with alcohol is wiped over it.',
  'oil varnish': 'It is oil varnish: scuffed it takes nearly everything; where in doubt shellac between.',
  lacquer: 'It is lacquer: its thinner wakes it, so nothing with lacquer thinner is wiped over it.',
  waterborne: 'It is waterborne: scuffed it takes water and, over shellac, oil.',
};

/** Minutes of sanding a square metre with each grit, and of easing edges. Common practice. */
const [SANDING, EDGES] = [15, 5];
/** Minutes of work on a square metre before anything goes on. */
export function preparationMinutes(of: Pick<Preparation, 'grits' | 'texture' | 'degree' | 'edges'>): number {
  const face = of.texture === 'plain' ? 0 : FACE_WORK[of.texture].minutes * WORKS_LONGER[of.degree ?? 'usual'];
  const edges = of.edges && of.edges !== 'as cut' ? EDGES : 0;
  return ((of.grits?.length ?? 0) + 1) * SANDING + face + edges;
}

/** Grain is raised with water where water comes next: under oil and alcohol nothing raises it. */
export const raisesGrain = ({ grainRaised }: Pick<Prepared, 'grainRaised'>, colour: Carrier): boolean =>
  grainRaised && colour === 'water';

const done = (what: string, title: string, detail: string, cautions: readonly string[] = []): Step =>
  step(0, what, { kind: 'do', title, detail, cautions });

function overOldFinish({ oldFilm = 'unknown' }: Prepared): Step[] {
  return [
    oldFilm === 'unknown'
      ? done('spot-test', 'What is the old finish?', SPOT_TEST, ['Alcohol and thinner: gloves, air, no flame.'])
      : done('old-film', `The old finish: ${oldFilm}`, OLD_FILM[oldFilm]),
    done(
      'wash',
      'Wash it',
      'With white spirit, then with a little soap in water; dry: wax and hands’ grease keep coats off.',
    ),
    done('scuff', 'Scuff the old finish', 'Dull all over, never through; wipe clean.', [
      'Dust of old coatings may hold lead: test first, and leave lead to certified people.',
    ]),
  ];
}

function ofFace({ texture = 'plain', degree = 'usual' }: Prepared): Step[] {
  if (texture === 'plain') return [];
  const { title, how, until, cautions } = FACE_WORK[texture];
  return [done('texture', degree === 'usual' ? title : `${title}, ${degree}`, `${how} ${until[degree]}`, cautions)];
}

function ofEdges({ edges, ends }: Prepared): Step[] {
  const steps: Step[] = [];
  if (edges === 'eased')
    steps.push(done('edges', 'Ease the edges', 'A pencil lead’s round: a sharp edge holds no coat.'));
  if (edges === 'rubbed through')
    steps.push(
      done(
        'edges',
        'Round the edges that are to be rubbed through',
        'Where hands go; they are rubbed through each coat later, until what is below shows.',
      ),
    );
  if (ends === 'finer grit')
    steps.push(done('ends', 'End grain finer', 'Two papers finer than the face: it then drinks less.'));
  if (ends === 'sealed first')
    steps.push(done('ends', 'Seal the end grain', 'Thin shellac or size on the ends alone, dry, before any colour.'));
  return steps;
}

function ofDust({ dust }: Prepared): Step[] {
  if (dust === 'tack cloth')
    return [done('dust', 'Tack cloth', 'Hardly pressed, once over: pressed it leaves wax under a water coat.')];
  if (dust === 'solvent wipe')
    return [
      done('dust', 'Wipe with spirits', 'Wet once over: it shows glue and scratches. Let it go dry, ten minutes.', [
        'Spirits: air, no flame; the rags flat outdoors.',
      ]),
    ];
  return [];
}

/** How the wood is made ready: the steps before the first layer. Common practice. */
export function preparationSteps(of: Prepared, colour: Carrier): Step[] {
  const { grit, grits = [], conditioner, preWet, oldFinish } = of;
  if (oldFinish) return [...overOldFinish(of), ...ofDust(of)];
  const steps = [
    done(
      'sand',
      grits.length > 0 ? `Sand ${[...grits, grit].join('-')}` : `Sand to ${grit}`,
      'With the grain, one grit on all of the face, dust off between grits.',
      ['Sanding dust: extraction and mask.'],
    ),
    ...ofFace(of),
    ...ofEdges(of),
  ];
  if (raisesGrain(of, colour))
    steps.push(
      done(
        'raise',
        'Raise the grain',
        `Wet with clean water, dry 30–45 min, knock down lightly with ${Math.max(grit, 180)} or finer.`,
      ),
      step(0, 'raised-dry', { kind: 'wait', title: 'Dry before knocking down', hours: hoursOf(45) }),
    );
  steps.push(...ofDust(of));
  if (conditioner) {
    const { opens, shuts } = conditionerWindow(colour);
    steps.push(
      done(
        'conditioner',
        'Conditioner',
        `Soak 5–10 min, wipe; then colour within ${Math.round(60 * opens)} min to ${shuts} h.`,
      ),
      step(0, 'conditioned', { kind: 'wait', title: 'Until the conditioner lets colour in', hours: opens }),
    );
  }
  if (preWet) steps.push(done('pre-wet', 'Wet the wood', 'Just before the dye, for an even take.'));
  return steps;
}
