import { screenColour } from '../../core/colour/display.ts';
import { DAYLIGHT } from '../../core/colour/lights.ts';
import { unlessRefused } from '../../core/field-error.ts';
import { careOf } from '../../core/finish/care.ts';
import { sheenText } from '../../core/finish/finish.ts';
import { HOUR } from '../../core/time/air.ts';
import { coatsOf } from '../../core/time/coats.ts';
import { recordCode } from '../board/codes.ts';
import { stackAsMade } from '../board/stages.ts';
import { type Bench, type BoardModel, promisedLooks } from '../job/bench.ts';
import { type Block, dayOnPaper, type PaperCard, waitText } from './card.ts';
import type { CardHouse } from './retain-card.ts';

/** Years after which the colour is shown. */
const YEARS = [0, 2, 10, 30] as const;

/** How the colour is expected to go with the years, indoors; nothing where it is not foreseen. */
function years(bench: Bench, model: BoardModel): Block[] {
  const stack = stackAsMade(model.board);
  const colours = YEARS.flatMap((after) => {
    const look = unlessRefused(() => promisedLooks(bench, model, stack, { years: after }))?.at(-1);
    if (!look) return [];
    return [{ says: after === 0 ? 'new' : `after ${after} years`, rgb: screenColour(look.seen, DAYLIGHT).rgb }];
  });
  return colours.length < YEARS.length
    ? []
    : [
        { kind: 'heading', text: 'How its colour will change' },
        { kind: 'strip', colours },
        {
          kind: 'text',
          quiet: true,
          text: 'Expected of a room with windows and no sun on the wood. Sunlight is quicker; what stands on it leaves its shape. Paper cannot show it exactly.',
        },
      ];
}

/** What the customer takes home: when it may be used, how it is kept, how it will change; nothing of how it was made. */
export function handOverCard(bench: Bench, model: BoardModel, house: CardHouse): PaperCard {
  const { job } = bench;
  const stack = stackAsMade(model.board);
  const last = coatsOf(stack, house.drying).at(-1);
  const on = model.board.coats.find((c) => c.stage === stack.length)?.putOnAt;
  const { keep, mend } = careOf(stack);
  const when = (hours: number) =>
    on ? dayOnPaper(Date.parse(on) + hours * HOUR) : `${waitText(hours)} after the last coat`;
  const { sheen } = model.board.finish;
  return {
    name: `hand-over-${job.number}-${model.code}`,
    blocks: [
      {
        kind: 'title',
        text: job.piece,
        beside: [`${job.customer}, ${model.name.toLowerCase()}`, sheen === undefined ? '' : sheenText(sheen)]
          .filter(Boolean)
          .join('. '),
        code: recordCode(job.number, model.code),
      },
      ...(last
        ? ([
            {
              kind: 'pairs',
              rows: [
                ['in use, with care, from', when(last.drying.use)],
                ['fully hard', when(last.drying.cure)],
              ],
            },
            {
              kind: 'text',
              quiet: true,
              text: 'Until then: no cloths, no hot cups, nothing heavy left standing. The label of the last coat goes before these times.',
            },
          ] as const)
        : []),
      ...(job.customerNote ? [{ kind: 'text', text: job.customerNote } as const] : []),
      { kind: 'heading', text: 'How to keep it' },
      ...keep.map((text): Block => ({ kind: 'text', text })),
      { kind: 'heading', text: 'If it is damaged' },
      { kind: 'text', text: mend },
      ...years(bench, model),
    ],
  };
}
