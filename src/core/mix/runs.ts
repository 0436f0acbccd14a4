import { coatOfKey, partsOfKey, type Step } from './step.ts';

/** Coats of one layer that are put on one like the other: a line of a sheet, and a counter. */
export interface Run {
  /** The key of its first coat. */
  key: string;
  stage: number;
  coats: readonly Step[];
  /** All of its steps: the coats, and what is done between them. */
  steps: readonly Step[];
  /** What is done between two of them. */
  between: { hours: number; rub: Step | null };
}
export const isRun = (item: Step | Run): item is Run => 'coats' in item;

/** From so many coats on they are counted, not listed. */
const COUNTED = 3;

/** Between two coats, or a coat: not what follows the last, and not what is mixed before the first. */
const isOfRun = ({ key, afterLast = false }: Step): boolean =>
  !afterLast && /^(?:coat|rags|dry|rub)-\d+$/.test(partsOfKey(key).what);

/** The steps of a sheet with the coats of a run as one: as many lines as a sheet that is said has. */
export function withRuns(steps: readonly Step[]): (Step | Run)[] {
  const items: (Step | Run)[] = [];
  for (let at = 0; at < steps.length; ) {
    const first = steps[at] as Step;
    let end = at;
    while (end < steps.length && steps[end]?.stage === first.stage && isOfRun(steps[end] as Step)) end++;
    const own = steps.slice(at, end);
    const coats = own.filter(({ key }) => coatOfKey(key) !== null);
    if (coats.length >= COUNTED) {
      const dry = own.find(({ kind }) => kind === 'wait');
      const rub = own.find(({ key }) => partsOfKey(key).what.startsWith('rub-')) ?? null;
      items.push({
        key: (coats[0] as Step).key,
        stage: first.stage,
        coats,
        steps: own,
        between: { hours: dry?.hours ?? 0, rub },
      });
    } else items.push(...(own.length > 0 ? own : [first]));
    at = Math.max(end, at + 1);
  }
  return items;
}

/** The steps of a run that a coat stands on, with itself: what is ticked when that is on. */
export const upToCoat = ({ steps, coats }: Run, coat: number): readonly Step[] => {
  const key = coats[coat - 1]?.key;
  return steps.slice(0, steps.findIndex((s) => s.key === key) + 1);
};
