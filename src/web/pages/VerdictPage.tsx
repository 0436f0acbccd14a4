import { useMemo } from 'react';
import { Link as RouterLink } from 'react-router';
import { DAYLIGHT, LIGHT_NAMES } from '../../core/colour/lights.ts';
import { deltaEPerLight } from '../../core/colour/metamerism.ts';
import { judge, type Verdict } from '../../core/judge/verdict.ts';
import { nth } from '../../core/known.ts';
import { ROAD_LIGHTS } from '../../core/match/roads.ts';
import { finishedMean, isDone, isRead, layersOn, mixedUpStage } from '../../record/board/stages.ts';
import { beliefOf, hasAim } from '../../record/job/belief.ts';
import { type BoardModel, boardModel } from '../../record/job/bench.ts';
import { seenStanding } from '../../record/job/by-sight.ts';
import type { Recipe } from '../../shared/board.ts';
import { BoardOf } from '../components/board/BoardOf.tsx';
import { BoardPicture } from '../components/board/BoardPicture.tsx';
import { BatchCorrectionPanel } from '../components/boards/BatchCorrection.tsx';
import { FromHere } from '../components/boards/FromHere.tsx';
import { JudgeBoard } from '../components/boards/JudgeBoard.tsx';
import { Columns, Pile, Row, Text } from '../components/layout.tsx';
import { againstText, signedText, toleranceText } from '../components/numbers.ts';
import { ByPicture } from '../components/pictures/ByPicture.tsx';
import { Miss } from '../components/Told.tsx';
import { useTold } from '../components/use-told.ts';
import { Approvals } from '../components/verdict/Approvals.tsx';
import { BesideControl } from '../components/verdict/BesideControl.tsx';
import { FinishPasses } from '../components/verdict/FinishPasses.tsx';
import { LookPanel } from '../components/verdict/LookPanel.tsx';
import { NextBoard } from '../components/verdict/NextBoard.tsx';
import { ENOUGH, SeenSoFar } from '../components/verdict/SeenSoFar.tsx';
import { bothPass, ToneFigures, TonesNotRead, toneVerdicts } from '../components/verdict/Tones.tsx';
import { type OpenBench, useBoardModel, useOpenBench } from '../hooks/bench.ts';
import { useBoardFields } from '../hooks/looks.ts';

function Figures({ verdict, tolerance, perLight }: { verdict: Verdict; tolerance: number; perLight: number[] }) {
  const { words, bare } = useTold();
  return (
    <section>
      <div className="soft">Measured against target{!words && ', ΔE00'}</div>
      <Row gap="far" align="baseline">
        <Text
          as="div"
          className={words ? '' : 'figure'}
          strong
          size={words ? 'figure' : 'giant'}
          data-testid="verdict-delta"
        >
          <Miss of={verdict.deltaE} figures={againstText(verdict.deltaE, tolerance)} />
        </Text>
        <Text as="div" size="figure" strong nowrap data-testid="verdict">
          {verdict.passed ? '✓ Passes' : '✕ Not yet'}
        </Text>
      </Row>
      <Text as="p" size="title" padTop="close" padBottom="close">
        {verdict.words.join(', ')}; {verdict.size}
      </Text>
      {!words && (
        <Text as="div" className="mono" size="lead">
          ΔL* {signedText(verdict.dL)}&ensp;Δa* {signedText(verdict.da)}&ensp;Δb* {signedText(verdict.db)}&ensp;ΔC*{' '}
          {signedText(verdict.dC)}
          &ensp;ΔH* {signedText(verdict.dH)}
        </Text>
      )}
      <p className="soft">
        tolerance {words ? bare(tolerance) : toleranceText(tolerance)}
        {verdict.uncertainty !== null && !words && ` · mean known to ± ${verdict.uncertainty.toFixed(2)} (95 %)`}
        {perLight.length > 1 &&
          ` · ${ROAD_LIGHTS.map((l, i) => `${LIGHT_NAMES[l.illuminant]} ${bare(nth(perLight, i))}`).join(' · ')}`}
      </p>
    </section>
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
  return isRead(done) && doneModel.target && !doneModel.target.bySight ? (
    <VerdictOf key={done.id} bench={bench} model={doneModel} />
  ) : (
    <VerdictInWords key={done.id} bench={bench} model={doneModel} />
  );
}

/** A board whose coats are on and that no instrument has read: it is looked at, and judged in words. */
function VerdictInWords({ bench, model }: { bench: OpenBench; model: BoardModel }) {
  const fields = useBoardFields(bench, model);
  const { board, target } = model;
  const seen = hasAim(bench.job)
    ? seenStanding(beliefOf(bench), model.wood, board, layersOn(board), bench.job.tolerance)
    : null;
  const recipe = board.recipe as Recipe;
  return (
    <>
      <div className="work">
        <BoardOf model={model} fields={fields} height={190} />
      </div>
      <div className="plate columns halves">
        <Pile gap="far" top>
          <LookPanel key={`look/${board.id}`} bench={bench} model={model} />
          <ByPicture board={model.code} />
          <FinishPasses key={board.id} bench={bench} model={model} />
        </Pile>
        <Pile gap="far" top>
          <SeenSoFar bench={bench} model={model} seen={seen} />
          {!target && <BesideControl bench={bench} model={model} />}
          <JudgeBoard model={model} main={false} />
          <Approvals bench={bench} model={model} />
          {target && seen && seen.chance < ENOUGH && <FromHere bench={bench} model={model} recipe={recipe} />}
          {target && (!seen || seen.chance < ENOUGH) && (
            <NextBoard bench={bench} model={model} recipe={recipe} passed={!seen} />
          )}
        </Pile>
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
          <Approvals bench={bench} model={model} />
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
