import { partsOf } from '../../core/mix/index.ts';
import type { Bench } from '../job/bench.ts';
import type { Leftover } from '../work/hand-over.ts';
import type { Block, PaperCard } from './card.ts';

/** Labels for what is left, on one page to be cut up: what it is, for what, in which parts, since when. */
export function leftoversCard({ job, materials }: Bench, left: readonly Leftover[], today: string): PaperCard {
  return {
    name: `leftovers-${job.number}`,
    blocks: [
      { kind: 'title', text: 'Labels of what is left', beside: `${job.customer}, job ${job.number}` },
      ...left.flatMap(({ name, colours }): Block[] => {
        const used = Object.entries(colours).filter(([, strength]) => strength > 0);
        const parts = partsOf(used.map(([, strength]) => strength));
        return [
          { kind: 'heading', text: name },
          {
            kind: 'pairs',
            rows: [
              ['mixed by', `${today}, job ${job.number}`],
              ['in parts', used.map(([id], i) => `${parts[i]} ${materials.colourants[id]?.name ?? id}`).join(' : ')],
            ],
          },
        ];
      }),
      {
        kind: 'caution',
        text: 'Never in a drinking vessel. What has its hardener in it is not kept. The labels of its tins hold for the mix.',
      },
    ],
  };
}
