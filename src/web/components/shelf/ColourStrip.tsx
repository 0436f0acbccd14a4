import { useMemo } from 'react';
import { DAYLIGHT } from '../../../core/colour/lights.ts';
import { showingOf } from '../../../record/shelf/showing.ts';
import type { ColourantRecord, Shelf } from '../../../shared/shelf.ts';
import { BoardPicture } from '../board/BoardPicture.tsx';
import { Area } from '../layout.tsx';

const NAMES = ['weak', 'middling', 'strong'];
/** All strips are cut from the same board, so that only the colour differs. */
const SEED = 7;

/** A colour shows itself as everything here does: on wood, at three strengths. Nothing while it has no profile. */
export function ColourStrip({
  colourant,
  shelf,
  height,
}: {
  colourant: ColourantRecord;
  shelf: Shelf;
  height: number;
}) {
  const showing = useMemo(() => showingOf(shelf, colourant), [shelf, colourant]);
  const fields = useMemo(
    () =>
      showing?.looks.map((expected, i) => ({ label: `${colourant.name} ${NAMES[i]}`, expected, measured: null })) ?? [],
    [showing, colourant.name],
  );
  if (!showing) return null;
  return (
    <Area on="work" pad={height > 60 ? 'far' : 'hair'}>
      <BoardPicture wood={showing.wood} seed={SEED} fields={fields} target={null} light={DAYLIGHT} height={height} />
    </Area>
  );
}
