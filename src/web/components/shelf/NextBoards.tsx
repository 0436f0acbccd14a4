import { Link as RouterLink } from 'react-router';
import type { Shelf } from '../../../shared/shelf.ts';
import { useNextBoards } from '../../hooks/api.ts';
import { strengthText } from '../numbers.ts';

/** The ladder boards that would teach most, with what each gains. */
export function NextBoardsList({ shelf }: { shelf: Shelf }) {
  const rungs = shelf.colourants.reduce((sum, c) => sum + c.rungs.length, 0);
  const { data } = useNextBoards(rungs);
  if (!data || data.boards.length === 0) return null;
  return (
    <section aria-label="Next ladder boards" className="note" style={{ marginBottom: 18 }}>
      <h2 style={{ marginTop: 0 }}>The next board that teaches most</h2>
      {data.boards.map(({ colourantId, strength, dark, gain }, i) => {
        const colour = shelf.colourants.find((c) => c.id === colourantId);
        return (
          <div key={`${colourantId}/${strength}/${dark}`} style={{ fontWeight: i === 0 ? 700 : 400 }}>
            <RouterLink to={`?colour=${colourantId}`} style={{ color: 'inherit' }}>
              {colour?.name ?? colourantId}
            </RouterLink>{' '}
            <span className="mono">{strengthText(strength, colour?.kind ?? 'dye')}</span>
            {dark ? ' on a dark board' : ' on a pale board'}: {data.forJobs ? 'the open jobs' : 'usual mixes'} foreseen{' '}
            <span className="mono">{gain < 0.01 ? 'under 0.01' : gain.toFixed(2)}</span> ΔE00 nearer
          </div>
        );
      })}
    </section>
  );
}
