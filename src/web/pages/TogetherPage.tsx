import { Button, LinearProgress } from '@mui/material';
import { type ReactNode, useMemo } from 'react';
import { Link as RouterLink, useNavigate } from 'react-router';
import { passes } from '../../core/colour/difference.ts';
import { DAYLIGHT } from '../../core/colour/lights.ts';
import { nth } from '../../core/known.ts';
import type { MatchProblem } from '../../core/match/problem.ts';
import { onTheWall } from '../../record/board/plank.ts';
import { type BoardModel, boardModel, problemOf } from '../../record/job/bench.ts';
import type { BoardField } from '../../record/job/fields.ts';
import { ANYTHING, type Choice, openingsOf, simpleStack } from '../../record/job/openings.ts';
import { standingOf } from '../../record/job/standing.ts';
import { setDraft } from '../../shared/contract/jobs.ts';
import type { JobWood } from '../../shared/job.ts';
import { BoardPicture } from '../components/board/BoardPicture.tsx';
import { ErrorMessage } from '../components/ErrorMessage.tsx';
import { Pile, Row, Text } from '../components/layout.tsx';
import { againstText, colourText, percent, rangeText } from '../components/numbers.ts';
import { useAttempt } from '../components/Toast.tsx';
import { useTold } from '../components/use-told.ts';
import { change } from '../hooks/api.ts';
import { type OpenBench, useOpenBench } from '../hooks/bench.ts';
import { useBoardFields } from '../hooks/looks.ts';
import { useSearches } from '../hooks/matcher.ts';
import { usePersistentState } from '../hooks/persistent-state.ts';
import type { FoundRoads } from '../workers/matcher.ts';

/** A wood's board beside its words. */
function Compared({
  bench,
  model,
  fields,
  children,
}: {
  bench: OpenBench;
  model: BoardModel;
  fields: readonly BoardField[];
  children: ReactNode;
}) {
  return (
    <div className="woodrow">
      <BoardPicture
        wood={model.species}
        seed={model.seed}
        fields={fields}
        target={bench.target}
        light={DAYLIGHT}
        height={104}
      />
      <div>{children}</div>
    </div>
  );
}

/** The closest road of one wood as its board, with the recipe in a line. */
function WoodRow({ bench, model, found }: { bench: OpenBench; model: BoardModel; found: FoundRoads }) {
  const road = found.roads[0];
  const fields = useMemo(
    () => road?.looks.map((expected, i) => ({ label: `${i}`, expected, measured: null })) ?? [],
    [road],
  );
  const go = useNavigate();
  const attempt = useAttempt();
  if (!road) return null;
  const take = () =>
    attempt(async () => {
      await change(setDraft, { wood: model.wood.id }, { version: model.wood.draftVersion, stack: road.stack });
      await go(`../layers?wood=${model.wood.code}`);
    });
  return (
    <Compared bench={bench} model={model} fields={fields}>
      <Row gap="near" align="baseline">
        <Text as="b" size="lead">
          {model.species.name}
        </Text>
        <Text className="mono" size="large" strong>
          {rangeText(road.range)}
        </Text>
        <span>
          passes {Math.round(road.chance * 100)} in 100, grain {percent(road.clarity)}
        </span>
      </Row>
      <Row className="mono small" wrap>
        {road.stack.flatMap((layer, i) =>
          Object.entries(layer.colours).map(([id, strength]) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a layer is known by its place in the stack
            <Text key={`${i}/${id}`} nowrap>
              {colourText(bench.materials, id, strength)}
            </Text>
          )),
        )}
      </Row>
      {found.reasons.map((r) => (
        <div key={r} className="note">
          {r}
        </div>
      ))}
      <Button onClick={take} sx={{ marginTop: 1 }}>
        Take on {model.species.name.toLowerCase()}
      </Button>
    </Compared>
  );
}

/** What a wood has before any search: its newest planned board as it stands, or the raw wood. */
function WoodNow({ bench, wood }: { bench: OpenBench; wood: JobWood }) {
  const board = onTheWall(wood).findLast((b) => b.recipe) ?? wood.boards.at(-1);
  const model = useMemo(() => (board ? boardModel(bench, wood, board) : null), [bench, wood, board]);
  return model && <WoodNowOf bench={bench} model={model} />;
}

function WoodNowOf({ bench, model }: { bench: OpenBench; model: BoardModel }) {
  const told = useTold();
  const fields = useBoardFields(bench, model);
  const standing = standingOf(bench, model.wood);
  return (
    <Compared bench={bench} model={model} fields={fields}>
      <Row gap="near" align="baseline">
        <Text as="b" size="lead">
          {model.species.name}
        </Text>
        <span>
          {standing.kind === 'measured'
            ? `best board ${told.words ? `${told.bare(standing.deltaE)} off` : `ΔE00 ${againstText(standing.deltaE, bench.job.tolerance)}`}, ${passes(standing.deltaE, bench.job.tolerance) ? 'passes' : 'not yet'}`
            : standing.kind === 'judged'
              ? `board ${standing.board} ${standing.accepted ? 'accepted' : 'rejected'}`
              : standing.kind === 'done'
                ? `board ${standing.board} is to be judged`
                : standing.kind === 'planned'
                  ? `board ${standing.board} planned`
                  : 'no recipe yet'}
        </span>
      </Row>
      <div>{model.board.recipe ? `board ${model.board.number}, recipe ${model.board.recipe.number}` : 'raw board'}</div>
      <Button component={RouterLink} to={`../boards?board=${model.code}`} sx={{ marginTop: 1 }}>
        Open board {model.board.number}
      </Button>
    </Compared>
  );
}

/** Several woods of one job, one target across them all, each with its own recipe. */
export function TogetherPage() {
  const bench = useOpenBench();
  const [choice] = usePersistentState<Choice>(`choice/${bench.job.number}`, ANYTHING);
  const { progress, found, error, find, cancel } = useSearches();
  const models = useMemo(
    () => bench.job.woods.flatMap((wood) => boardModel(bench, wood, nth(wood.boards, wood.boards.length - 1)) ?? []),
    [bench],
  );
  const findAll = () => {
    const problems = models.flatMap((model): [string, MatchProblem][] => {
      const stack = model.wood.draft ?? simpleStack(bench.offered);
      const problem = problemOf(bench, model, stack, openingsOf(stack, bench.offered, choice, 0));
      return problem ? [[model.wood.id, problem]] : [];
    });
    return find(new Map(problems), bench.job.tolerance, choice.most);
  };
  return (
    <>
      <Row className="head" gap="apart">
        <span>One target, {models.length} woods, a recipe for each</span>
        {progress !== null && (
          <LinearProgress variant="determinate" value={progress * 100} sx={{ flex: 1 }} aria-label="Search" />
        )}
        <Row push gap="near">
          {progress !== null && <Button onClick={cancel}>Cancel</Button>}
          <Button variant="contained" color="primary" onClick={findAll} disabled={progress !== null || !bench.target}>
            Find for every wood
          </Button>
        </Row>
      </Row>
      <Pile className="work" gap="apart" grow top>
        <ErrorMessage error={bench.target ? error : 'Read the target first: there is nothing to match yet.'} />
        {models.map((model) => {
          const answer = found[model.wood.id];
          return answer ? (
            <WoodRow key={model.wood.id} bench={bench} model={model} found={answer} />
          ) : (
            <WoodNow key={model.wood.id} bench={bench} wood={model.wood} />
          );
        })}
      </Pile>
    </>
  );
}
