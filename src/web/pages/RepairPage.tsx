import { Button, MenuItem, TextField } from '@mui/material';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { DAMAGES, type Damage } from '../../core/finish/touch-up.ts';
import { boardName } from '../../record/board/plank.ts';
import { stackAsMade } from '../../record/board/stages.ts';
import { woodNamed } from '../../record/board/wood.ts';
import { cautionsOf } from '../../record/job/approval.ts';
import { boardModel } from '../../record/job/bench.ts';
import { neighboursOf, partsOfWood, piecesAtWork } from '../../record/work/pieces.ts';
import { touchUpOf } from '../../record/work/touch-up.ts';
import { patternOf } from '../../record/work/work.ts';
import { Pile, PlainLink, Row, Text } from '../components/layout.tsx';
import { momentText } from '../components/moment.ts';
import { useTold } from '../components/use-told.ts';
import { RepairSteps } from '../components/work/RepairSteps.tsx';
import { WorkNav } from '../components/work/WorkNav.tsx';
import { useHouse } from '../hooks/api.ts';
import { useOpenBench } from '../hooks/bench.ts';
import { shopNow } from '../hooks/shop-clock.ts';

const FIRST: Damage = 'scratch';

/** How a piece of the job is mended, today or in years: from the record of the board it follows. */
export function RepairPage() {
  const bench = useOpenBench();
  const told = useTold();
  const { units = 'metric', bench: tools } = useHouse().data ?? {};
  const [params] = useSearchParams();
  const [damage, setDamage] = useState<Damage>(FIRST);
  const [chosen, setChosen] = useState<string | null>(null);
  const { job, shelf } = bench;
  const wood = job.woods.find((w) => w.code === params.get('wood')) ?? job.woods[0];
  const board = wood && (patternOf(job, wood, shelf)?.board ?? piecesAtWork(wood)[0]);
  const model = wood && board && boardModel(bench, wood, board);
  if (!wood || !model || !board?.recipe)
    return (
      <>
        <WorkNav />
        <div className="plate">
          There is nothing to mend by yet: a board of this wood with its layers is wanted.{' '}
          <PlainLink to="../boards">To the boards</PlainLink>
        </div>
      </>
    );
  const parts = partsOfWood(job, wood);
  const part = parts.find((p) => p.id === chosen) ?? parts[0];
  const beside = part ? neighboursOf(job, part) : [];
  const { steps, reach, gone, aged } = touchUpOf(bench, model, damage, {
    now: shopNow(),
    system: units,
    tools,
  });
  const stack = stackAsMade(board);
  const approval = job.approvals.findLast((a) => a.boardId === board.id);
  return (
    <>
      <WorkNav />
      <div className="plate columns parts">
        <Pile as="section" aria-label="Repair" gap="near" top>
          <Row gap="near" wrap>
            <TextField
              select
              label="What happened"
              value={damage}
              onChange={(e) => setDamage(e.target.value as Damage)}
              sx={{ minWidth: 240 }}
            >
              {(Object.keys(DAMAGES) as Damage[]).map((d) => (
                <MenuItem key={d} value={d}>
                  {DAMAGES[d]}
                </MenuItem>
              ))}
            </TextField>
            {part && parts.length > 1 && (
              <TextField select label="On" value={part.id} onChange={(e) => setChosen(e.target.value)}>
                {parts.map((p) => (
                  <MenuItem key={p.id} value={p.id}>
                    {p.name}
                  </MenuItem>
                ))}
              </TextField>
            )}
            <Button className="noprint" onClick={() => window.print()}>
              Print
            </Button>
          </Row>
          <h2>
            {DAMAGES[damage]}
            {part && `: ${part.name}`}
          </h2>
          <RepairSteps steps={steps} stack={stack} />
        </Pile>
        <Pile gap="far" top>
          <Pile as="section" aria-label="How far" gap="close">
            <h2>How far it goes</h2>
            <div>
              The last coats go over <b>{reach}</b>.
            </div>
            {beside.length > 0 ? (
              <div data-testid="beside">
                A repair never blends alone. Beside it in {part?.place}: <b>{beside.map((p) => p.name).join(', ')}</b>.
                Take the nearest of them in: the same last coat, and a breath of the colour where they meet.
              </div>
            ) : (
              <div>
                A repair never blends alone: take the pieces it touches into the last coat.{' '}
                <PlainLink to="../parts">Parts of one place</PlainLink> are named here.
              </div>
            )}
          </Pile>
          <Pile as="section" aria-label="By the record" gap="close">
            <h2>By the record</h2>
            <div>
              {boardName(board)} of {woodNamed(shelf, wood).toLowerCase()}, recipe {board.recipe.number}
              {approval && `, approved ${momentText(approval.approvedAt)}`}.
              {job.retainPlace && ` It hangs: ${job.retainPlace}.`}
            </div>
            {aged && (
              <div className="note" data-testid="aged">
                It is {aged.years < 1.5 ? `${Math.round(12 * aged.years)} months` : `${Math.round(aged.years)} years`}{' '}
                old and should be {told.bare(aged.deltaE)} from what it was
                {aged.words.length > 0 && `: ${aged.words.join(', ')}`}. Match what stands there, not the recipe.
              </div>
            )}
            {gone.length > 0 && (
              <div className="note">
                No longer as it was: {gone.join(', ')}. Make a rung of what stands in for it before it touches the
                piece.
              </div>
            )}
            {cautionsOf(bench, board).map((text) => (
              <Text as="div" key={text} size="small">
                {text}
              </Text>
            ))}
            <div className="soft">The data sheets of the products go before all of this.</div>
          </Pile>
        </Pile>
      </div>
    </>
  );
}
