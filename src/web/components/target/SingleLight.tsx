import { useMemo } from 'react';
import { rawMean } from '../../../core/board/wood.ts';
import { unlessRefused } from '../../../core/field-error.ts';
import { partingUnder } from '../../../core/judge/single-light.ts';
import { nth } from '../../../core/known.ts';
import { onTheShelf } from '../../../record/shelf/materials.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { deltaText } from '../numbers.ts';

/** What it costs that a target is known as L*a*b* alone, on the woods of the job, or of the shelf before there are any. */
export function SingleLight({ bench }: { bench: OpenBench }) {
  const { job, shelf, target } = bench;
  const parting = useMemo(() => {
    if (!target) return null;
    const own = shelf.species.filter((s) => job.woods.some((w) => w.speciesId === s.id));
    const woods = own.length > 0 ? own : onTheShelf(shelf.species);
    return unlessRefused(() => partingUnder(target.reflectance, woods.map(rawMean), ['A', 'LED']));
  }, [target, shelf.species, job.woods]);
  return (
    <div className="note">
      Known as L*a*b* of one light only.
      {parting &&
        ` Boards that match it in daylight can lie ΔE00 ${deltaText(nth(parting, 0))} apart under a lamp, ${deltaText(nth(parting, 1))} under white LED: bring the object and read it, or look there before it is approved.`}
    </div>
  );
}
