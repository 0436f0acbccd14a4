import { useMemo } from 'react';
import { DAYLIGHT } from '../../../core/colour/lights.ts';
import { materialsOf } from '../../../record/shelf/materials.ts';
import type { JobSummary } from '../../../shared/job.ts';
import type { Shelf, SpeciesRecord } from '../../../shared/shelf.ts';
import { fieldsAsRead } from '../../hooks/looks.ts';
import { Area } from '../layout.tsx';
import { BoardPicture } from './BoardPicture.tsx';

/** The best board of a job, raw and finished, under its target. */
export function BestBoard({ job, wood, shelf }: { job: JobSummary; wood: SpeciesRecord; shelf: Shelf }) {
  const { best, target } = job;
  const fields = useMemo(
    () => (best ? fieldsAsRead(wood, Float64Array.from(best.reading), materialsOf(shelf)) : []),
    [best, wood, shelf],
  );
  const seen = useMemo(() => target && { seen: Float64Array.from(target) }, [target]);
  return (
    <Area on="work" pad="close" width="min(320px, 100%)">
      <BoardPicture wood={wood} seed={job.number} fields={fields} target={seen} light={DAYLIGHT} height={84} />
    </Area>
  );
}
