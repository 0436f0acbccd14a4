import { Autocomplete, Button, TextField } from '@mui/material';
import { useState } from 'react';
import { boardName, onTheWall } from '../../../record/board/plank.ts';
import { woodNamed } from '../../../record/board/wood.ts';
import type { Board } from '../../../shared/board.ts';
import { BRACKET_LETTERS } from '../../../shared/bracket.ts';
import { standBracket } from '../../../shared/contract/brackets.ts';
import { change } from '../../hooks/api.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { useNextId } from '../../hooks/new-id.ts';
import { usePersistentState } from '../../hooks/persistent-state.ts';
import { ErrorMessage, sentenceOf } from '../ErrorMessage.tsx';
import { Pile, Row } from '../layout.tsx';

/** Fewer are no choice, more nobody sees at once. */
const [LEAST, MOST] = [2, 4];

/** Boards of the job that have something to show, to be stood beside each other. */
export function NewBracketForm({ bench }: { bench: OpenBench }) {
  const [typed, setTyped, forget] = usePersistentState<{ board: string; says: string }[]>(
    `bracket/${bench.job.number}`,
    [],
  );
  const [refused, setRefused] = useState<string | null>(null);
  const id = useNextId();
  const boards = bench.job.woods.flatMap((wood) =>
    onTheWall(wood)
      .filter((b) => b.recipe !== null)
      .map((board: Board) => ({
        id: board.id,
        label: `${woodNamed(bench.shelf, wood)}, ${boardName(board).toLowerCase()}`,
      })),
  );
  if (boards.length < LEAST)
    return (
      <p className="soft">A bracket wants two boards with layers: plan them under Boards, as lighter, on and darker.</p>
    );
  const chosen = typed.flatMap(({ board }) => boards.find((b) => b.id === board) ?? []);
  const stand = async () => {
    try {
      await change(standBracket, { job: bench.job.id }, { id: id.next(), boards: typed });
      id.kept();
      forget();
      setRefused(null);
    } catch (trouble) {
      setRefused(sentenceOf(trouble));
    }
  };
  return (
    <Pile as="section" aria-label="Another bracket" className="noprint" gap="near" top>
      <h2>{bench.job.brackets.length > 0 ? 'Another bracket' : 'A bracket'}</h2>
      <Autocomplete
        multiple
        options={boards}
        getOptionLabel={(b) => b.label}
        getOptionKey={(b) => b.id}
        isOptionEqualToValue={(p, q) => p.id === q.id}
        getOptionDisabled={() => typed.length >= MOST}
        value={chosen}
        onChange={(_, now) =>
          setTyped((before) =>
            now.slice(0, MOST).map(({ id: board }) => before.find((b) => b.board === board) ?? { board, says: '' }),
          )
        }
        renderInput={(params) => <TextField {...params} label="Boards, two to four" />}
      />
      {typed.length >= LEAST && (
        <Row gap="near" wrap>
          {typed.map(({ board, says }, i) => (
            <TextField
              key={board}
              label={`${BRACKET_LETTERS[i]} is`}
              placeholder={['lighter', 'on', 'darker', ''][i]}
              value={says}
              onChange={(e) =>
                setTyped((before) => before.map((b) => (b.board === board ? { ...b, says: e.target.value } : b)))
              }
              slotProps={{ htmlInput: { maxLength: 40 } }}
              sx={{ width: 180 }}
            />
          ))}
        </Row>
      )}
      <ErrorMessage error={refused} />
      <div>
        <Button disabled={typed.length < LEAST} onClick={() => void stand()}>
          Stand them beside each other
        </Button>
      </div>
    </Pile>
  );
}
