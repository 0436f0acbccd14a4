import { Button, Menu, MenuItem, TextField } from '@mui/material';
import { useState } from 'react';
import type { BoardModel } from '../../../record/job/bench.ts';
import { changeBoard } from '../../../shared/contract/boards.ts';
import { change } from '../../hooks/api.ts';
import { usePersistentState } from '../../hooks/persistent-state.ts';
import { momentText } from '../moment.ts';
import { useAttempt } from '../Toast.tsx';

interface Props {
  model: BoardModel;
  /** It is what the page is for; on a verdict that was measured it stands beside that. */
  main?: boolean;
}

/** What ends a board at one tap, whatever its figures are. */
const SAID_SO = ['Good enough', 'The customer says yes'] as const;
/** Why a board is rejected, where nothing was typed. */
const REASONS = [
  'The colour is off',
  'Blotchy',
  'The grain is lost',
  'The sheen is off',
  'Streaks, runs or dust',
  'Damaged',
] as const;
const saidWith = (phrase: string, words: string) => (words ? `${phrase}: ${words}` : phrase);

/** A board whose coats are on is accepted or rejected in words, read or not; what was said can be taken back. */
export function JudgeBoard({ model: { board }, main = true }: Props) {
  const [words, setWords, forget] = usePersistentState(`judged/${board.id}`, '');
  const [asked, setAsked] = useState<HTMLElement | null>(null);
  const attempt = useAttempt();
  const say = (judged: { accepted: boolean; words: string } | null) =>
    attempt(async () => {
      await change(changeBoard, { board: board.id }, { version: board.version, judged });
      forget();
    });
  const { judged } = board;
  if (judged)
    return (
      <section aria-label="Judged" className="judged">
        <b data-testid="judged">{judged.accepted ? '✓ Accepted' : '✕ Rejected'}</b>
        {judged.words && <span>“{judged.words}”</span>}
        <span className="soft">
          {momentText(judged.at)}
          {judged.person ? `, ${judged.person}` : ''}
        </span>
        <Button className="noprint" size="small" onClick={() => void say(null)}>
          Take it back
        </Button>
      </section>
    );
  return (
    <section aria-label="Judge it" className="noprint pile">
      <TextField
        label="In your words"
        placeholder="a touch too red by the window"
        value={words}
        onChange={(e) => setWords(e.target.value)}
        slotProps={{ htmlInput: { maxLength: 300 } }}
      />
      <div className="choices">
        <Button
          {...(main ? { variant: 'contained', color: 'primary' } : {})}
          onClick={() => void say({ accepted: true, words: words.trim() })}
        >
          Accept it
        </Button>
        {SAID_SO.map((phrase) => (
          <Button key={phrase} onClick={() => void say({ accepted: true, words: saidWith(phrase, words.trim()) })}>
            {phrase}
          </Button>
        ))}
        <Button
          onClick={(e) =>
            words.trim() ? void say({ accepted: false, words: words.trim() }) : setAsked(e.currentTarget)
          }
        >
          Reject it
        </Button>
        <Menu anchorEl={asked} open={asked !== null} onClose={() => setAsked(null)}>
          {REASONS.map((words) => (
            <MenuItem key={words} onClick={() => void say({ accepted: false, words })}>
              {words}
            </MenuItem>
          ))}
        </Menu>
      </div>
    </section>
  );
}
