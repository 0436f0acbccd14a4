import { useMemo } from 'react';
import { screenColour } from '../../../core/colour/display.ts';
import type { Spectrum } from '../../../core/colour/grid.ts';
import type { Lab } from '../../../core/colour/lab.ts';
import type { Light } from '../../../core/colour/lights.ts';
import { reflectanceFromLab } from '../../../core/colour/reconstruct.ts';
import { unlessRefused } from '../../../core/field-error.ts';
import { withoutGloss } from '../../../core/optics/surface.ts';
import { seedOf } from '../../../record/board/codes.ts';
import { materialsOf } from '../../../record/shelf/materials.ts';
import type { Noted } from '../../../shared/notebook.ts';
import type { Shelf } from '../../../shared/shelf.ts';
import { fieldsAsRead } from '../../hooks/looks.ts';
import { BoardPicture } from '../board/BoardPicture.tsx';
import { Area } from '../layout.tsx';

/** A colour that is sought, as it is shown; null where no surface is so. */
export const spectrumOf = ({ lab, grid }: { lab: Lab | null; grid: readonly number[] | null }): Spectrum | null =>
  grid ? Float64Array.from(grid) : (lab && unlessRefused(() => reflectanceFromLab(lab))) || null;

/** A thing of the notebook as a board: raw wood, then its colour; under the colour that is sought, where one is. */
export function NotedPicture({
  noted,
  sought,
  shelf,
  light,
  height,
}: {
  noted: Noted;
  sought: Spectrum | null;
  shelf: Shelf;
  light: Light;
  height: number;
}) {
  const { lab, grid, speciesId, job, board, id } = noted;
  const wood = shelf.species.find((s) => s.id === speciesId);
  const colour = useMemo(() => spectrumOf({ lab, grid }), [lab, grid]);
  const fields = useMemo(() => (wood ? fieldsAsRead(wood, colour, materialsOf(shelf)) : []), [wood, colour, shelf]);
  const target = useMemo(() => sought && { seen: withoutGloss(sought) }, [sought]);
  if (!wood)
    return (
      <Area
        height={height}
        colour={colour ? screenColour(withoutGloss(colour), light).css : undefined}
        frame={colour ? undefined : 'dashed'}
      />
    );
  const seed = seedOf(job && board ? `${job.number}-${board.code}` : id);
  return <BoardPicture wood={wood} seed={seed} fields={fields} target={target} light={light} height={height} />;
}
