import { useMemo } from 'react';
import { DAYLIGHT } from '../../../core/colour/lights.ts';
import { materialsOf } from '../../../record/shelf/materials.ts';
import type { JobSummary } from '../../../shared/job.ts';
import type { Shelf } from '../../../shared/shelf.ts';
import { fieldsAsRead } from '../../hooks/looks.ts';
import { BoardPicture } from './BoardPicture.tsx';

/** The best board of a job, raw and finished, under its target. */
export function BestBoard({ job, shelf }: { job: JobSummary; shelf: Shelf }) {
  const { best, target } = job;
  const wood = best && shelf.species.find((s) => s.id === best.speciesId);
  const fields = useMemo(
    () => (best && wood ? fieldsAsRead(wood, Float64Array.from(best.reading), materialsOf(shelf)) : []),
    [best, wood, shelf],
  );
  const seen = useMemo(() => target && { seen: Float64Array.from(target) }, [target]);
  if (!wood) return null;
  return (
    <div style={{ background: 'var(--work)', padding: 10, width: 'min(320px, 100%)' }}>
      <BoardPicture wood={wood} seed={job.number} fields={fields} target={seen} light={DAYLIGHT} height={84} />
    </div>
  );
}
