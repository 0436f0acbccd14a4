import { useMemo } from 'react';
import { boardCode } from '../../../record/board/codes.ts';
import { type Descent, descentsOf, lineOf } from '../../../record/notebook/lineage.ts';
import { materialsOf } from '../../../record/shelf/materials.ts';
import type { Shelf } from '../../../shared/shelf.ts';
import { useFaults, useJob } from '../../hooks/api.ts';
import { namingOf } from '../layers/layer-words.ts';
import { PlainLink, Text } from '../layout.tsx';

/** What a recipe began with, in words. */
export const beganWith = ({ from, after, wood }: Pick<Descent, 'from' | 'after' | 'wood'>): string =>
  after
    ? `began with ${after.code}, ${after.how === 'adapted' ? 'solved anew' : after.how}`
    : from
      ? `after ${boardCode(wood.code, from.number)}`
      : 'began anew';

/** Where the recipe of a board came from: board by board what was changed, and what was said of each. */
export function Lineage({ job: number, board, shelf }: { job: number; board: string; shelf: Shelf }) {
  const { data: job } = useJob(String(number));
  const { data: faults } = useFaults();
  const line = useMemo(
    () => job && lineOf(descentsOf(job, namingOf(materialsOf(shelf)), faults), board),
    [job, faults, shelf, board],
  );
  if (!line || line.length === 0) return null;
  return (
    <section aria-label="Where it came from">
      <h3>Where it came from</h3>
      <ol className="lines">
        {line.map((descent) => (
          <li key={descent.board.id}>
            <PlainLink to={`/jobs/${number}/boards?board=${boardCode(descent.wood.code, descent.board.number)}`}>
              {boardCode(descent.wood.code, descent.board.number)}
            </PlainLink>
            , {descent.from ? descent.changed.join('; ') || 'the same again' : beganWith(descent)}
            {descent.said.map((words) => (
              <Text key={words} as="div" className="soft">
                “{words}”
              </Text>
            ))}
          </li>
        ))}
      </ol>
    </section>
  );
}
