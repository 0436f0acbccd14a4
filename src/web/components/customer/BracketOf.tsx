import { Button } from '@mui/material';
import { useState } from 'react';
import { Link as RouterLink } from 'react-router';
import { labOf } from '../../../core/colour/lab.ts';
import { boardCode } from '../../../record/board/codes.ts';
import { finishedMean, isDone } from '../../../record/board/stages.ts';
import type { KeptBracket, OpenedAddress } from '../../../shared/bracket.ts';
import { approveBoard } from '../../../shared/contract/approvals.ts';
import { openBracket, shutBracket } from '../../../shared/contract/brackets.ts';
import { reviseTarget } from '../../../shared/contract/jobs.ts';
import { change, useHouse } from '../../hooks/api.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { useNextId } from '../../hooks/new-id.ts';
import { Area, Columns, Pile, PlainLink, Row, Text } from '../layout.tsx';
import { momentText } from '../moment.ts';
import { QrCode } from '../QrCode.tsx';
import { useAttempt, useToast } from '../Toast.tsx';
import { type BracketBoard, BracketBoards, boardsOfBracket, bracketName } from './BracketBoards.tsx';

/** A bracket: its boards, how the customer sees them, and what was chosen. */
export function BracketOf({ bench, bracket }: { bench: OpenBench; bracket: KeptBracket }) {
  const boards = boardsOfBracket(bench, bracket);
  return (
    <Pile as="section" aria-label={`Bracket of ${momentText(bracket.createdAt)}`} gap="near" top>
      <Area on="work" pad="near">
        <BracketBoards bench={bench} of={boards} height={170} />
        <Columns of={`repeat(${boards.length}, minmax(0, 1fr))`} gap="none">
          {boards.map((board) => (
            <Text key={board.id} as="div" strong size="lead">
              {bracketName(board)}
              {bracket.answer?.board === board.id && ' ✓'}
            </Text>
          ))}
        </Columns>
        <Text as="div" size="small">
          A screen, or paper, cannot show this exactly: see the boards.
        </Text>
      </Area>
      {bracket.answer ? (
        <Answered bench={bench} boards={boards} answer={bracket.answer} />
      ) : (
        <Shown bench={bench} bracket={bracket} />
      )}
    </Pile>
  );
}

/** How a bracket is shown: the screen turned round, printed, or by an address over the shop's network. */
function Shown({ bench, bracket }: { bench: OpenBench; bracket: KeptBracket }) {
  const { data: house } = useHouse();
  const [opened, setOpened] = useState<OpenedAddress | null>(null);
  const attempt = useAttempt();
  const open = () => attempt(async () => setOpened(await change(openBracket, { bracket: bracket.id }, {})));
  const shut = () =>
    attempt(async () => {
      await change(shutBracket, { bracket: bracket.id });
      setOpened(null);
    });
  return (
    <>
      <Row className="noprint" gap="near" wrap>
        <Button
          variant="contained"
          color="primary"
          component={RouterLink}
          to={`/jobs/${bench.job.number}/choice/${bracket.id}`}
        >
          Turn the screen round
        </Button>
        <Button onClick={() => window.print()}>Print it</Button>
        {house?.customers ? (
          <Button onClick={() => void open()}>
            {bracket.openUntil ? 'Another address' : 'An address for a telephone'}
          </Button>
        ) : (
          <span className="soft">
            Over the shop’s network: <PlainLink to="/house">let customers in under House</PlainLink> first.
          </span>
        )}
        {bracket.openUntil && <Button onClick={() => void shut()}>Shut the address</Button>}
      </Row>
      {bracket.openUntil && !opened && (
        <div className="soft">An address shows it until {momentText(bracket.openUntil)}; it is not told again.</div>
      )}
      {opened && bracket.openUntil && (
        <Row gap="far" align="center" wrap>
          <QrCode text={opened.address} size={190} />
          <div>
            <div className="mono" data-testid="address">
              {opened.address}
            </div>
            <p className="soft">
              For one answer, until {momentText(opened.until)}, on the shop’s network: it shows these boards and nothing
              else.
            </p>
          </div>
        </Row>
      )}
    </>
  );
}

/** What the customer chose, and what comes of it: an approval, or a target. */
function Answered({
  bench,
  boards,
  answer,
}: {
  bench: OpenBench;
  boards: readonly BracketBoard[];
  answer: NonNullable<KeptBracket['answer']>;
}) {
  const say = useToast();
  const attempt = useAttempt();
  const id = useNextId();
  const taking = useNextId();
  const chosen = boards.find((b) => b.id === answer.board);
  if (!chosen) return <p>They chose a board that is gone.</p>;
  const { board, wood } = chosen.model;
  const mean = finishedMean(board);
  const approve = () =>
    attempt(async () => {
      await change(
        approveBoard,
        { board: board.id },
        { id: id.next(), words: answer.words, customer: answer.initials },
      );
      id.kept();
      say({ text: 'Approved, as the customer chose it.' });
    });
  const aim = () =>
    attempt(async () => {
      const reading = mean
        ? { source: 'typed' as const, lab: labOf(mean) }
        : { source: 'words' as const, from: { kind: 'board' as const, board: board.id }, moves: [] };
      await change(
        reviseTarget,
        { job: bench.job.number },
        {
          revision: bench.job.revision,
          why: `the customer chose ${bracketName(chosen)}`,
          reading: { takingId: taking.next(), ...reading },
        },
      );
      taking.kept();
      say({ text: 'It is the target now; the one before is kept.' });
    });
  return (
    <>
      <Row gap="near" align="baseline" wrap>
        <Text as="b" size="large" data-testid="chosen">
          They chose {bracketName(chosen)}
        </Text>
        {answer.words && <span>“{answer.words}”</span>}
        <span className="soft">
          {answer.initials}, {momentText(answer.answeredAt)}
        </span>
      </Row>
      <Row className="noprint" gap="near" wrap>
        {isDone(board) ? (
          <Button variant="contained" color="primary" onClick={() => void approve()}>
            Approve it with their initials
          </Button>
        ) : (
          <Button
            variant="contained"
            color="primary"
            component={RouterLink}
            to={`../boards?board=${chosen.model.code}`}
          >
            Make it
          </Button>
        )}
        <Button onClick={() => void aim()}>Make it the target</Button>
        <Button component={RouterLink} to={`../verdict?board=${boardCode(wood.code, board.number)}`}>
          Its verdict
        </Button>
      </Row>
    </>
  );
}
