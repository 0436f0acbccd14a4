import { deltaE00 } from '../../core/colour/ciede2000.ts';
import { labOf } from '../../core/colour/lab.ts';
import { DAYLIGHT, LIGHT_NAMES } from '../../core/colour/lights.ts';
import { KINDS } from '../../core/kinds/index.ts';
import { partsOf } from '../../core/mix/index.ts';
import type { Tools } from '../../core/mix/measure.ts';
import { type UnitSystem, volumeText } from '../../core/mix/said.ts';
import { layerLine } from '../../core/said/sentence.ts';
import { coatsOf, type DryingAir } from '../../core/time/coats.ts';
import type { Recipe } from '../../shared/board.ts';
import { recordCode } from '../board/codes.ts';
import { boardName } from '../board/plank.ts';
import { potOf } from '../board/poured.ts';
import { finishedMean, stackAsMade, stageMean } from '../board/stages.ts';
import { stepLines } from '../board/step-lines.ts';
import { cautionsOf } from '../job/approval.ts';
import type { Bench, BoardModel } from '../job/bench.ts';
import { boardFields } from '../job/fields.ts';
import { faceOf, paintingOf } from '../job/painting.ts';
import { keptWaits } from '../job/rules.ts';
import { mixSheet } from '../work/mixing.ts';
import { type Block, onPaper, type PaperCard, waitText } from './card.ts';

/** What a card goes by beside the record. */
export interface CardHouse {
  units: UnitSystem;
  tools: Tools | undefined;
  drying: DryingAir;
}

/** A board's picture on paper, in pixels: three to a millimetre. */
const PICTURE = [1080, 240] as const;

/** The board with all its steps, as it is retained. */
export const pictureBlock = (bench: Bench, model: BoardModel): Block => ({
  kind: 'picture',
  face: faceOf(model.species, { seed: model.seed, texture: model.preparation.texture }, PICTURE),
  painting: paintingOf({ fields: boardFields(bench, model), target: model.target, light: DAYLIGHT }),
  says: 'Raw at the left, finished at the right; expected above, measured below, the target along the top. Paper cannot show it exactly: the board does.',
});

/** What is poured for each layer: in parts, and as it is measured. */
function formula(bench: Bench, model: BoardModel, recipe: Recipe, house: CardHouse): Block[] {
  const steps = mixSheet(bench, model, recipe, { system: house.units, tools: house.tools, drying: house.drying });
  return recipe.stack.flatMap((layer, i): Block[] => {
    const pours = steps.flatMap((s) => (s.stage === i + 1 && s.pour ? [{ title: s.title, pour: s.pour }] : []));
    const parts = partsOf(pours.map((p) => p.pour.grams));
    const line: Block = { kind: 'text', text: `${i + 1}. ${layerLine(layer, bench.materials)}` };
    if (pours.length === 0) return [line];
    const { litres } = potOf(recipe, i + 1, bench.materials);
    return [
      line,
      {
        kind: 'table',
        head: ['', 'parts', `in ${volumeText(litres, house.units)}`],
        rows: pours.map(({ title, pour }, k) => [title, String(parts[k]), pour.said]),
      },
    ];
  });
}

/** When each coat went on, in which air, and how long it waited; as planned where nobody noted it. */
function schedule({ board }: BoardModel, { drying }: CardHouse): Block {
  const stack = stackAsMade(board);
  const waits = keptWaits(board, stack.length);
  const usual = coatsOf(stack, drying);
  const lines = stepLines(stack.length, board.cut);
  return {
    kind: 'table',
    head: ['layer', 'put on', 'air', 'waited', 'begins at'],
    rows: stack.map((layer, i) => {
      const coat = board.coats.find((c) => c.stage === i + 1);
      const { temperature, humidity } = coat?.conditions ?? {};
      const air = [temperature != null && `${temperature} °C`, humidity != null && `${humidity} %`]
        .filter(Boolean)
        .join(', ');
      const wait = waits[i];
      const planned = usual.filter((c) => c.layer === i).reduce((sum, c) => sum + c.wait, 0);
      return [
        KINDS[layer.kind].label,
        coat?.putOnAt ? onPaper(coat.putOnAt) : 'not noted',
        air || '-',
        wait == null ? `usually ${waitText(planned)}` : waitText(wait),
        `${lines[i + 1]} mm`,
      ];
    }),
  };
}

/** What an instrument read of each stage; nothing where none did. */
function readings({ job }: Bench, model: BoardModel): Block[] {
  const { board, target } = model;
  const stack = stackAsMade(board);
  const rows = [0, ...stack.map((_, i) => i + 1)].flatMap((stage) => {
    const mean = stageMean(board, stage);
    if (!mean) return [];
    const lab = labOf(mean);
    const last = stage === stack.length && target && !target.bySight;
    const count = board.readings.filter((r) => r.stage === stage).length;
    const off = last ? deltaE00(labOf(target.reflectance), lab).toFixed(1) : '';
    return [[stage === 0 ? 'raw' : `after layer ${stage}`, ...lab.map((v) => v.toFixed(1)), String(count), off]];
  });
  const lights = Object.entries(job.lights).flatMap(([light, share]) =>
    light === 'D65' || share > 0 ? [LIGHT_NAMES[light as keyof typeof LIGHT_NAMES]] : [],
  );
  const judged = board.judged
    ? `${board.judged.accepted ? 'Accepted' : 'Rejected'} ${board.judged.words}`.trim()
    : null;
  return [
    ...(rows.length > 0
      ? [{ kind: 'table', head: ['read', 'L*', 'a*', 'b*', 'readings', 'off, dE00'], rows } as const]
      : [{ kind: 'text', text: 'No instrument read it.' } as const]),
    {
      kind: 'pairs',
      rows: [
        ['tolerance', `dE00 ${job.tolerance}`],
        ['lights', lights.join(', ') || 'daylight'],
        ...(judged ? ([['judged', judged]] as const) : []),
      ],
    },
  ];
}

/** What is kept with a board: its picture, how it was made, what was read of it, and its code. */
export function retainCard(bench: Bench, model: BoardModel, recipe: Recipe, house: CardHouse): PaperCard {
  const { job } = bench;
  const { board, code } = model;
  const approval = job.approvals.findLast((a) => a.boardId === board.id);
  const cautions = cautionsOf(bench, board);
  return {
    name: `retain-${job.number}-${code}`,
    blocks: [
      {
        kind: 'title',
        text: `${job.customer}: ${model.name.toLowerCase()}, ${boardName(board).toLowerCase()}`,
        beside: [
          job.piece,
          job.retainPlace ? `hangs: ${job.retainPlace}` : '',
          finishedMean(board) ? '' : 'not read',
          approval ? `approved ${onPaper(approval.approvedAt)}, ${approval.hash.slice(0, 8)}` : '',
        ]
          .filter(Boolean)
          .join('. '),
        code: recordCode(job.number, code),
      },
      pictureBlock(bench, model),
      { kind: 'heading', text: 'Formula' },
      ...formula(bench, model, recipe, house),
      { kind: 'heading', text: 'As it was made' },
      schedule(model, house),
      { kind: 'heading', text: 'As it was read' },
      ...readings(bench, model),
      ...cautions.map((text): Block => ({ kind: 'caution', text })),
    ],
  };
}
