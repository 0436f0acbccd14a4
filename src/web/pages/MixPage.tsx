import { Button, Menu, MenuItem } from '@mui/material';
import { useMemo, useState } from 'react';
import { Link as RouterLink } from 'react-router';
import { DAYLIGHT } from '../../core/colour/lights.ts';
import { isRun, withRuns } from '../../core/mix/index.ts';
import { boardName } from '../../record/board/plank.ts';
import type { BoardModel } from '../../record/job/bench.ts';
import type { Recipe } from '../../shared/board.ts';
import { BoardOf } from '../components/board/BoardOf.tsx';
import { Area, Columns, Pile, Row, Text } from '../components/layout.tsx';
import { BatchDialog } from '../components/mix/BatchDialog.tsx';
import { KeepMix, mixedStages } from '../components/mix/KeepMix.tsx';
import { PrintSheet } from '../components/mix/PrintSheet.tsx';
import { RunNow } from '../components/mix/RunNow.tsx';
import { amountText, StepList } from '../components/mix/StepList.tsx';
import { StepNow } from '../components/mix/StepNow.tsx';
import { MissRange } from '../components/Told.tsx';
import { useTold } from '../components/use-told.ts';
import { type OpenBench, useBoardModel, useOpenBench } from '../hooks/bench.ts';
import { useLooks } from '../hooks/looks.ts';
import { useMixing } from '../hooks/mixing.ts';
import { usePersistentState } from '../hooks/persistent-state.ts';
import { useScale } from '../hooks/scale.ts';
import { hasSerial } from '../hooks/serial-port.ts';
import { canSpeak, useSpoken } from '../hooks/speech.ts';
import { useWakeLock } from '../hooks/wake-lock.ts';

/** A mix sheet being worked through. */
function Sheet({ bench, model, recipe }: { bench: OpenBench; model: BoardModel; recipe: Recipe }) {
  const told = useTold();
  const mixing = useMixing(bench, model, recipe);
  const { current, promise, stack } = mixing;
  const { fields } = useLooks(bench, model, stack, DAYLIGHT);
  const scale = useScale();
  const [speaks, setSpeaks] = usePersistentState('speaks', false);
  const [batch, setBatch] = useState<number | null>(null);
  const [keeping, setKeeping] = useState(false);
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  useWakeLock();
  const run = withRuns(mixing.steps)
    .filter(isRun)
    .find(({ steps }) => steps.some((s) => s.key === current?.key));
  const amount = current ? amountText(current, mixing.units) : '';
  useSpoken(current ? [current.title, amount, current.detail].filter(Boolean).join(', ') : 'All is done.', speaks);
  const title = `Mix sheet, ${boardName(model.board).toLowerCase()} of ${model.name.toLowerCase()}`;
  const seen = useMemo(() => [...new Set(current?.cautions ?? [])], [current]);
  const join = (kind: 'simulated' | 'serial') => {
    setAnchor(null);
    void scale.join(kind);
  };
  return (
    <>
      <div className="mixsheet noprint">
        <Row gap="near" wrap>
          <h2>{title}</h2>
          <span className="soft">recipe {recipe.number}, by weight</span>
          <Row push gap="close">
            {scale.joined ? (
              <Button onClick={() => void scale.leave()}>
                {scale.joined === 'simulated' ? 'Simulated scale' : 'Scale'}: leave
              </Button>
            ) : (
              <Button onClick={(e) => setAnchor(e.currentTarget)}>Scale</Button>
            )}
            <Button aria-pressed={speaks} onClick={() => setSpeaks(!speaks)} disabled={!canSpeak()}>
              {speaks ? 'Be quiet' : 'Speak'}
            </Button>
            {mixedStages(mixing, bench).length > 0 && (
              <Button onClick={() => setKeeping(true)}>Keep what is left</Button>
            )}
            <Button onClick={() => window.print()}>Print</Button>
            <Button component={RouterLink} to={`../boards?board=${model.code}`}>
              To the board
            </Button>
          </Row>
          <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
            <MenuItem onClick={() => join('simulated')}>The simulated scale</MenuItem>
            <MenuItem onClick={() => join('serial')} disabled={!hasSerial()}>
              A scale on a serial port
            </MenuItem>
          </Menu>
        </Row>
        <div className="pouring">
          <Pile gap="near" top minHeight={0} scroll>
            {current ? (
              run ? (
                <RunNow key={run.key} run={run} mixing={mixing} />
              ) : (
                <StepNow key={current.key} bench={bench} mixing={mixing} step={current} scale={scale} />
              )
            ) : (
              <Area as="section" on="field" padY="far" padX="wide" frame="line">
                <Text as="div" size="great" strong>
                  All is done
                </Text>
                <p>Every step of this sheet is ticked. When it is dry, read the board or judge it as it is.</p>
                <Button
                  variant="contained"
                  color="primary"
                  component={RouterLink}
                  to={`../verdict?board=${model.code}`}
                >
                  To the verdict
                </Button>
              </Area>
            )}
            {seen.map((caution) => (
              <Text as="div" key={caution} className="note" size="lead">
                {caution}
              </Text>
            ))}
          </Pile>
          <Columns as="aside" rows="minmax(0, 1fr) auto" gap="near" minHeight={0}>
            <StepList bench={bench} mixing={mixing} onBatch={setBatch} />
            <div>
              <Area on="work" pad="close">
                <BoardOf model={model} fields={fields} height={56} />
              </Area>
              {promise && (
                <Area padTop="close">
                  As poured so far: <b>{told.miss(promise.deltaE[0] ?? 0)}</b>
                  {told.words && ' off'}, likely <MissRange of={promise.range} />
                </Area>
              )}
            </div>
          </Columns>
        </div>
      </div>
      <PrintSheet bench={bench} mixing={mixing} title={`${title}, recipe ${recipe.number}`} />
      {keeping && (
        <KeepMix
          bench={bench}
          mixing={mixing}
          of={title.replace('Mix sheet, ', '')}
          onClose={() => setKeeping(false)}
        />
      )}
      {batch !== null && (
        <BatchDialog bench={bench} model={model} mixing={mixing} stage={batch} onClose={() => setBatch(null)} />
      )}
    </>
  );
}

/** From a recipe to its pours, read from two metres. */
export function MixPage() {
  const bench = useOpenBench();
  const model = useBoardModel(bench);
  if (!model) return <div className="plate">This job has no wood yet. Choose one under Woods first.</div>;
  const { recipe } = model.board;
  if (!recipe)
    return (
      <div className="plate">
        This board has no recipe yet.{' '}
        <Button component={RouterLink} to={`../layers?board=${model.code}`}>
          Plan its layers
        </Button>
      </div>
    );
  return <Sheet key={recipe.id} bench={bench} model={model} recipe={recipe} />;
}
