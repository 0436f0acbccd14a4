import { Button, ButtonBase, Dialog, DialogContent, MenuItem, TextField } from '@mui/material';
import { useMemo, useState } from 'react';
import { Link as RouterLink, useSearchParams } from 'react-router';
import { predict } from '../../core/board/predict.ts';
import { labOf } from '../../core/colour/lab.ts';
import { DAYLIGHT } from '../../core/colour/lights.ts';
import { nth } from '../../core/known.ts';
import { woodCode } from '../../record/board/codes.ts';
import { stageMean } from '../../record/board/stages.ts';
import { woodNamed } from '../../record/board/wood.ts';
import { type BoardModel, boardModel } from '../../record/job/bench.ts';
import { onTheShelf } from '../../record/shelf/materials.ts';
import { readStage } from '../../shared/contract/boards.ts';
import { addWood } from '../../shared/contract/jobs.ts';
import { SPOTS } from '../../shared/reading.ts';
import { BoardPicture } from '../components/board/BoardPicture.tsx';
import { ErrorMessage, sentenceOf } from '../components/ErrorMessage.tsx';
import { FormDialog, SaveButton } from '../components/FormDialog.tsx';
import { Area, Columns, Pile, Row } from '../components/layout.tsx';
import { labText } from '../components/numbers.ts';
import { ReadingPanel } from '../components/readings/ReadingPanel.tsx';
import { WoodPlate } from '../components/shelf/WoodPlate.tsx';
import { Offcuts } from '../components/woods/Offcuts.tsx';
import { PilePanel } from '../components/woods/Pile.tsx';
import { PreparationForm, preparationText } from '../components/woods/PreparationForm.tsx';
import { RawPicture } from '../components/woods/RawPicture.tsx';
import { ReachPanel } from '../components/woods/Reach.tsx';
import { change, useEyesOnly } from '../hooks/api.ts';
import { type OpenBench, useBoardModel, useOpenBench } from '../hooks/bench.ts';
import { useNextId } from '../hooks/new-id.ts';

/** What tells a raw board from others of its species beside it. */
function RawName({ model }: { model: BoardModel }) {
  const eyes = useEyesOnly();
  const reading = stageMean(model.board, 0);
  return (
    <Row gap="apart">
      <b>
        {model.name}, board {model.board.number}
      </b>
      <span>{preparationText(model.preparation)}</span>
      <span className="mono">{reading ? labText(labOf(reading)) : eyes ? 'as its kind is' : 'not read yet'}</span>
    </Row>
  );
}

function RawBoard({ bench, model }: { bench: OpenBench; model: BoardModel }) {
  const { wood, board } = model;
  const [anatomy, setAnatomy] = useState(false);
  const eyes = useEyesOnly();
  // Solid and veneer, or two grits of one species, are looked at side by side.
  const beside = useMemo(
    () =>
      bench.job.woods.flatMap((w) => {
        const newest = w.boards.at(-1);
        const other = w.speciesId === wood.speciesId && w !== wood && newest ? boardModel(bench, w, newest) : null;
        return other ? [other] : [];
      }),
    [bench, wood],
  );
  return (
    <>
      <Pile className="work" gap="close">
        {beside.length === 0 ? (
          <RawPicture bench={bench} model={model} target={model.target} height={150} />
        ) : (
          [model, ...beside].map((one) => (
            <div key={one.wood.id}>
              <RawPicture bench={bench} model={one} target={one.target} height={96} />
              <RawName model={one} />
            </div>
          ))
        )}
      </Pile>
      <div className="plate columns mostly">
        <Pile as="section" gap="far" top>
          <Pile gap="close">
            <h2>
              {model.name} board {board.number}, raw
            </h2>
            <ErrorMessage error={model.trouble} />
            <ReadingPanel
              key={board.id}
              raw={model.species.id}
              take={(reading, zone, until) =>
                change(readStage, { board: board.id }, { stage: 0, reading, zone }, until)
              }
              readings={board.readings.filter((r) => r.stage === 0)}
              aside={board.aside.filter((r) => r.stage === 0)}
              spots={SPOTS.slice(1)}
              keep={`raw/${board.id}`}
              what={`${model.name.toLowerCase()} board ${board.number}, raw`}
              under={{ board: board.id, stage: 0 }}
            />
          </Pile>
          <PilePanel bench={bench} wood={wood} here={board.id} />
        </Pile>
        <Pile as="section" gap="far" top>
          <ReachPanel bench={bench} model={model} />
          <PreparationForm wood={wood} />
          <Row gap="near" wrap>
            <Offcuts key={`${wood.offcutsVersion}/${wood.offcutsTaken}`} wood={wood} />
            <Button onClick={() => setAnatomy(true)}>What the wood is</Button>
          </Row>
          {(stageMean(board, 0) || eyes) && (
            <div className="onward">
              <Button component={RouterLink} to={`../layers?wood=${wood.code}`} variant="contained" color="primary">
                Plan the layers on {model.name.toLowerCase()}
              </Button>
            </div>
          )}
        </Pile>
      </div>
      <Dialog
        open={anatomy}
        onClose={() => setAnatomy(false)}
        fullWidth
        maxWidth="md"
        slotProps={{ paper: { 'aria-label': 'What the wood is' } }}
      >
        <DialogContent>
          <WoodPlate species={model.species} />
          <Row end padTop="apart">
            <Button onClick={() => setAnatomy(false)}>Back to the board</Button>
          </Row>
        </DialogContent>
      </Dialog>
    </>
  );
}

/** The woods of the shelf under the target, to choose the first one from. */
function FirstWood({ bench, onChoose }: { bench: OpenBench; onChoose: (speciesId: string) => void }) {
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
      <Columns className="work" of="repeat(auto-fill, minmax(320px, 1fr))">
        {species.map((wood, i) => (
          <ButtonBase
            key={wood.id}
            component="div"
            aria-label={wood.name}
            onClick={() => onChoose(wood.id)}
            className="woodchoice"
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
      </Columns>
    </>
  );
}

/** The same species once more: solid and veneer, another grit. What tells the two apart is asked. */
function AnotherOfIt({
  name,
  onAdd,
  onClose,
}: {
  name: string;
  onAdd: (label: string) => Promise<void>;
  onClose: () => void;
}) {
  const [label, setLabel] = useState('');
  const [error, setError] = useState<string | null>(null);
  const add = async () => {
    if (label.trim() === '') return setError('Say what tells it from the other one: veneer, sanded to 120 …');
    try {
      await onAdd(label);
      onClose();
    } catch (trouble) {
      setError(sentenceOf(trouble));
    }
  };
  return (
    <FormDialog
      title={`${name} once more`}
      error={error}
      onClose={onClose}
      onSubmit={() => void add()}
      action={<SaveButton busy={false}>Add it</SaveButton>}
    >
      <TextField
        label="What tells it from the other"
        placeholder="veneer, sanded to 120 …"
        value={label}
        onChange={(e) => setLabel(e.target.value)}
        autoFocus
      />
    </FormDialog>
  );
}

export function WoodsPage() {
  const eyes = useEyesOnly();
  const bench = useOpenBench();
  const [, setParams] = useSearchParams();
  const [error, setError] = useState<string | null>(null);
  const [again, setAgain] = useState<string | null>(null);
  const { woods } = bench.job;
  const model = useBoardModel(bench);
  const next = useNextId();
  const nextBoard = useNextId();
  const species = onTheShelf(bench.shelf.species);
  const inJob = (id: string) => woods.some((w) => w.speciesId === id);
  const add = async (speciesId: string, label = '') => {
    await change(
      addWood,
      { job: bench.job.number },
      {
        id: next.next(),
        boardId: nextBoard.next(),
        speciesId,
        label,
      },
    );
    next.kept();
    nextBoard.kept();
    setParams({ wood: woodCode(speciesId, label) });
    setError(null);
  };
  const choose = (speciesId: string) =>
    inJob(speciesId) ? setAgain(speciesId) : void add(speciesId).catch((trouble) => setError(sentenceOf(trouble)));
  return (
    <>
      {model && (
        <Row className="woods" gap="none" padRight="far">
          {woods.map((w) => (
            <RouterLink key={w.id} to={`?wood=${w.code}`} className={w === model.wood ? 'here' : ''}>
              <b>{woodNamed(bench.shelf, w)}</b>
              <span>
                {w.boards.some((b) => stageMean(b, 0)) ? 'read raw' : eyes ? 'as its kind is' : 'not read yet'}
              </span>
            </RouterLink>
          ))}
          <Button component={RouterLink} to="../parts" sx={{ marginLeft: 'auto', flex: 'none' }}>
            Parts and areas
          </Button>
          <TextField
            select
            label="Add a wood"
            value=""
            onChange={(e) => choose(e.target.value)}
            sx={{ width: 180, marginLeft: 2 }}
          >
            {species.map((s) => (
              <MenuItem key={s.id} value={s.id}>
                {inJob(s.id) ? `${s.name} once more …` : s.name}
              </MenuItem>
            ))}
          </TextField>
        </Row>
      )}
      <Area pad={error ? 'near' : 'none'}>
        <ErrorMessage error={error} />
      </Area>
      {again && (
        <AnotherOfIt
          name={species.find((s) => s.id === again)?.name ?? again}
          onAdd={(label) => add(again, label)}
          onClose={() => setAgain(null)}
        />
      )}
      {model ? (
        <RawBoard key={model.wood.id} bench={bench} model={model} />
      ) : (
        <FirstWood bench={bench} onChoose={choose} />
      )}
    </>
  );
}
