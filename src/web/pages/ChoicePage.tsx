import { Button, LinearProgress, TextField } from '@mui/material';
import { useState } from 'react';
import { Link as RouterLink, useParams } from 'react-router';
import { answerBracket } from '../../shared/contract/brackets.ts';
import { BracketBoards, boardsOfBracket, bracketName } from '../components/customer/BracketBoards.tsx';
import { ErrorMessage, sentenceOf } from '../components/ErrorMessage.tsx';
import { Columns, Pile, Text } from '../components/layout.tsx';
import { NothingHere } from '../components/NothingHere.tsx';
import { change } from '../hooks/api.ts';
import { type OpenBench, useBench } from '../hooks/bench.ts';
import { usePersistentState } from '../hooks/persistent-state.ts';

/** The bracket with the screen turned round: what the customer sees and answers, and nothing else of the shop. */
export function ChoicePage() {
  const { bracketId } = useParams();
  const { bench, error } = useBench();
  if (error) return <NothingHere>{error.message}</NothingHere>;
  if (!bench) return <LinearProgress aria-label="Fetching the boards" />;
  return <ChoiceOf key={bracketId} bench={bench} id={bracketId ?? ''} />;
}

function ChoiceOf({ bench, id }: { bench: OpenBench; id: string }) {
  const bracket = bench.job.brackets.find((b) => b.id === id);
  const [typed, setTyped, forget] = usePersistentState(`choice-of/${id}`, { board: '', words: '', initials: '' });
  const [refused, setRefused] = useState<string | null>(null);
  if (!bracket) return <NothingHere>There is no such bracket.</NothingHere>;
  const boards = boardsOfBracket(bench, bracket);
  const { answer } = bracket;
  const back = `/jobs/${bench.job.number}/bracket`;
  if (answer)
    return (
      <main className="choice">
        <h1>Thank you.</h1>
        <Button component={RouterLink} to={back}>
          Back to the shop
        </Button>
      </main>
    );
  const say = async () => {
    try {
      await change(answerBracket, { bracket: id }, typed);
      forget();
    } catch (trouble) {
      setRefused(sentenceOf(trouble));
    }
  };
  return (
    <main className="choice">
      <Text as="h1">Which of these?</Text>
      <p>{bench.job.piece}. A screen cannot show this exactly: see the boards.</p>
      <BracketBoards bench={bench} of={boards} height={300} />
      <Columns of={`repeat(${boards.length}, minmax(0, 1fr))`} gap="none">
        {boards.map((board) => (
          <Button
            key={board.id}
            size="large"
            aria-pressed={typed.board === board.id}
            variant={typed.board === board.id ? 'contained' : 'outlined'}
            color="secondary"
            onClick={() => setTyped((now) => ({ ...now, board: board.id }))}
          >
            {bracketName(board)}
          </Button>
        ))}
      </Columns>
      {typed.board && (
        <Pile gap="near" top>
          <TextField
            label="What would you like to say about it?"
            multiline
            minRows={2}
            value={typed.words}
            onChange={(e) => setTyped((now) => ({ ...now, words: e.target.value }))}
            slotProps={{ htmlInput: { maxLength: 300 } }}
          />
          <TextField
            label="Your initials"
            value={typed.initials}
            onChange={(e) => setTyped((now) => ({ ...now, initials: e.target.value }))}
            slotProps={{ htmlInput: { maxLength: 12 } }}
          />
          <ErrorMessage error={refused} />
          <div className="choices">
            <Button variant="contained" color="primary" size="large" onClick={() => void say()}>
              This one
            </Button>
            <Button component={RouterLink} to={back}>
              Not now
            </Button>
          </div>
        </Pile>
      )}
    </main>
  );
}
