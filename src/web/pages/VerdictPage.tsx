import { useMemo } from 'react';
import { Link as RouterLink } from 'react-router';
import { labOf } from '../../core/colour/lab.ts';
import { DAYLIGHT, LIGHT_NAMES } from '../../core/colour/lights.ts';
import { deltaEPerLight } from '../../core/colour/metamerism.ts';
import { judgeFinish } from '../../core/finish/finish.ts';
import { LOOKS_AFTER_PICTURES, nextStep } from '../../core/judge/next-step.ts';
import { passesOf } from '../../core/judge/passes.ts';
import { readingStatistics } from '../../core/judge/statistics.ts';
import { judge, type Verdict } from '../../core/judge/verdict.ts';
import { nth } from '../../core/known.ts';
import { ROAD_LIGHTS } from '../../core/match/roads.ts';
import { onTheWall } from '../../record/board/plank.ts';
import { clearCoatsOn, finishedMean, isDone, isRead, layersOn, mixedUpStage } from '../../record/board/stages.ts';
import { beliefOf, hasAim, stageOf } from '../../record/job/belief.ts';
import { type BoardModel, boardModel } from '../../record/job/bench.ts';
import { seenStanding } from '../../record/job/by-sight.ts';
import type { BoardField } from '../../record/job/fields.ts';
import { picturesOf } from '../../record/job/pictures.ts';
import type { Recipe } from '../../shared/board.ts';
import { BoardOf } from '../components/board/BoardOf.tsx';
import { JudgeBoard } from '../components/boards/JudgeBoard.tsx';
import { ColourPath } from '../components/curves/ColourPath.tsx';
import { Area, Columns, Pile, Row, Text } from '../components/layout.tsx';
import { againstText, signedText, toleranceText } from '../components/numbers.ts';
import { ByPicture } from '../components/pictures/ByPicture.tsx';
import { Miss } from '../components/Told.tsx';
import { useTold } from '../components/use-told.ts';
import { BesideControl } from '../components/verdict/BesideControl.tsx';
import { Chances } from '../components/verdict/Chances.tsx';
import { Drifted } from '../components/verdict/Drifted.tsx';
import { FinishPasses } from '../components/verdict/FinishPasses.tsx';
import { HeldUpTogether } from '../components/verdict/HeldUpTogether.tsx';
import { LookPanel } from '../components/verdict/LookPanel.tsx';
import { PassesRow } from '../components/verdict/PassesRow.tsx';
import { SeenSoFar } from '../components/verdict/SeenSoFar.tsx';
import { Taught } from '../components/verdict/Taught.tsx';
import { bothPass, ToneFigures, toneVerdicts } from '../components/verdict/Tones.tsx';
import { TouchingLights } from '../components/verdict/TouchingLights.tsx';
import { Ways } from '../components/verdict/Ways.tsx';
import { type OpenBench, useBoardModel, useOpenBench } from '../hooks/bench.ts';
import { useBoardFields } from '../hooks/looks.ts';
import { useFromHere, useNextRecipe, useRepeated } from '../hooks/verdict.ts';

export function VerdictPage() {
  const bench = useOpenBench();
  const model = useBoardModel(bench);
  if (!model) return <div className="plate">This job has no wood yet. Choose one under Woods first.</div>;
  // Come from the path, without a board named: the newest one whose coats are on.
  const done = isDone(model.board) ? model.board : onTheWall(model.wood).findLast(isDone);
  if (!done)
    return (
      <div className="plate">
        No board of {model.species.name.toLowerCase()} has all its coats on yet.{' '}
        <RouterLink to={`../boards?board=${model.code}`}>Go to the boards</RouterLink>
      </div>
    );
  const doneModel = done === model.board ? model : boardModel(bench, model.wood, done);
  return doneModel && <VerdictOf key={done.id} bench={bench} model={doneModel} />;
}

/** How a finished board stands: as it was read, else as looks and pictures have it. */
function useVerdict(bench: OpenBench, model: BoardModel) {
  const { board, target } = model;
  const { tolerance } = bench.job;
  return useMemo(() => {
    const recipe = board.recipe as Recipe;
    const read = isRead(board) && target && !target.bySight;
    const readings = board.readings
      .filter((r) => r.stage === recipe.stack.length && r.source !== 'words')
      .map((r) => Float64Array.from(r.grid));
    const mean = finishedMean(board);
    const verdict = read && mean ? judge(target.reflectance, readings.length > 0 ? readings : [mean], tolerance) : null;
    const tones = verdict && target ? toneVerdicts(model, target, tolerance) : null;
    const seen =
      !verdict && hasAim(bench.job)
        ? seenStanding(beliefOf(bench), model.wood, board, layersOn(board), tolerance)
        : null;
    const passed = tones ? bothPass(tones) : (verdict?.passed ?? false);
    return {
      recipe,
      readings,
      verdict,
      tones,
      seen,
      passed,
      chance: verdict ? Number(passed) : (seen?.chance ?? null),
    };
  }, [bench, model, board, target, tolerance]);
}

/** Looks at a board that are still wanted where pictures have it. */
function looksWanted({ job }: OpenBench, { board }: BoardModel): number {
  const stage = layersOn(board);
  if (picturesOf(job, stageOf(board, stage)).length === 0) return 0;
  return Math.max(0, LOOKS_AFTER_PICTURES - board.looks.filter((l) => l.stage === stage).length);
}

/** A board whose coats are on: how it stands, one thing to do, and the other ways. */
function VerdictOf({ bench, model }: { bench: OpenBench; model: BoardModel }) {
  const { board, target } = model;
  const { tolerance, wishes, approvals } = bench.job;
  const fields = useBoardFields(bench, model);
  const { recipe, readings, verdict, tones, seen, passed, chance } = useVerdict(bench, model);
  const fromHere = useFromHere(
    bench,
    model,
    target !== null && !passed && mixedUpStage(board) === null && chance !== null,
  );
  const next = useNextRecipe(bench, model, recipe);
  const again = useRepeated(bench, model);
  const step = nextStep({
    mixedUp: verdict !== null && mixedUpStage(board) !== null,
    tonesUnread: verdict !== null && target?.tones !== undefined && !tones,
    approved: approvals.some((a) => a.boardId === board.id),
    accepted: board.judged?.accepted ?? null,
    chance,
    lookTells: Boolean(seen?.lookAt),
    looksWanted: verdict ? 0 : looksWanted(bench, model),
    off: verdict?.deltaE ?? (seen && (seen.range[0] + seen.range[1]) / 2),
    scatter: again?.scatter ?? null,
    tolerance,
    fromHere: fromHere.road?.chance ?? null,
    nextBoard: next.answer?.promise.chance ?? null,
    looking: bench.learning || fromHere.looking || next.looking,
    triedEnough: next.triedEnough,
  });
  const final = fields.at(-1);
  return (
    <>
      {final && <TouchingLights bench={bench} model={model} field={final} read={verdict !== null} />}
      <Columns className="plate" of="minmax(0, 1fr) minmax(0, 1fr)" gap="wide">
        <Pile gap="apart" top>
          {verdict ? (
            tones ? (
              <ToneFigures verdicts={tones} />
            ) : (
              <Figures verdict={verdict} tolerance={tolerance} perLight={perLightOf(model)} />
            )
          ) : (
            <>
              <SeenSoFar bench={bench} model={model} seen={seen} />
              <LookPanel key={`look/${board.id}`} bench={bench} model={model} />
              <ByPicture board={model.code} />
            </>
          )}
          {verdict && board.judged && <JudgeBoard model={model} main={false} />}
          {!target && <BesideControl bench={bench} model={model} />}
          <PassesRow
            passes={passesOf({
              verdict,
              readings:
                readings.length > 0 ? { count: readings.length, spread: readingStatistics(readings).spread } : null,
              chance: verdict ? null : chance,
              told: judgeFinish(wishes, board.finish, clearCoatsOn(board)),
              tolerance,
            })}
          />
          {again && chance !== null && <Chances bench={bench} model={model} again={again} />}
          <Drifted bench={bench} model={model} />
          {finishedMean(board) && <Taught bench={bench} model={model} recipe={recipe} />}
          <FinishPasses key={board.id} bench={bench} model={model} />
        </Pile>
        <Pile gap="apart" top>
          <Ways
            bench={bench}
            model={model}
            recipe={recipe}
            step={step}
            read={verdict !== null}
            fromHere={fromHere}
            next={next}
            again={again}
            seen={seen}
          />
          {!verdict && <JudgeBoard model={model} main={false} />}
        </Pile>
      </Columns>
      <Path bench={bench} model={model} fields={fields} />
      <HeldUpTogether bench={bench} model={model} />
    </>
  );
}

/** Under each light of the figures; in daylight alone where nobody knows more than one light's colour. */
function perLightOf({ board, target }: BoardModel): number[] {
  const mean = finishedMean(board);
  if (!target || !mean) return [];
  const stage = layersOn(board);
  const single = target.singleLight || board.readings.some((r) => r.stage === stage && r.lab);
  return deltaEPerLight(target.reflectance, mean, single ? [DAYLIGHT] : ROAD_LIGHTS);
}

function Figures({ verdict, tolerance, perLight }: { verdict: Verdict; tolerance: number; perLight: number[] }) {
  const { words, bare } = useTold();
  return (
    <section aria-label="Verdict">
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

/** The way that the colour took through the layers against the way that was expected of it. */
function Path({ bench, model, fields }: { bench: OpenBench; model: BoardModel; fields: readonly BoardField[] }) {
  const { words } = useTold();
  const stages = useMemo(
    () =>
      fields.map((f) => ({
        name: f.label,
        expected: labOf(f.expected.reading),
        measured: f.measured && labOf(f.measured.reading),
      })),
    [fields],
  );
  if (fields.length === 0) return null;
  return (
    <Area as="section" className="work" aria-label="Its way through the layers">
      <Columns of={words ? '1fr' : 'minmax(0, 1fr) 460px'} gap="far">
        <div>
          <BoardOf model={model} fields={fields} height={190} />
          Every stage: expected above, measured below, the target along the top
        </div>
        {!words && (
          <ColourPath
            label="The way of the colour in a*b* and L*C*, expected and measured"
            height={210}
            stages={stages}
            target={model.target && labOf(model.target.reflectance)}
            tolerance={bench.job.tolerance}
            doubt={null}
          />
        )}
      </Columns>
    </Area>
  );
}
