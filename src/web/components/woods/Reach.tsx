import { LinearProgress } from '@mui/material';
import { useMemo } from 'react';
import type { Reach as Reached } from '../../../core/match/reach.ts';
import type { BoardModel } from '../../../record/job/bench.ts';
import { reachQuestion } from '../../../record/job/reach.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { type MatcherWork, useSolved } from '../../hooks/matcher.ts';
import { ErrorMessage } from '../ErrorMessage.tsx';
import { Pile, Row, Text } from '../layout.tsx';
import { againstText } from '../numbers.ts';
import { Miss } from '../Told.tsx';
import { useTold } from '../use-told.ts';

const MOST_COLOURS = 3;
const MOST_HELPS = 5;

/** Whether this wood can be brought to the target with this shelf, before any recipe; else what stops it and what would help. */
export function ReachPanel({ bench, model }: { bench: OpenBench; model: BoardModel }) {
  const { tolerance } = bench.job;
  const { words, bare } = useTold();
  const question = useMemo(() => reachQuestion(bench, model), [bench, model]);
  const work = useMemo(
    (): MatcherWork<Reached> | null =>
      question && ((matcher) => matcher.reach(question.problem, tolerance, MOST_COLOURS, question.helps)),
    [question, tolerance],
  );
  const { answer, error } = useSolved(work);
  if (!model.target) return null;
  const named = (id: string) => bench.materials.colourants[id]?.name ?? id;
  return (
    <Pile as="section" aria-label="Can it be reached?" gap="close">
      <h2>Can it be reached?</h2>
      <ErrorMessage error={error} />
      {!question && <div>The shelf has no colour to try it with.</div>}
      {question && !answer && !error && <LinearProgress aria-label="Trying the shelf on this wood" />}
      {answer && (
        <>
          <Row gap="near" align="baseline">
            <Text className={words ? '' : 'figure'} strong size={words ? 'title' : 'great'} data-testid="reach">
              <Miss of={answer.nearest} figures={againstText(answer.nearest, tolerance)} />
            </Text>
            <Text as="b" size="title">
              {answer.reaches ? 'Yes, by the model' : 'Not with a dye and a clear'}
            </Text>
          </Row>
          <div className="soft">
            nearest{!words && ' ΔE00'} with {answer.colours.map(named).join(', ') || 'no colour'}
            {model.rawKnown ? '' : ', on the wood’s usual colour: this board is not read yet'}
          </div>
          {answer.reasons.map((reason) => (
            <div key={reason} className="note">
              {reason}
            </div>
          ))}
          {!answer.reaches && (
            <div>
              {answer.helps.length > 0 ? (
                <>
                  What would help:
                  {answer.helps.slice(0, MOST_HELPS).map(({ what, deltaE }) => (
                    <Row key={what} gap="near" padTop="hair">
                      <Text as="b" className={words ? '' : 'mono'} width={words ? 160 : 56}>
                        {words ? bare(deltaE) : againstText(deltaE, tolerance)}
                      </Text>
                      {what}
                    </Row>
                  ))}
                </>
              ) : (
                `Nothing that was tried brings it nearer than ${bare(answer.nearest)}.`
              )}
            </div>
          )}
        </>
      )}
    </Pile>
  );
}
