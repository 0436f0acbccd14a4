import type { Task } from '../work/work.ts';
import { dayOnPaper, type PaperCard } from './card.ts';

const clockText = (at: number): string =>
  new Date(at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
const RAGS = 'Rags and waste: spread flat outdoors, or under water in a closed metal can.';

/** The list of a day on paper: what is done when, to be ticked. */
export function dayCard(day: number, planned: readonly { task: Task; start: number; end: number }[]): PaperCard {
  const minutes = planned.reduce((sum, p) => sum + (p.end - p.start) / 60_000, 0);
  return {
    name: `day-${new Date(day).toLocaleDateString('sv-SE')}`,
    blocks: [
      {
        kind: 'title',
        text: dayOnPaper(day),
        beside: `${planned.length === 1 ? 'one task' : `${planned.length} tasks`}, ${Math.round(minutes)} min of work`,
      },
      ...(planned.length === 0
        ? [{ kind: 'text', text: 'Nothing is planned for this day.' } as const]
        : [
            {
              kind: 'ticks',
              rows: planned.map(({ task, start, end }) => ({
                what: `${clockText(start)}  ${task.title}`,
                beside: `${Math.round((end - start) / 60_000)} min`,
                below: [
                  task.said && task.coat === 1 ? task.said : '',
                  `${task.item.name}, job ${task.item.job.number}.`,
                  task.first.length > 0 ? `First: ${task.first.join(', ').toLowerCase()}.` : '',
                  ...task.cautions,
                  task.rags ? RAGS : '',
                ]
                  .filter(Boolean)
                  .join(' '),
              })),
            } as const,
          ]),
    ],
  };
}
