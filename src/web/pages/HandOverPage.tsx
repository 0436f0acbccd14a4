import { Button } from '@mui/material';
import { useState } from 'react';
import { boardName } from '../../record/board/plank.ts';
import { isDone } from '../../record/board/stages.ts';
import { dayOnPaper, type PaperCard } from '../../record/cards/card.ts';
import { handOverCard } from '../../record/cards/hand-over-card.ts';
import { leftoversCard } from '../../record/cards/leftovers-card.ts';
import { boardModel } from '../../record/job/bench.ts';
import { leftoversOf, piecesCounted } from '../../record/work/hand-over.ts';
import { patternOf } from '../../record/work/work.ts';
import { changeJob } from '../../shared/contract/jobs.ts';
import { usePaper } from '../components/boards/OnPaper.tsx';
import { Pile, PlainLink, Row, Text } from '../components/layout.tsx';
import { momentText } from '../components/moment.ts';
import { useAttempt, useToast } from '../components/Toast.tsx';
import { CountedPieces } from '../components/work/CountedPieces.tsx';
import { HandOverDetails } from '../components/work/HandOverDetails.tsx';
import { Leftovers } from '../components/work/Leftovers.tsx';
import { WorkNav } from '../components/work/WorkNav.tsx';
import { change, useHouse } from '../hooks/api.ts';
import { useOpenBench } from '../hooks/bench.ts';
import { useDrying } from '../hooks/rules.ts';
import { shopNow } from '../hooks/shop-clock.ts';

/** One line of the list: whether it is done, what it is. */
function Line({ done, children }: { done: boolean; children: React.ReactNode }) {
  return (
    <Row gap="near" align="baseline" line padTop="close" padBottom="close">
      <Text as="b" width={24}>
        {done ? '✓' : '–'}
      </Text>
      <Text grow>{children}</Text>
    </Row>
  );
}

/** The end of a job: pieces counted, cards, the retained board, what is left, and what the customer is told. */
export function HandOverPage() {
  const bench = useOpenBench();
  const { units = 'metric', bench: tools } = useHouse().data ?? {};
  const drying = useDrying(bench);
  const paper = usePaper();
  const say = useToast();
  const attempt = useAttempt();
  const [busy, setBusy] = useState(false);
  const { job, shelf } = bench;
  const counted = piecesCounted(bench);
  const [all, done] = [counted.reduce((sum, p) => sum + p.count, 0), counted.reduce((sum, p) => sum + p.done, 0)];
  const rejected = counted.reduce((sum, p) => sum + p.rejected, 0);
  const left = leftoversOf(bench, tools?.spare ?? 0);
  const finished = job.woods.flatMap((wood) => {
    const board = patternOf(job, wood, shelf)?.board;
    return board && isDone(board) ? (boardModel(bench, wood, board) ?? []) : [];
  });
  const save = (card: PaperCard) => {
    setBusy(true);
    void attempt(async () => (await import('../paper/pdf.ts')).saveCard(card, paper)).finally(() => setBusy(false));
  };
  const handOver = (handedOver: boolean) =>
    attempt(async () => {
      const { version } = await change(changeJob, { job: job.number }, { version: job.version, handedOver });
      if (handedOver)
        say({
          text: 'Handed over.',
          undo: () => change(changeJob, { job: job.number }, { version, handedOver: false }),
        });
    });
  return (
    <>
      <WorkNav />
      <div className="plate columns halves">
        <Pile as="section" aria-label="Hand-over" gap="close" top>
          <Row gap="near" between align="start">
            <h2>{job.piece}</h2>
            {job.handedOverAt === null && (
              <Button
                className="noprint"
                variant="contained"
                color="primary"
                sx={{ flex: 'none' }}
                onClick={() => void handOver(true)}
              >
                Handed over
              </Button>
            )}
          </Row>
          {job.handedOverAt && (
            <Row gap="near">
              <b data-testid="handed-over">Handed over {momentText(job.handedOverAt)}</b>
              <Button className="noprint" size="small" onClick={() => void handOver(false)}>
                Not yet after all
              </Button>
            </Row>
          )}
          <Line done={all > 0 && done === all}>
            <b data-testid="pieces-counted">
              {done} of {all} pieces
            </b>{' '}
            are finished{rejected > 0 && `, ${rejected} rejected`}. Count them again as they go.
          </Line>
          {counted.length > 0 && <CountedPieces counted={counted} />}
          <Line done={finished.length > 0}>
            {finished.length === 0 ? (
              <>
                No board passes yet: the card for the customer comes of one.{' '}
                <PlainLink to="../verdict">To the verdict</PlainLink>
              </>
            ) : (
              <Row gap="close" wrap>
                Card for the customer:
                {finished.map((model) => (
                  <Button
                    key={model.code}
                    className="noprint"
                    disabled={busy}
                    onClick={() => save(handOverCard(bench, model, { units, tools, drying }))}
                  >
                    {model.name}
                  </Button>
                ))}
              </Row>
            )}
          </Line>
          <Line done={job.retainPlace !== ''}>
            {job.retainPlace === ''
              ? 'Say where the retained board hangs.'
              : `Retained: ${finished.map((m) => `${boardName(m.board).toLowerCase()} of ${m.name.toLowerCase()}`).join(', ') || 'the board'}, ${job.retainPlace}.`}
          </Line>
          <Line done={left.length > 0 && left.every((l) => l.kept)}>
            <Leftovers job={job} left={left} labels={() => save(leftoversCard(bench, left, dayOnPaper(shopNow())))} />
          </Line>
          <Line done={job.customerNote !== ''}>
            {job.customerNote === '' ? 'Nothing is noted for the customer.' : job.customerNote}
          </Line>
        </Pile>
        <Pile gap="near" top className="noprint">
          <h2>Retained board and note</h2>
          <HandOverDetails key={job.id} job={job} />
          <Row>
            <Button onClick={() => window.print()}>Print the list</Button>
          </Row>
        </Pile>
      </div>
    </>
  );
}
