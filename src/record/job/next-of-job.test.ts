import { describe, expect, it } from 'vitest';
import { nextStepOf } from './next-of-job.ts';

describe('the next step of a job', () => {
  const wood = (speciesId: string, boards: number, deltaE: number | null) => ({
    code: speciesId,
    speciesId,
    name: speciesId[0]?.toUpperCase() + speciesId.slice(1),
    boards,
    deltaE,
    toJudge: 0,
    accepted: false,
  });
  const next = (woods: ReturnType<typeof wood>[], target: number[] | null = [0.2]) =>
    nextStepOf({ target, woods, tolerance: 1 });
  it('is the target, then the woods', () => {
    expect(next([], null)).toEqual({ what: 'Read the target', to: 'target' });
    expect(next([])).toEqual({ what: 'Choose the woods', to: 'woods' });
  });
  it('is to finish what is begun, then to bring the farthest nearer, then to plan what is not begun', () => {
    const [begun, near, far, fresh] = [
      wood('ash', 1, null),
      wood('oak', 2, 1.4),
      wood('birch', 3, 14.9),
      wood('beech', 0, null),
    ];
    expect(next([near, far, begun, fresh])).toEqual({ what: 'Finish the board of ash', to: 'boards?wood=ash' });
    expect(next([near, far, fresh])).toEqual({ what: 'Bring birch nearer', to: 'verdict?wood=birch' });
    expect(next([wood('oak', 2, 0.4), fresh])).toEqual({ what: 'Plan a board of beech', to: 'layers?wood=beech' });
    expect(next([wood('oak', 2, 1)])).toEqual({ what: 'Every wood passes', to: 'verdict' });
  });
});
