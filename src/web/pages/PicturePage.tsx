import { Button, MenuItem, TextField } from '@mui/material';
import { useMemo, useState } from 'react';
import { Link as RouterLink, useNavigate, useSearchParams } from 'react-router';
import { TABLE } from '../../core/belief/pictures.ts';
import { type Illuminant, LIGHT_NAMES } from '../../core/colour/lights.ts';
import { boardCode, findBoard, recordCode } from '../../record/board/codes.ts';
import { boardName, everyBoard, onTheWall } from '../../record/board/plank.ts';
import { layersOn } from '../../record/board/stages.ts';
import { stageOf, TARGET } from '../../record/job/belief.ts';
import { colourPictured, goodTo, pictureSays, withPicture } from '../../record/job/pictures.ts';
import { piecesAtWork } from '../../record/work/pieces.ts';
import type { Board } from '../../shared/board.ts';
import { takePicture } from '../../shared/contract/pictures.ts';
import type { KeptPicture } from '../../shared/picture.ts';
import { ErrorMessage, sentenceOf } from '../components/ErrorMessage.tsx';
import { Columns, Pile, Row } from '../components/layout.tsx';
import {
  asBoard,
  asRack,
  asTables,
  asTarget,
  type CanLie,
  fieldsFrom,
  swapped,
} from '../components/pictures/arrangement.ts';
import { CardChoice } from '../components/pictures/CardChoice.tsx';
import { type PictureInHand, usePictureInHand } from '../components/pictures/in-hand.ts';
import { PictureFields, WhatLies } from '../components/pictures/PictureFields.tsx';
import { PicturesSoFar } from '../components/pictures/PicturesSoFar.tsx';
import { Says } from '../components/pictures/Says.tsx';
import { SimulatedCamera } from '../components/pictures/SimulatedCamera.tsx';
import { SurfaceSays } from '../components/pictures/SurfaceSays.tsx';
import { TakePicture } from '../components/pictures/TakePicture.tsx';
import { lightsOf } from '../components/verdict/LookPanel.tsx';
import { change, useRackAtHand } from '../hooks/api.ts';
import { type OpenBench, useOpenBench } from '../hooks/bench.ts';
import { useNextId } from '../hooks/new-id.ts';
import { usePersistentState } from '../hooks/persistent-state.ts';

/** What can lie in a picture of a job: the target, boards as they are, what stands on the rack. */
function useThings({ job }: OpenBench): CanLie[] {
  const { data } = useRackAtHand(job.id);
  return useMemo(() => {
    const called = (wood: (typeof job.woods)[number]) => (job.woods.length > 1 ? ` (${wood.code})` : '');
    const boards = job.woods.flatMap((wood) =>
      [...onTheWall(wood), ...piecesAtWork(wood)]
        .filter((b) => !b.apart)
        .map((b) => asBoard(b, layersOn(b), `${boardName(b).toLowerCase()}${called(wood)}`)),
    );
    return [asTarget, ...boards, ...asTables, ...(data?.things ?? []).map(asRack)];
  }, [job, data]);
}

/** Which thing of a job each label stands for. */
const useCodes = ({ job }: OpenBench): ReadonlyMap<string, string> =>
  useMemo(
    () =>
      new Map(
        job.woods.flatMap((wood) =>
          everyBoard(wood).map(
            (b) => [recordCode(job.number, boardCode(wood.code, b.number)), stageOf(b, layersOn(b))] as const,
          ),
        ),
      ),
    [job],
  );

const isTable = (id: string) => asTables.some((t) => t.id === id);

/** By what it is taken. */
interface Taking {
  camera: string;
  light: KeptPicture['light'];
  swapOf: string | null;
}

/** A job as it will be with the picture in hand; null while that tells nothing. */
function useWithPicture(
  bench: OpenBench,
  { picture, shot, pixels }: PictureInHand,
  things: readonly CanLie[],
  { camera, light, swapOf }: Taking,
): OpenBench | null {
  return useMemo(() => {
    if (!picture || !shot || !pixels) return null;
    return withPicture(bench, {
      id: 'in hand',
      light,
      camera,
      words: '',
      swapOf,
      width: picture.width,
      height: picture.height,
      bytes: 0,
      fields: fieldsFrom(pixels, things).kept,
      shot: {
        ...shot,
        things: shot.things.map((t) => (isTable(t.id) ? { ...t, id: TABLE } : t)),
      } as KeptPicture['shot'],
      person: null,
      takenAt: '',
    });
  }, [picture, shot, pixels, things, bench, camera, light, swapOf]);
}

/** What is compared: the board in hand with the target; without one the first two that lie there. */
function comparedOf({ arrangement: { things } }: PictureInHand, board: Board | undefined): (string | null)[] {
  const others = things.map((t) => t.id).filter((id) => id !== TARGET && !isTable(id));
  const second = others.find((id) => board && id === stageOf(board, layersOn(board))) ?? others[0] ?? null;
  const first = things.some((t) => t.id === TARGET) ? TARGET : (others.find((id) => id !== second) ?? null);
  return first ? [first, second] : [second, null];
}

/** What the picture in hand says of a job. */
function SaysOfJob({
  bench,
  inHand,
  taking,
  ids: [first, second],
}: {
  bench: OpenBench | null;
  inHand: PictureInHand;
  taking: Taking;
  ids: (string | null)[];
}) {
  const told = useMemo(
    () =>
      bench &&
      first && {
        says: second ? pictureSays(bench, [first, second]) : null,
        alone: colourPictured(bench, first),
        goodTo: goodTo(bench),
      },
    [bench, first, second],
  );
  if (!told || !first) return null;
  const by = taking.light === 'D65' ? ' by the window' : `, ${LIGHT_NAMES[taking.light]}`;
  return (
    <Says
      names={[inHand.nameOf(first), second ? inHand.nameOf(second) : null]}
      says={told.says}
      alone={told.alone}
      camera={`${taking.camera}${by}`}
      goodTo={told.goodTo}
    />
  );
}

/** Before there is a picture: how to take it, by which card, camera and light; and those that there are. */
function BeforePicture({
  bench,
  board,
  inHand,
  taking,
  onTaking,
}: {
  bench: OpenBench;
  board: Board | null;
  inHand: PictureInHand;
  taking: Taking;
  onTaking: { setCamera: (camera: string) => void; setLight: (light: KeptPicture['light']) => void };
}) {
  return (
    <div className="plate columns halves">
      <Pile gap="near" top>
        <h2>{taking.swapOf ? 'Swap the two, touch nothing else, and take it again' : 'Take a picture'}</h2>
        <p>
          Lay the board, what it is to match and a card side by side in one light, without a flash, and take them from
          above. Boards that were once read make it better.
        </p>
        <TakePicture main onFile={(file) => void inHand.open(file)} />
        <SimulatedCamera job={bench.job} board={board} onFile={(file) => void inHand.open(file)} />
        <ErrorMessage error={inHand.error} />
        <div className="soft">Stays on this machine. Where it was taken is not kept.</div>
      </Pile>
      <Pile gap="near" top>
        <CardChoice card={inHand.card} onCard={inHand.setCard} />
        <Columns of="1fr 1fr" gap="near">
          <TextField
            label="Camera"
            value={taking.camera}
            onChange={(e) => onTaking.setCamera(e.target.value.slice(0, 40))}
          />
          <TextField
            select
            label="Light"
            value={taking.light}
            onChange={(e) => onTaking.setLight(e.target.value as KeptPicture['light'])}
          >
            {lightsOf(bench.job).map((l: Illuminant) => (
              <MenuItem key={l} value={l}>
                {l === 'D65' ? 'the window' : LIGHT_NAMES[l]}
              </MenuItem>
            ))}
          </TextField>
        </Columns>
        <PicturesSoFar pictures={bench.job.pictures} />
      </Pile>
    </div>
  );
}

/** Colours from a telephone and a card: what lies where is said with a finger, what it tells stands below. */
export function PicturePage() {
  const bench = useOpenBench();
  const { job } = bench;
  const [params] = useSearchParams();
  const here = params.has('board')
    ? findBoard(job.woods, { wood: params.get('wood'), board: params.get('board') })
    : undefined;
  const board = here?.board;
  const things = useThings(bench);
  const wanted = things
    .filter((t) => t.thing === 'target' || (t.thing === 'board' && t.board === board?.id))
    .map((t) => t.id);
  const codes = useCodes(bench);
  const inHand = usePictureInHand(job.id, things, wanted, codes);
  const [camera, setCamera] = usePersistentState('camera', 'this telephone');
  const [light, setLight] = useState<KeptPicture['light']>('D65');
  const [swapOf, setSwapOf] = useState<string | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const id = useNextId();
  const go = useNavigate();
  const { picture, looked, pixels, shot, arrangement, placed } = inHand;
  const taking = { camera, light, swapOf };
  const preview = useWithPicture(bench, inHand, things, taking);
  const ids = comparedOf(inHand, board);
  // Of what is compared the board, and of a target alone that.
  const lies = ids[1] ?? ids[0];
  const surface = lies ? (looked?.surfaces[lies] ?? null) : null;
  // The boards of the wood in hand, a tap away; all else in a list.
  const isNear = (t: CanLie) =>
    t.thing === 'target' ||
    placed.has(t.id) ||
    (t.thing === 'board' && here && everyBoard(here.wood).some((b) => b.id === t.board));
  const others = things.filter((t) => !isNear(t));

  const keep = async (): Promise<boolean> => {
    if (!pixels) return false;
    setBusy(true);
    try {
      const file = await inHand.bytes();
      const fields = fieldsFrom(pixels, things).sent;
      await change(takePicture, { job: job.number }, { id: id.next(), ...taking, words: '', file, fields });
      id.kept();
      setRefused(null);
      return true;
    } catch (trouble) {
      setRefused(sentenceOf(trouble));
      return false;
    } finally {
      setBusy(false);
    }
  };
  const again = async (swap: boolean) => {
    const taken = id.next();
    if (!(await keep())) return;
    setSwapOf(swap ? (swapOf ?? taken) : null);
    if (swap) inHand.setArrangement(swapped(arrangement));
    inHand.close();
  };
  const onward = board
    ? `../${layersOn(board) > 0 ? 'verdict' : 'boards'}?board=${params.get('board') ?? ''}`
    : '../target';

  if (!picture)
    return (
      <BeforePicture
        bench={bench}
        board={board ?? null}
        inHand={inHand}
        taking={taking}
        onTaking={{ setCamera, setLight }}
      />
    );
  return (
    <>
      <div className="work">
        <PictureFields inHand={inHand} />
      </div>
      <div className="plate columns halves">
        <Pile gap="near" top>
          <SaysOfJob bench={preview} inHand={inHand} taking={taking} ids={ids} />
          {surface && lies && (
            <SurfaceSays
              name={inHand.nameOf(lies)}
              board={
                job.woods.flatMap(everyBoard).find((b) => layersOn(b) > 0 && lies === stageOf(b, layersOn(b))) ?? null
              }
              own={surface}
              target={lies === TARGET ? null : (looked?.surfaces[TARGET] ?? null)}
            />
          )}
          {looked?.doubts.map((doubt) => (
            <div key={doubt} className="trouble">
              {doubt}
            </div>
          ))}
          {looked?.refused && <div className="trouble">{looked.refused}</div>}
          {shot && !arrangement.card && (
            <div className="trouble">Nothing of a known grey lies in it: it tells no more than words would.</div>
          )}
          <ErrorMessage error={refused} />
        </Pile>
        <Pile gap="near" top>
          {inHand.labelled.length > 0 && (
            <div data-testid="by-label">Found by their labels: {inHand.labelled.map(inHand.nameOf).join(', ')}.</div>
          )}
          <WhatLies inHand={inHand} things={things.filter(isNear)}>
            {others.length > 0 && (
              <TextField
                select
                label="Something else"
                value=""
                onChange={(e) => inHand.choose(e.target.value)}
                sx={{ minWidth: 160 }}
              >
                {others.map((t) => (
                  <MenuItem key={t.id} value={t.id}>
                    {t.name}
                  </MenuItem>
                ))}
              </TextField>
            )}
          </WhatLies>
          <Row gap="near" wrap>
            <Button
              variant="contained"
              color="primary"
              disabled={busy}
              onClick={async () => {
                if (await keep()) await go(onward);
              }}
            >
              {shot ? 'Keep it, and go on from here' : 'Keep it as a photograph'}
            </Button>
            <Button component={RouterLink} to={onward}>
              Look instead
            </Button>
          </Row>
          <Row gap="near" wrap>
            <Button disabled={busy} onClick={() => void again(false)}>
              Keep, take another
            </Button>
            <Button disabled={busy || !preview || !ids[1]} onClick={() => void again(true)}>
              Keep, swap and take
            </Button>
            <Button onClick={inHand.close}>Leave it</Button>
          </Row>
          <div className="soft">Stays on this machine. Where it was taken is not kept.</div>
        </Pile>
      </div>
    </>
  );
}
