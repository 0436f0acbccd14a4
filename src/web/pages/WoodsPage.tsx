import { Button, ButtonBase, Checkbox, FormControlLabel, MenuItem, TextField } from '@mui/material';
import { useMemo, useRef, useState } from 'react';
import { Link as RouterLink, useSearchParams } from 'react-router';
import { predict } from '../../core/board/predict.ts';
import { type Preparation, TEXTURES } from '../../core/board/preparation.ts';
import { DAYLIGHT } from '../../core/colour/lights.ts';
import { nth } from '../../core/known.ts';
import { boardModel } from '../../record/bench.ts';
import { onTheShelf } from '../../record/materials.ts';
import { stageMean } from '../../record/stages.ts';
import { offcutsLeft } from '../../record/standing.ts';
import { VersionMade } from '../../shared/id.ts';
import { type JobWood, OffcutsInput } from '../../shared/job.ts';
import { change, readStage } from '../hooks/api.ts';
import { type Bench, useOpenBench } from '../hooks/bench.ts';
import { useNextId } from '../hooks/new-id.ts';
import { useVersioned } from '../hooks/versioned.ts';
import { BoardPicture } from '../parts/board/BoardPicture.tsx';
import { MeanwhileNote } from '../parts/MeanwhileNote.tsx';
import { ReadingPanel } from '../parts/readings/ReadingPanel.tsx';
import { SavedNumber } from '../parts/SavedNumber.tsx';
import { sentenceOf, Trouble } from '../parts/Trouble.tsx';

const GRITS = [80, 100, 120, 150, 180, 220, 240, 320, 400];

const preparationText = (p: Preparation) =>
  [
    `grit ${p.grit}`,
    p.texture,
    p.grainRaised && 'grain raised',
    p.preWet && 'wetted',
    p.conditioner && 'conditioner',
    p.oldFinish && 'old finish',
  ]
    .filter(Boolean)
    .join(', ');

function PreparationForm({ wood }: { wood: JobWood }) {
  const { shown, set, error, meanwhile, keepMine, takeTheirs } = useVersioned<Preparation>({
    lane: `/woods/${wood.id}/preparation`,
    value: wood.preparation,
    version: wood.preparationVersion,
    save: async (preparation, version) =>
      (await change('PUT', `/woods/${wood.id}/preparation`, { version, preparation }, VersionMade)).version,
  });
  // Two quick taps: the second builds on the first.
  const latest = useRef(shown);
  latest.current = shown;
  const put = (part: Partial<Preparation>) => {
    latest.current = { ...latest.current, ...part };
    void set(latest.current);
  };
  const flag = (key: 'conditioner' | 'preWet' | 'grainRaised' | 'oldFinish', label: string) => (
    <FormControlLabel
      control={<Checkbox checked={shown[key]} onChange={(e) => put({ [key]: e.target.checked })} />}
      label={label}
    />
  );
  return (
    <div style={{ display: 'grid', gap: 12, alignContent: 'start' }}>
      <h2 style={{ margin: 0 }}>Preparation</h2>
      <div style={{ display: 'flex', gap: 12 }}>
        <TextField
          select
          label="Last grit"
          value={shown.grit}
          onChange={(e) => put({ grit: Number(e.target.value) })}
          sx={{ width: 120 }}
        >
          {GRITS.map((g) => (
            <MenuItem key={g} value={g}>
              {g}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          select
          label="Texture"
          value={shown.texture}
          onChange={(e) => put({ texture: e.target.value as Preparation['texture'] })}
          sx={{ width: 150 }}
        >
          {TEXTURES.map((t) => (
            <MenuItem key={t} value={t}>
              {t}
            </MenuItem>
          ))}
        </TextField>
      </div>
      <div style={{ display: 'grid' }}>
        {flag('grainRaised', 'Grain raised and knocked down')}
        {flag('preWet', 'Wetted just before the dye')}
        {flag('conditioner', 'Conditioner before the first colour')}
        {flag('oldFinish', 'Over a sound old finish')}
      </div>
      <span className="soft">For boards without colour; one with colour on keeps what it was.</span>
      <Trouble error={error} />
      <MeanwhileNote
        meanwhile={meanwhile}
        what="The preparation"
        text={preparationText}
        onMine={keepMine}
        onTheirs={takeTheirs}
      />
    </div>
  );
}

/** Offcuts of the job kept for trials: counted here, and shown where boards are planned. */
function Offcuts({ wood }: { wood: JobWood }) {
  const left = offcutsLeft(wood);
  const { shown, set, error, meanwhile, keepMine, takeTheirs } = useVersioned<number | null>({
    lane: `/woods/${wood.id}/offcuts`,
    value: left,
    version: wood.offcutsVersion,
    save: async (offcuts, version) =>
      (await change('PUT', `/woods/${wood.id}/offcuts`, { version, offcuts }, VersionMade)).version,
  });
  const text = (count: number | null) => (count === null ? 'not counted' : `${count}`);
  return (
    <div style={{ display: 'grid', gap: 8 }}>
      <SavedNumber
        label="Offcuts left for trials"
        name="offcuts"
        shape={OffcutsInput.shape.offcuts}
        shown={shown}
        set={set}
        refused={error}
        width={200}
      />
      <MeanwhileNote meanwhile={meanwhile} what="The count" text={text} onMine={keepMine} onTheirs={takeTheirs} />
    </div>
  );
}

function RawBoard({ bench, wood }: { bench: Bench; wood: JobWood }) {
  const board = nth(wood.boards, wood.boards.length - 1);
  const model = useMemo(() => boardModel(bench, wood, board), [bench, wood, board]);
  const fields = useMemo(() => {
    if (!model) return [];
    const raw = predict([], model.scaled, bench.materials, { preparation: model.preparation });
    return [{ label: 'Raw', expected: nth(raw, 0), measured: null }];
  }, [model, bench.materials]);
  if (!model) return null;
  return (
    <>
      <div className="work">
        <BoardPicture
          wood={model.species}
          texture={model.preparation.texture}
          seed={model.seed}
          fields={fields}
          target={bench.target}
          light={DAYLIGHT}
          height={150}
        />
      </div>
      <div className="plate columns" style={{ gridTemplateColumns: 'minmax(0, 4fr) minmax(290px, 3fr)' }}>
        <section>
          <h2 style={{ marginTop: 0 }}>
            {model.species.name} board {board.number}, raw
          </h2>
          <Trouble error={model.trouble} />
          <ReadingPanel
            key={board.id}
            take={(reading, zone) => readStage(board.id, 0, reading, zone)}
            readings={board.readings.filter((r) => r.stage === 0)}
            aside={board.aside.filter((r) => r.stage === 0)}
            keep={`raw/${board.id}`}
          />
        </section>
        <section style={{ display: 'grid', gap: 20, alignContent: 'start' }}>
          <PreparationForm wood={wood} />
          <Offcuts key={`${wood.offcutsVersion}/${wood.offcutsTaken}`} wood={wood} />
          {stageMean(board, 0) && (
            <div className="onward">
              <Button component={RouterLink} to={`../layers?wood=${wood.code}`} variant="contained" color="primary">
                Plan the layers on {model.species.name.toLowerCase()}
              </Button>
            </div>
          )}
        </section>
      </div>
    </>
  );
}

/** The woods of the shelf under the target, to choose the first one from. */
function FirstWood({ bench, onChoose }: { bench: Bench; onChoose: (speciesId: string) => void }) {
  const species = useMemo(() => onTheShelf(bench.shelf.species), [bench.shelf]);
  const raw = useMemo(
    () =>
      species.map(
        (wood) => [{ label: 'raw', expected: nth(predict([], wood, bench.materials), 0), measured: null }] as const,
      ),
    [species, bench.materials],
  );
  if (species.length === 0) return <div className="plate">The shelf has no wood yet. Add one on the Shelf first.</div>;
  return (
    <>
      <div className="plate">Which wood is it to be made in? Choose it, then read a raw offcut of the job.</div>
      <div className="work" style={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(320px, 1fr))' }}>
        {species.map((wood, i) => (
          <ButtonBase
            key={wood.id}
            component="div"
            aria-label={wood.name}
            onClick={() => onChoose(wood.id)}
            style={{ display: 'grid', gridTemplateColumns: '1fr', gap: 6, padding: 12, textAlign: 'left' }}
          >
            <BoardPicture
              wood={wood}
              seed={i + 1}
              fields={nth(raw, i)}
              target={bench.target}
              light={DAYLIGHT}
              height={110}
            />
            <b>{wood.name}</b>
          </ButtonBase>
        ))}
      </div>
    </>
  );
}

export function WoodsPage() {
  const bench = useOpenBench();
  const [params, setParams] = useSearchParams();
  const [error, setError] = useState<string | null>(null);
  const { woods } = bench.job;
  const wood = woods.find((w) => w.code === params.get('wood')) ?? woods[0];
  const next = useNextId();
  const nextBoard = useNextId();
  const free = onTheShelf(bench.shelf.species).filter((s) => !woods.some((w) => w.speciesId === s.id));
  const add = async (speciesId: string) => {
    try {
      await change('POST', `/jobs/${bench.job.number}/woods`, {
        id: next.next(),
        boardId: nextBoard.next(),
        speciesId,
      });
      next.kept();
      nextBoard.kept();
      setParams({ wood: speciesId });
      setError(null);
    } catch (trouble) {
      setError(sentenceOf(trouble));
    }
  };
  return (
    <>
      {wood && (
        <div className="woods" style={{ alignItems: 'center', paddingRight: 20 }}>
          {woods.map((w) => (
            <RouterLink key={w.id} to={`?wood=${w.code}`} className={w === wood ? 'here' : ''}>
              <b>{bench.shelf.species.find((s) => s.id === w.speciesId)?.name}</b>
              <span>{w.boards.some((b) => stageMean(b, 0)) ? 'read raw' : 'not read yet'}</span>
            </RouterLink>
          ))}
          <Button component={RouterLink} to="../parts" sx={{ marginLeft: 'auto', flex: 'none' }}>
            Parts and areas
          </Button>
          <TextField
            select
            label="Add a wood"
            value=""
            onChange={(e) => void add(e.target.value)}
            disabled={free.length === 0}
            sx={{ width: 180, marginLeft: 2 }}
          >
            {free.map((s) => (
              <MenuItem key={s.id} value={s.id}>
                {s.name}
              </MenuItem>
            ))}
          </TextField>
        </div>
      )}
      <div style={{ padding: error ? 12 : 0 }}>
        <Trouble error={error} />
      </div>
      {wood ? (
        <RawBoard key={wood.id} bench={bench} wood={wood} />
      ) : (
        <FirstWood bench={bench} onChoose={(id) => void add(id)} />
      )}
    </>
  );
}
