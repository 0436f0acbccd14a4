import { Button, LinearProgress } from '@mui/material';
import { proxy } from 'comlink';
import { useMemo, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { DAYLIGHT } from '../../core/colour/lights.ts';
import { KINDS } from '../../core/layers/layer.ts';
import type { NamedRoad } from '../../core/match/roads.ts';
import { type BoardModel, boardModel, problemOf } from '../../record/bench.ts';
import { ANYTHING, type Choice, openingsOf, simpleStack } from '../../record/openings.ts';
import { change } from '../hooks/api.ts';
import { type Bench, useOpenBench } from '../hooks/bench.ts';
import { useKept } from '../hooks/kept.ts';
import { BoardPicture } from '../parts/board/BoardPicture.tsx';
import { deltaText, percent, strengthText } from '../parts/numbers.ts';
import { sentenceOf, Trouble } from '../parts/Trouble.tsx';
import { startMatcher } from '../workers/index.ts';

interface Answer {
  road: NamedRoad | null;
  reasons: string[];
}

/** The closest road of one wood as its board, with the recipe in a line. */
function WoodRow({ bench, model, answer }: { bench: Bench; model: BoardModel; answer: Answer }) {
  const { road } = answer;
  const fields = useMemo(
    () => road?.looks.map((expected, i) => ({ label: `${i}`, expected, measured: null })) ?? [],
    [road],
  );
  const go = useNavigate();
  if (!road) return null;
  const take = async () => {
    await change('PUT', `/woods/${model.wood.id}/draft`, { version: model.wood.draftVersion, stack: road.stack });
    go(`../layers?wood=${model.wood.speciesId}`);
  };
  return (
    <div style={{ display: 'grid', gridTemplateColumns: '1fr 352px', gap: 20, alignItems: 'center' }}>
      <BoardPicture
        wood={model.species}
        seed={model.seed}
        fields={fields}
        target={bench.target?.reflectance ?? null}
        light={DAYLIGHT}
        height={104}
      />
      <div>
        <div style={{ display: 'flex', gap: 14, alignItems: 'baseline' }}>
          <b style={{ fontSize: 18 }}>{model.species.name}</b>
          <span className="mono" style={{ fontSize: 24, fontWeight: 700 }}>
            {deltaText(road.perLight[0])}
          </span>
          <span>
            passes {Math.round(road.chance * 100)} in 100, grain {percent(road.grain)}
          </span>
        </div>
        <div className="mono" style={{ fontSize: 14.5, display: 'flex', flexWrap: 'wrap', columnGap: 18 }}>
          {road.stack.flatMap((layer, i) =>
            Object.entries(layer.colours).map(([id, strength]) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a layer is known by its place in the stack
              <span key={`${i}/${id}`} style={{ whiteSpace: 'nowrap' }}>
                {bench.materials.colourants[id]?.name} {strengthText(strength, KINDS[layer.kind].takes === 'pigment')}
              </span>
            )),
          )}
        </div>
        {answer.reasons.map((r) => (
          <div key={r} className="note">
            {r}
          </div>
        ))}
        <Button onClick={take} sx={{ marginTop: 1 }}>
          Take on {model.species.name.toLowerCase()}
        </Button>
      </div>
    </div>
  );
}

/** Several woods of one job, one target across them all, each with its own recipe. */
export function TogetherPage() {
  const bench = useOpenBench();
  const [choice] = useKept<Choice>(`choice/${bench.job.number}`, ANYTHING);
  const [answers, setAnswers] = useState<Record<string, Answer>>({});
  const [progress, setProgress] = useState<number | null>(null);
  const [error, setError] = useState<string | null>(null);
  const running = useRef<(() => void) | null>(null);
  const models = useMemo(
    () => bench.job.woods.flatMap((wood) => boardModel(bench, wood, wood.boards[wood.boards.length - 1]) ?? []),
    [bench],
  );
  const find = async () => {
    setError(null);
    setAnswers({});
    setProgress(0);
    const { matcher, end } = startMatcher();
    let cancelled = false;
    running.current = () => {
      cancelled = true;
      end();
      setProgress(null);
    };
    try {
      for (const [i, model] of models.entries()) {
        const stack = model.wood.draft ?? simpleStack(bench.offered);
        const problem = problemOf(bench, model, stack, openingsOf(stack, bench.offered, choice, 0));
        if (!problem) throw new Error('Read the target first: there is nothing to match yet.');
        const { roads, reasons } = await matcher.findRoads(
          problem,
          bench.job.tolerance,
          choice.most,
          proxy(() => {}),
        );
        if (cancelled) return;
        setAnswers((a) => ({ ...a, [model.wood.id]: { road: roads[0] ?? null, reasons } }));
        setProgress((i + 1) / models.length);
      }
    } catch (trouble) {
      setError(sentenceOf(trouble));
    } finally {
      end();
      setProgress(null);
    }
  };
  return (
    <>
      <div className="head" style={{ gap: 16 }}>
        <span>One target, {models.length} woods, a recipe for each</span>
        {progress !== null && (
          <LinearProgress variant="determinate" value={progress * 100} sx={{ flex: 1 }} aria-label="Search" />
        )}
        <div style={{ marginLeft: 'auto', display: 'flex', gap: 12 }}>
          {progress !== null && <Button onClick={() => running.current?.()}>Cancel</Button>}
          <Button variant="contained" color="primary" onClick={find} disabled={progress !== null}>
            Find for every wood
          </Button>
        </div>
      </div>
      <div className="work" style={{ display: 'grid', gap: 18, flex: 1, alignContent: 'start' }}>
        <Trouble error={error} />
        {Object.keys(answers).length === 0 && progress === null && (
          <p>Each wood keeps its own stack; the colours are solved for all of them in one go.</p>
        )}
        {models.map(
          (model) =>
            answers[model.wood.id] && (
              <WoodRow key={model.wood.id} bench={bench} model={model} answer={answers[model.wood.id]} />
            ),
        )}
      </div>
    </>
  );
}
