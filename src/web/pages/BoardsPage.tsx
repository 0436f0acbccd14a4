import { Button } from '@mui/material';
import { useMemo, useState } from 'react';
import { Link as RouterLink, useNavigate } from 'react-router';
import { deltaE00 } from '../../core/colour/difference.ts';
import { labOf } from '../../core/colour/lab.ts';
import { DAYLIGHT } from '../../core/colour/lights.ts';
import { isMixUp, misfit } from '../../core/judge/mix-up.ts';
import { differenceWords } from '../../core/judge/words.ts';
import { KINDS, type Stack } from '../../core/layers/layer.ts';
import { lookAsMeasured, predict } from '../../core/optics/predict.ts';
import { isFinished, lastStage, stageMean } from '../../shared/evidence.ts';
import { Board } from '../../shared/job.ts';
import { change } from '../hooks/api.ts';
import { type Bench, useWoodModel, type WoodModel, woodModel } from '../hooks/bench.ts';
import { BoardPicture } from '../parts/board/BoardPicture.tsx';
import { MixSheet } from '../parts/boards/MixSheet.tsx';
import { SeriesDialog } from '../parts/boards/SeriesDialog.tsx';
import { deltaText, labText } from '../parts/numbers.ts';
import { ReadingPanel } from '../parts/readings/ReadingPanel.tsx';
import { sentenceOf, Trouble } from '../parts/Trouble.tsx';
import { useOpenBench } from './BenchFrame.tsx';

const NO_LAYERS: Stack = [];

/** The board as planned (the prediction kept with its recipe) and as read so far. */
export function useBoardFields(bench: Bench, model: WoodModel) {
  return useMemo(() => {
    const { board, wood } = model;
    const stack = board.recipe?.stack ?? NO_LAYERS;
    const looks = predict(stack, model.scaled, bench.materials, {
      preparation: wood.preparation,
      tuning: model.tuning,
    });
    return looks.map((look, stage) => {
      const planned = board.recipe?.expected[stage];
      const expected = planned && stage > 0 ? lookAsMeasured(look, model.scaled, Float64Array.from(planned)) : look;
      const mean = stage > 0 ? stageMean(board, stage) : null;
      return {
        label: stage === 0 ? `Raw ${model.species.name.toLowerCase()}` : KINDS[stack[stage - 1].kind].label,
        expected,
        measured: mean ? lookAsMeasured(look, model.scaled, mean) : null,
      };
    });
  }, [bench, model]);
}

const FILM_OR_DYE = (stack: Stack, stage: number) => stack[stage - 1] && KINDS[stack[stage - 1].kind].takes !== 'none';

/** One board being made: its stages under the picture, the stage in hand, the mix sheet. */
function BoardInHand({ bench, model }: { bench: Bench; model: WoodModel }) {
  const { board } = model;
  const fields = useBoardFields(bench, model);
  const stack = board.recipe?.stack ?? NO_LAYERS;
  const next = Math.min(stack.length, lastStage(board) + 1);
  const [shown, setShown] = useState(next);
  const stage = Math.min(shown, stack.length);
  const expected = board.recipe?.expected[stage];
  const measured = stageMean(board, stage);
  const off = expected && measured && stage > 0 ? misfit(expected, measured) : null;
  const mixedUp = expected && measured && stage > 0 && isMixUp(expected, measured);
  const left = stack.slice(lastStage(board)).some((l) => KINDS[l.kind].takes !== 'none');
  const onTheWay = lastStage(board) > 0 && !isFinished(board);
  return (
    <>
      <div className="work">
        <BoardPicture
          wood={model.species}
          seed={board.id}
          fields={fields}
          target={bench.target?.reflectance ?? null}
          light={DAYLIGHT}
          height={210}
          onField={setShown}
        />
        <div style={{ display: 'flex', paddingTop: 8, alignItems: 'start' }}>
          {fields.map((field, i) => (
            <button
              // biome-ignore lint/suspicious/noArrayIndexKey: a stage is known by its place
              key={i}
              type="button"
              onClick={() => setShown(i)}
              style={{
                all: 'unset',
                flex: 1,
                minHeight: 48,
                alignSelf: 'start',
                cursor: 'pointer',
                fontWeight: i === stage ? 700 : 400,
                outline: 'revert',
              }}
            >
              {field.label}
              <div style={{ fontSize: 14 }}>{stageMean(board, i) ? 'read' : i === next ? 'to read next' : ''}</div>
            </button>
          ))}
        </div>
      </div>
      <div className="plate columns" style={{ gridTemplateColumns: '1fr 1fr' }}>
        <section className="noprint" style={{ display: 'grid', gap: 14, alignContent: 'start' }}>
          <h2 style={{ margin: 0 }}>
            Board {board.number}: {stage === 0 ? 'raw' : `after ${fields[stage]?.label.toLowerCase()}`}
          </h2>
          {expected && stage > 0 && (
            <div>
              <span className="soft">expected </span>
              <span className="mono">{labText(labOf(expected))}</span>
              {FILM_OR_DYE(stack, stage) && (
                <div className="soft">Dried colour looks flat until the clear goes on: judge by the figures.</div>
              )}
            </div>
          )}
          {off !== null && expected && measured && (
            <div className={mixedUp ? 'trouble' : 'note'} data-testid="stage-miss">
              {mixedUp
                ? `ΔE00 ${deltaText(off)} from what was expected: this reading does not fit this recipe: check the board’s label. Nothing is learned from it.`
                : `ΔE00 ${deltaText(off)} from what was expected: ${differenceWords(labOf(expected), labOf(measured)).join(', ')}.`}
            </div>
          )}
          {board.recipe || stage === 0 ? (
            <ReadingPanel
              key={`${board.id}/${stage}`}
              path={`/boards/${board.id}/readings`}
              body={(reading) => ({ stage, reading })}
              readings={board.readings.filter((r) => r.stage === stage)}
              keep={`board/${board.id}/${stage}`}
            />
          ) : null}
          <div style={{ display: 'flex', gap: 12, flexWrap: 'wrap' }}>
            {stageMean(board, stage) && stage < stack.length && (
              <Button variant="contained" color="primary" onClick={() => setShown(stage + 1)}>
                Next: {fields[stage + 1]?.label.toLowerCase()}
              </Button>
            )}
            {isFinished(board) && (
              <Button variant="contained" color="primary" component={RouterLink} to={`../verdict?board=${board.id}`}>
                To the verdict
              </Button>
            )}
            {!board.recipe && (
              <Button variant="contained" color="primary" component={RouterLink} to={`../layers?board=${board.id}`}>
                Plan its layers
              </Button>
            )}
            {onTheWay && left && (
              <Button component={RouterLink} to={`../layers?board=${board.id}`}>
                From here: solve what is left
              </Button>
            )}
            {board.readings.length > 0 && (
              <Button component="a" href={`/api/boards/${board.id}/readings.txt`}>
                Readings as CGATS
              </Button>
            )}
          </div>
        </section>
        {board.recipe && <MixSheet recipe={board.recipe} bench={bench} />}
      </div>
    </>
  );
}

function SmallBoard({ bench, model, here }: { bench: Bench; model: WoodModel; here: boolean }) {
  const fields = useBoardFields(bench, model);
  const { board } = model;
  const final = board.recipe && isFinished(board) ? stageMean(board, board.recipe.stack.length) : null;
  const miss = final && bench.target ? deltaE00(labOf(bench.target.reflectance), labOf(final)) : null;
  return (
    <RouterLink
      to={`?board=${board.id}`}
      style={{
        width: 200,
        color: 'inherit',
        textDecoration: 'none',
        borderBottom: here ? '3px solid #171717' : '3px solid transparent',
      }}
      aria-current={here}
    >
      <BoardPicture
        wood={model.species}
        seed={board.id}
        fields={fields}
        target={bench.target?.reflectance ?? null}
        light={DAYLIGHT}
        height={48}
      />
      <div style={{ display: 'flex', justifyContent: 'space-between', padding: '4px 0' }}>
        <b>Board {board.number}</b>
        <span className="mono">{miss !== null ? `ΔE ${deltaText(miss)}` : board.recipe ? 'on the bench' : 'raw'}</span>
      </div>
    </RouterLink>
  );
}

export function BoardsPage() {
  const bench = useOpenBench();
  const model = useWoodModel(bench);
  const go = useNavigate();
  const [error, setError] = useState<string | null>(null);
  const [series, setSeries] = useState(false);
  if (!model) return <div className="plate">This job has no wood yet. Choose one under Woods first.</div>;
  const { wood } = model;
  // A series varies the recipe in hand, or the newest of this wood, or the draft.
  const stack = model.board.recipe?.stack ?? wood.boards.findLast((b) => b.recipe)?.recipe?.stack ?? wood.draft;
  const take = async () => {
    try {
      const board = await change('POST', `/woods/${wood.id}/boards`, {}, Board);
      go(`?board=${board.id}`);
    } catch (problem) {
      setError(sentenceOf(problem));
    }
  };
  return (
    <>
      <div
        className="noprint"
        style={{
          display: 'flex',
          gap: 20,
          padding: '12px 24px',
          background: '#ababab',
          borderBottom: '1px solid #8c8c8c',
          overflowX: 'auto',
          flex: 'none',
          alignItems: 'center',
        }}
      >
        {wood.boards.map((board) => {
          const small = woodModel(bench, wood, board);
          return small && <SmallBoard key={board.id} bench={bench} model={small} here={board.id === model.board.id} />;
        })}
        <Button onClick={take} sx={{ flex: 'none' }}>
          Take another board
        </Button>
        <Button onClick={() => setSeries(true)} sx={{ flex: 'none' }} disabled={!stack}>
          Ladder, grid, bracket
        </Button>
      </div>
      <Trouble error={error} />
      {series && stack && <SeriesDialog bench={bench} model={model} stack={stack} onClose={() => setSeries(false)} />}
      <BoardInHand key={`${model.board.id}/${model.board.recipe?.id ?? ''}`} bench={bench} model={model} />
    </>
  );
}
