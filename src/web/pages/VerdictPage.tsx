import { Button, LinearProgress } from '@mui/material';
import { useMemo, useState } from 'react';
import { Link as RouterLink, useNavigate } from 'react-router';
import { deltaE00 } from '../../core/colour/ciede2000.ts';
import { labOf } from '../../core/colour/lab.ts';
import { DAYLIGHT, LIGHT_NAMES } from '../../core/colour/lights.ts';
import { deltaEPerLight } from '../../core/colour/metamerism.ts';
import { judge, type Verdict } from '../../core/judge/verdict.ts';
import { differenceWords } from '../../core/judge/words.ts';
import { KINDS } from '../../core/kinds/index.ts';
import { nth } from '../../core/known.ts';
import { doubtOf } from '../../core/learn/knowledge.ts';
import { ROAD_LIGHTS } from '../../core/match/roads.ts';
import { boardCode } from '../../record/board/codes.ts';
import { finishedMean, isDone, isRead, mixedUpStage } from '../../record/board/stages.ts';
import { type BoardModel, boardModel, nextBoardModel, problemOf } from '../../record/job/bench.ts';
import { solvableColours } from '../../record/job/openings.ts';
import { offcutsLeft } from '../../record/job/standing.ts';
import type { Recipe } from '../../shared/board.ts';
import { planRecipe, takeBoard } from '../../shared/contract/boards.ts';
import { BoardOf } from '../components/board/BoardOf.tsx';
import { BoardPicture } from '../components/board/BoardPicture.tsx';
import { BatchCorrectionPanel } from '../components/boards/BatchCorrection.tsx';
import { FromHere } from '../components/boards/FromHere.tsx';
import { JudgeBoard } from '../components/boards/JudgeBoard.tsx';
import { ErrorMessage, sentenceOf } from '../components/ErrorMessage.tsx';
import { Columns, Pile, Row, Text } from '../components/layout.tsx';
import { againstText, deltaText, rangeText, signedText, strengthText, toleranceText } from '../components/numbers.ts';
import { FinishPasses } from '../components/verdict/FinishPasses.tsx';
import { bothPass, ToneFigures, TonesNotRead, toneVerdicts } from '../components/verdict/Tones.tsx';
import { change } from '../hooks/api.ts';
import { type OpenBench, useBoardModel, useOpenBench } from '../hooks/bench.ts';
import { useBoardFields } from '../hooks/looks.ts';
import { type MatcherWork, useSolved } from '../hooks/matcher.ts';
import { useNextId } from '../hooks/new-id.ts';
import type { Matcher } from '../workers/matcher.ts';

function Figures({ verdict, tolerance, perLight }: { verdict: Verdict; tolerance: number; perLight: number[] }) {
  return (
    <section>
      <div className="soft">Measured against target, ΔE00</div>
      <Row gap="far" align="baseline">
        <Text as="div" className="figure" size="giant" data-testid="verdict-delta">
          {againstText(verdict.deltaE, tolerance)}
        </Text>
        <Text as="div" size="figure" strong data-testid="verdict">
          {verdict.passed ? '✓ Passes' : '✕ Not yet'}
        </Text>
      </Row>
      <Text as="p" size="title" padTop="close" padBottom="close">
        {verdict.words.join(', ')}; {verdict.size}
      </Text>
      <Text as="div" className="mono" size="lead">
        ΔL* {signedText(verdict.dL)}&ensp;Δa* {signedText(verdict.da)}&ensp;Δb* {signedText(verdict.db)}&ensp;ΔC*{' '}
        {signedText(verdict.dC)}
        &ensp;ΔH* {signedText(verdict.dH)}
      </Text>
      <p className="soft">
        tolerance {toleranceText(tolerance)}
        {verdict.uncertainty !== null && ` · mean known to ± ${verdict.uncertainty.toFixed(2)} (95 %)`}
        {perLight.length > 1 &&
          ` · ${ROAD_LIGHTS.map((l, i) => `${LIGHT_NAMES[l.illuminant]} ${deltaText(nth(perLight, i))}`).join(' · ')}`}
      </p>
    </section>
  );
}

const changeWord = (before: number, now: number) => {
  if (before === 0) return 'new';
  const share = now / before - 1;
  return Math.abs(share) < 0.005 ? 'as before' : `${share > 0 ? '+' : '−'}${Math.abs(share * 100).toFixed(0)} %`;
};

/** The recipe for the next board, solved with what this one taught. */
function NextBoard({
  bench,
  model,
  recipe,
  passed,
}: {
  bench: OpenBench;
  model: BoardModel;
  recipe: Recipe;
  passed: boolean;
}) {
  const { tolerance } = bench.job;
  const [refused, setRefused] = useState<string | null>(null);
  const go = useNavigate();
  const ids = { board: useNextId(), recipe: useNextId() };
  const left = offcutsLeft(model.wood);
  const problem = useMemo(() => {
    // What the newest readings showed is still being learned: solve with it, not without.
    if (bench.learning) return null;
    const open = solvableColours(recipe.stack, model.target?.tones !== undefined);
    return open.length > 0 ? problemOf(bench, nextBoardModel(bench, model), recipe.stack, open) : null;
  }, [bench, model, recipe]);
  const solve = useMemo(
    (): MatcherWork<Awaited<ReturnType<Matcher['correct']>>> | null =>
      problem && ((matcher) => matcher.correct(problem, recipe.stack, recipe.litres, tolerance)),
    [problem, recipe, tolerance],
  );
  const { answer: next, error } = useSolved(solve);

  const plan = async () => {
    if (!next) return;
    try {
      const board = await change(takeBoard, { wood: model.wood.id }, { id: ids.board.next() });
      await change(
        planRecipe,
        { board: board.id },
        {
          id: ids.recipe.next(),
          stack: next.stack,
          litres: recipe.litres,
          origin: 'corrected',
          knowledge: bench.knowledgeId,
        },
      );
      ids.board.kept();
      ids.recipe.kept();
      await go(`../boards?board=${boardCode(model.wood.code, board.number)}`);
    } catch (trouble) {
      setRefused(sentenceOf(trouble));
    }
  };
  return (
    <Pile as="section" aria-label="Next board" gap="near" top>
      <h2>What it taught, and the next board</h2>
      <Taught bench={bench} model={model} recipe={recipe} />
      <ErrorMessage error={refused ?? error} />
      {problem && !next && !error && <LinearProgress aria-label="Solving the next recipe" />}
      {!problem && !bench.learning && (
        <div className="note">
          No layer of this recipe can be solved: what it is coloured with is set by hand.{' '}
          <RouterLink to={`../layers?wood=${model.wood.code}`}>Change it under Layers</RouterLink>.
        </div>
      )}
      {next && (
        <>
          <table>
            <tbody>
              {next.stack.flatMap((layer, i) =>
                Object.entries(recipe.stack[i]?.colours ?? {}).map(([id, was]) => {
                  const kind = bench.materials.colourants[id]?.kind ?? 'dye';
                  const now = layer.colours[id] ?? 0;
                  return (
                    <tr key={`${layer.kind}/${id}`} className="rule">
                      <Text as="td" padY="close">
                        {bench.materials.colourants[id]?.name ?? id}
                      </Text>
                      <td className="mono soft">{strengthText(was, kind)} →</td>
                      <Text as="td" className="mono" strong>
                        {strengthText(now, kind)}
                      </Text>
                      <Text as="td" className="mono" right>
                        {changeWord(was, now)}
                      </Text>
                    </tr>
                  );
                }),
              )}
            </tbody>
          </table>
          <div>
            expected ΔE00 <b className="mono">{rangeText(next.promise.range)}</b>, 8 boards in 10; passes with{' '}
            {Math.round(next.promise.chance * 100)} in 100
          </div>
          <div className="onward">
            <Button variant={passed ? 'outlined' : 'contained'} color={passed ? 'secondary' : 'primary'} onClick={plan}>
              Plan the next board
            </Button>
            <Button component={RouterLink} to={`../layers?wood=${model.wood.code}`}>
              Other colours
            </Button>
            {left !== null && (
              <span className="soft">
                {left} {left === 1 ? 'offcut' : 'offcuts'} left
              </span>
            )}
          </div>
        </>
      )}
    </Pile>
  );
}

/** Which colour took more or less than its profile said, in words and per cent. */
function Taught({ bench, model, recipe }: { bench: OpenBench; model: BoardModel; recipe: Recipe }) {
  const strange = mixedUpStage(model.board);
  if (bench.learning) return <div>Learning from the newest readings …</div>;
  const without = bench.knowledge.leftOut.find((l) => l.board === model.board.id);
  if (without) return <div className="trouble">This board taught nothing: {without.why}</div>;
  if (strange !== null)
    return (
      <div className="trouble">
        The reading after {KINDS[nth(recipe.stack, strange - 1).kind].label.toLowerCase()} does not fit this recipe, so
        the board taught nothing. Check its label, then{' '}
        <RouterLink to={`../boards?board=${model.code}`}>read it again</RouterLink>.
      </div>
    );
  const doubts = doubtOf(bench.knowledge, model.species.id, bench.materials);
  const used = [...new Set(recipe.stack.flatMap((l) => Object.keys(l.colours)))];
  const lines = used.flatMap((id) => {
    const factor = model.tuning.uptake[id];
    const name = bench.materials.colourants[id]?.name ?? id;
    const doubt = `± ${Math.round(100 * (doubts[id] ?? 0))}`;
    if (!factor || Math.abs(factor - 1) < 0.02) return [`${name} took as its profile says (${doubt} %)`];
    const size = Math.round(Math.abs(factor - 1) * 100);
    return [`${name} took ${size} % (${doubt}) ${factor > 1 ? 'more' : 'less'} than its profile says`];
  });
  return (
    <div>
      On {model.species.name.toLowerCase()}, {lines.join('; ')}.{' '}
      <span className="soft">
        Learned from {bench.knowledge.boards.length} {bench.knowledge.boards.length === 1 ? 'board' : 'boards'} of the
        shop.
      </span>
    </div>
  );
}

export function VerdictPage() {
  const bench = useOpenBench();
  const model = useBoardModel(bench);
  if (!model) return <div className="plate">This job has no wood yet. Choose one under Woods first.</div>;
  // Come from the path, without a board named: the newest one whose coats are on.
  const done = isDone(model.board) ? model.board : model.wood.boards.findLast(isDone);
  if (!done)
    return (
      <div className="plate">
        No board of {model.species.name.toLowerCase()} has all its coats on yet.{' '}
        <RouterLink to={`../boards?board=${model.code}`}>Go to the boards</RouterLink>
      </div>
    );
  const doneModel = done === model.board ? model : boardModel(bench, model.wood, done);
  if (!doneModel) return null;
  return isRead(done) && doneModel.target ? (
    <VerdictOf key={done.id} bench={bench} model={doneModel} />
  ) : (
    <VerdictInWords key={done.id} bench={bench} model={doneModel} />
  );
}

/** A board whose coats are on and that no instrument has read: it is judged in words. */
function VerdictInWords({ bench, model }: { bench: OpenBench; model: BoardModel }) {
  const fields = useBoardFields(bench, model);
  const { board, target } = model;
  const expected = board.recipe?.expected.at(-1);
  return (
    <>
      <div className="work">
        <BoardOf model={model} fields={fields} height={240} />
      </div>
      <div className="plate inwords">
        <h2>Board {board.number}: all its coats are on</h2>
        <div>
          {target && expected
            ? `Foreseen: ${differenceWords(labOf(target.reflectance), labOf(expected)).join(', ')} against the target, ΔE00 ${deltaText(deltaE00(labOf(target.reflectance), labOf(expected)))}. It has not been read: hold it against the target, edge to edge, in the light it will stand in.`
            : 'Hold it in the light it will stand in, and say what you see.'}
        </div>
        <JudgeBoard model={model} />
        <div className="onward">
          <Button component={RouterLink} to={`../boards?board=${model.code}`}>
            Read it
          </Button>
          <Button component={RouterLink} to={`../layers?wood=${model.wood.code}`}>
            Plan the next board
          </Button>
          {!target && (
            <Button component={RouterLink} to="../target">
              Say what is wanted
            </Button>
          )}
        </div>
        <FinishPasses key={board.id} bench={bench} model={model} />
      </div>
    </>
  );
}

function VerdictOf({ bench, model }: { bench: OpenBench; model: BoardModel }) {
  const { board } = model;
  const fields = useBoardFields(bench, model);
  const recipe = board.recipe as Recipe;
  const readings = board.readings.filter((r) => r.stage === recipe.stack.length).map((r) => Float64Array.from(r.grid));
  const target = model.target?.reflectance as Float64Array;
  const verdict = judge(target, readings, bench.job.tolerance);
  const tones = model.target && toneVerdicts(model, model.target, bench.job.tolerance);
  const passed = tones ? bothPass(tones) : verdict.passed;
  const single = model.target?.singleLight || board.readings.some((r) => r.stage === recipe.stack.length && r.lab);
  const mean = finishedMean(board) ?? new Float64Array(31);
  const final = useMemo(() => fields.slice(-1), [fields]);
  return (
    <>
      <Columns className="work" of="2fr 1fr" gap="far">
        <BoardOf model={model} fields={fields} height={240} />
        <BoardPicture
          wood={model.species}
          texture={model.preparation.texture}
          seed={model.seed + 1000}
          fields={final}
          target={model.target}
          light={DAYLIGHT}
          height={240}
        />
        <div>Every stage of board {board.number}: expected above, measured below, the target along the top</div>
        <div>The finished colour alone</div>
      </Columns>
      <div className="plate columns halves">
        <Pile gap="far" top>
          {model.target?.tones && !tones && <TonesNotRead model={model} />}
          {tones ? (
            <ToneFigures verdicts={tones} />
          ) : (
            <Figures
              verdict={verdict}
              tolerance={bench.job.tolerance}
              perLight={single ? [verdict.deltaE] : deltaEPerLight(target, mean, ROAD_LIGHTS)}
            />
          )}
          <JudgeBoard model={model} main={false} />
          <FinishPasses key={board.id} bench={bench} model={model} />
          {!passed && mixedUpStage(board) === null && (
            <>
              <FromHere bench={bench} model={model} recipe={recipe} />
              <BatchCorrectionPanel bench={bench} model={model} recipe={recipe} />
            </>
          )}
        </Pile>
        <NextBoard bench={bench} model={model} recipe={recipe} passed={passed} />
      </div>
    </>
  );
}
