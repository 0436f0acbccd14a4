import type { PredictionInput } from '../../shared/prediction.ts';
import type { ScriptedShelf } from './asked.ts';
import { exampleInput } from './prediction.ts';

/** A whole input of each command, to start from. */
export const EXAMPLES: Readonly<Record<string, (shelf: ScriptedShelf) => unknown>> = {
  predict: (shelf) => exampleInput(shelf),
  said: (shelf) => layersOf(shelf),
  mix: (shelf) => ({ ...layersOf(shelf), volume: '500 ml', tool: '0.01 g' }),
  times: (shelf) => ({ ...layersOf(shelf), air: { celsius: 16, humidity: 65 } }),
  rules: (shelf) => ({
    ...layersOf(shelf),
    air: { celsius: 18, humidity: 55 },
    house: { schools: { 'dark-oil': 'long', family: 'mixed' }, tools: ['scale', 'extraction'] },
    job: { area: 1.2, zones: ['face', 'edge'], sunlit: false },
  }),
  plan: () => ({
    begin: nextMonday(),
    hours: [
      ...Array.from({ length: 5 }, () => [
        { from: 8, to: 12 },
        { from: 13, to: 17 },
      ]),
      null,
      null,
    ],
    people: 1,
    places: [
      { name: 'Shop', room: 20, air: null },
      { name: 'Warm cupboard', room: 4, air: { temperature: 28, humidity: 35 } },
    ],
    boards: ['oak-1', 'oak-2'].map((board, i) => ({
      board,
      due: i === 0 ? dayAfter(nextMonday(), 4) : null,
      chain: [
        { title: 'Conditioner', minutes: 15, window: { opens: 0.25, shuts: 2 } },
        { title: 'Stain', minutes: 25, dries: 12, carrier: 'oil' },
        { title: 'Varnish, coat 1', minutes: 20, dries: 12, carrier: 'oil' },
        { title: 'Varnish, coat 2', minutes: 20, dries: 12, carrier: 'oil' },
        { title: 'Judge it', minutes: 10 },
      ],
    })),
  }),
};

/** The layers of the example of a prediction, with no more than every command takes. */
function layersOf(shelf: ScriptedShelf): object {
  const { wood, preparation, layers, materials }: PredictionInput = exampleInput(shelf);
  const used = [...Object.keys(materials?.colourants ?? {}), ...Object.keys(materials?.mediums ?? {})];
  const facts = Object.fromEntries(used.flatMap((id) => (shelf.facts[id] ? [[id, shelf.facts[id]]] : [])));
  return { wood: typeof wood === 'string' ? wood : wood.id, preparation, layers, facts };
}

const dayAfter = (day: string, days: number): string => {
  const at = new Date(`${day}T12:00:00Z`);
  at.setUTCDate(at.getUTCDate() + days);
  return at.toISOString().slice(0, 10);
};
function nextMonday(): string {
  const today = new Date().toISOString().slice(0, 10);
  return dayAfter(today, (8 - new Date(`${today}T12:00:00Z`).getUTCDay()) % 7 || 7);
}
