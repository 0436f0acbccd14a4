import type { Shelf } from '../../../shared/shelf.ts';
import { useNextBoards } from '../../hooks/api.ts';
import { Area, PlainLink, Text } from '../layout.tsx';
import { strengthText } from '../numbers.ts';
import { useTold } from '../use-told.ts';

/** The ladder boards that would teach most, with what each gains. */
export function NextBoardsList({ shelf }: { shelf: Shelf }) {
  const told = useTold();
  const rungs = shelf.colourants.reduce((sum, c) => sum + c.rungs.length, 0);
  const { data } = useNextBoards(rungs);
  if (!data || data.boards.length === 0) return null;
  return (
    <Area as="section" aria-label="Next ladder boards" padBottom="apart">
      <div className="note">
        <h2>The next board that teaches most</h2>
        {data.boards.map(({ colourantId, strength, dark, gain }, i) => {
          const colour = shelf.colourants.find((c) => c.id === colourantId);
          return (
            <Text as="div" key={`${colourantId}/${strength}/${dark}`} strong={i === 0}>
              <PlainLink to={`?colour=${colourantId}`}>{colour?.name ?? colourantId}</PlainLink>{' '}
              <span className="mono">{strengthText(strength, colour)}</span>
              {dark ? ' on a dark board' : ' on a pale board'}: {data.forJobs ? 'the open jobs' : 'usual mixes'}{' '}
              foreseen{' '}
              {told.words
                ? gain < 0.5
                  ? 'a little'
                  : told.bare(gain)
                : `${gain < 0.01 ? 'under 0.01' : gain.toFixed(2)} ΔE00`}{' '}
              nearer
            </Text>
          );
        })}
      </div>
    </Area>
  );
}
