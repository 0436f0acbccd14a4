import { Button, MenuItem, TextField } from '@mui/material';
import { useEffect, useMemo, useState } from 'react';
import { Link as RouterLink, useNavigate, useSearchParams } from 'react-router';
import { type Illuminant, LIGHT_NAMES } from '../../core/colour/lights.ts';
import type { Point, Quad } from '../../core/picture/quad.ts';
import { findBoard } from '../../record/board/codes.ts';
import { boardName } from '../../record/board/plank.ts';
import { layersOn } from '../../record/board/stages.ts';
import { TARGET } from '../../record/job/belief.ts';
import { colourPictured, goodTo, pictureSays, withPicture } from '../../record/job/pictures.ts';
import { takePicture } from '../../shared/contract/pictures.ts';
import type { KeptPicture } from '../../shared/picture.ts';
import { ErrorMessage, sentenceOf } from '../components/ErrorMessage.tsx';
import { Columns, Pile, Row } from '../components/layout.tsx';
import {
  type Arrangement,
  asBoard,
  asRack,
  asTarget,
  fieldAt,
  fieldsFrom,
  inPixels,
  type Named,
  NOTHING_PLACED,
  swapped,
} from '../components/pictures/arrangement.ts';
import { CardChoice, useCard } from '../components/pictures/CardChoice.tsx';
import { PicturesSoFar } from '../components/pictures/PicturesSoFar.tsx';
import { PictureTable } from '../components/pictures/PictureTable.tsx';
import { Says } from '../components/pictures/Says.tsx';
import { TakePicture } from '../components/pictures/TakePicture.tsx';
import { lightsOf } from '../components/verdict/LookPanel.tsx';
import { change, useRackAtHand } from '../hooks/api.ts';
import { type OpenBench, useOpenBench } from '../hooks/bench.ts';
import { useNextId } from '../hooks/new-id.ts';
import { usePersistentState } from '../hooks/persistent-state.ts';
import { usePictureReader } from '../hooks/picture-reader.ts';

const CARD = 'card';
/** How large a field is that a tap puts down, of the picture: a thing, the card. */
const [THING, CARD_SIZE] = [
  [0.18, 0.18],
  [0.42, 0.14],
] as const;

/** What can lie in a picture of a job: the target, boards as they are, what stands on the rack. */
function useThings({ job }: OpenBench): Named[] {
  const { data } = useRackAtHand(job.id);
  return useMemo(
    () => [
      asTarget,
      ...job.woods.flatMap((wood) =>
        wood.boards
          .filter((b) => !b.apart)
          .map((b) =>
            asBoard(b, layersOn(b), `${boardName(b).toLowerCase()}${job.woods.length > 1 ? ` (${wood.code})` : ''}`),
          ),
      ),
      ...(data?.things ?? []).map(asRack),
    ],
    [job, data],
  );
}

/** What is put down next: chosen by a tap, then a tap in the picture. */
function Choice({
  things,
  placed,
  hasCard,
  chosen,
  onChosen,
}: {
  things: readonly Named[];
  placed: ReadonlySet<string>;
  hasCard: boolean;
  chosen: string | null;
  onChosen: (id: string) => void;
}) {
  const near = things.filter((t) => t.thing !== 'rack');
  const rack = things.filter((t) => t.thing === 'rack' && !placed.has(t.id));
  const one = (id: string, name: string, there: boolean) => (
    <Button
      key={id}
      aria-pressed={chosen === id}
      variant={chosen === id ? 'contained' : 'outlined'}
      onClick={() => onChosen(id)}
    >
      {there && '✓ '}
      {name}
    </Button>
  );
  return (
    <Row gap="close" wrap>
      {one(CARD, 'card', hasCard)}
      {near.map(({ id, name }) => one(id, name, placed.has(id)))}
      {rack.length > 0 && (
        <TextField
          select
          label="From the rack"
          value={rack.some((t) => t.id === chosen) ? chosen : ''}
          onChange={(e) => onChosen(e.target.value)}
          sx={{ minWidth: 170 }}
        >
          {rack.map(({ id, name }) => (
            <MenuItem key={id} value={id}>
              {name}
            </MenuItem>
          ))}
        </TextField>
      )}
    </Row>
  );
}

/** Colours from a telephone and a card: what lies where is said with a finger, what it tells stands below. */
export function PicturePage() {
  const bench = useOpenBench();
  const { job } = bench;
  const [params] = useSearchParams();
  const inHand = findBoard(job.woods, { wood: params.get('wood'), board: params.get('board') });
  const things = useThings(bench);
  const [card, setCard] = useCard();
  const [camera, setCamera] = usePersistentState('camera', 'this telephone');
  const [light, setLight] = useState<Illuminant>('D65');
  const [kept, setKept] = usePersistentState<Arrangement>(`arrangement/${job.id}`, NOTHING_PLACED);
  const [chosen, setChosen] = useState<string | null>(null);
  const [swapOf, setSwapOf] = useState<string | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const id = useNextId();
  const go = useNavigate();
  const { picture, looked, open, look, bytes, close, error } = usePictureReader();
  // Of the last arrangement what is still at hand.
  const arrangement = useMemo(
    () => ({ ...kept, things: kept.things.filter((t) => things.some((n) => n.id === t.id)) }),
    [kept, things],
  );
  const placed = new Set(arrangement.things.map((t) => t.id));
  const board = inHand?.board;
  const next =
    chosen ??
    (!arrangement.card
      ? CARD
      : (things.find((t) => !placed.has(t.id) && (t.id === TARGET || (t.thing === 'board' && t.board === board?.id)))
          ?.id ?? null));
  useEffect(() => {
    if (picture) look(inPixels(arrangement, card.greys, picture));
  }, [picture, arrangement, card, look]);

  const put = (at: Point) => {
    if (!next || !picture) return;
    const [w, h] = next === CARD ? CARD_SIZE : THING;
    const corners = fieldAt(at, w, (h * picture.width) / picture.height);
    if (next === CARD) setKept({ ...arrangement, card: corners });
    else
      setKept({ ...arrangement, things: [...arrangement.things.filter((t) => t.id !== next), { id: next, corners }] });
    setChosen(null);
  };
  const move = (of: string, corners: Quad) =>
    setKept(
      of === CARD
        ? { ...arrangement, card: corners }
        : { ...arrangement, things: arrangement.things.map((t) => (t.id === of ? { id: of, corners } : t)) },
    );
  const takeOut = (of: string) =>
    setKept(
      of === CARD
        ? { ...arrangement, card: null }
        : { ...arrangement, things: arrangement.things.filter((t) => t.id !== of) },
    );
  const nameOf = (of: string) => things.find((t) => t.id === of)?.name ?? of;

  const shot = looked?.shot ?? null;
  const preview = useMemo((): OpenBench | null => {
    if (!picture || !shot) return null;
    const { kept: fields } = fieldsFrom(inPixels(arrangement, card.greys, picture), things);
    const { width, height } = picture;
    return withPicture(bench, {
      id: 'in hand',
      light: light as KeptPicture['light'],
      camera,
      words: '',
      swapOf,
      width,
      height,
      bytes: 0,
      fields,
      shot: shot as KeptPicture['shot'],
      person: null,
      takenAt: '',
    });
  }, [picture, shot, arrangement, card, things, bench, light, camera, swapOf]);
  // The board in hand against the target; without a target, against what else lies there.
  const second =
    arrangement.things.find((t) => t.id !== TARGET && (!board || t.id.startsWith(board.id)))?.id ??
    arrangement.things.find((t) => t.id !== TARGET)?.id ??
    null;
  const first = placed.has(TARGET) ? TARGET : (arrangement.things.find((t) => t.id !== second)?.id ?? null);
  const told = useMemo(
    () =>
      preview && {
        says: first && second ? pictureSays(preview, [first, second]) : null,
        alone: colourPictured(preview, first ?? second ?? ''),
        goodTo: goodTo(preview),
      },
    [preview, first, second],
  );

  const keep = async (): Promise<boolean> => {
    if (!picture) return false;
    setBusy(true);
    try {
      const { sent } = fieldsFrom(inPixels(arrangement, card.greys, picture), things);
      const file = await bytes();
      await change(
        takePicture,
        { job: job.number },
        {
          id: id.next(),
          light: light as KeptPicture['light'],
          camera,
          words: '',
          swapOf,
          file,
          fields: sent,
        },
      );
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
  const onward = board
    ? `../${layersOn(board) > 0 ? 'verdict' : 'boards'}?board=${params.get('board') ?? ''}`
    : '../target';
  const again = async (swap: boolean) => {
    const taken = id.next();
    if (!(await keep())) return;
    setSwapOf(swap ? (swapOf ?? taken) : null);
    if (swap) setKept(swapped(arrangement));
    close();
  };
  const openFile = (file: File) => {
    setRefused(null);
    void open(file);
  };

  return (
    <>
      {picture ? (
        <>
          <div className="work">
            <PictureTable
              picture={picture}
              card={CARD}
              greys={card.greys}
              fields={[
                ...(arrangement.card ? [{ id: CARD, name: 'card', corners: arrangement.card }] : []),
                ...arrangement.things.map((t) => ({ ...t, name: nameOf(t.id) })),
              ]}
              leftOut={looked?.leftOut ?? []}
              onTap={put}
              onMoved={move}
              onTakenOut={takeOut}
            />
          </div>
          <div className="plate columns halves">
            <Pile gap="near" top>
              {told && (
                <Says
                  names={[nameOf(first ?? second ?? ''), first && second ? nameOf(second) : null]}
                  says={told.says}
                  alone={told.alone}
                  camera={`${camera}${light === 'D65' ? ' by the window' : `, ${LIGHT_NAMES[light]}`}`}
                  goodTo={told.goodTo}
                />
              )}
              {looked?.refused && <div className="trouble">{looked.refused}</div>}
              <ErrorMessage error={refused} />
            </Pile>
            <Pile gap="near" top>
              <div>
                {next
                  ? `Tap the picture where ${next === CARD ? 'the card' : nameOf(next)} lies.`
                  : 'Drag a field or a corner to where it belongs.'}
              </div>
              <Choice
                things={things}
                placed={placed}
                hasCard={arrangement.card !== null}
                chosen={next}
                onChosen={setChosen}
              />
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
                <Button disabled={busy || !told?.says} onClick={() => void again(true)}>
                  Keep, swap and take
                </Button>
                <Button onClick={close}>Leave it</Button>
              </Row>
              <div className="soft">Stays on this machine. Where it was taken is not kept.</div>
            </Pile>
          </div>
        </>
      ) : (
        <div className="plate columns halves">
          <Pile gap="near" top>
            <h2>{swapOf ? 'Swap the two, touch nothing else, and take it again' : 'Take a picture'}</h2>
            <p>
              Lay the board, what it is to match and a card side by side in one light, without a flash, and take them
              from above. Boards that were once read make it better.
            </p>
            <TakePicture main onFile={openFile} />
            <ErrorMessage error={error} />
            <div className="soft">Stays on this machine. Where it was taken is not kept.</div>
          </Pile>
          <Pile gap="near" top>
            <CardChoice card={card} onCard={setCard} />
            <Columns of="1fr 1fr" gap="near">
              <TextField label="Camera" value={camera} onChange={(e) => setCamera(e.target.value.slice(0, 40))} />
              <TextField select label="Light" value={light} onChange={(e) => setLight(e.target.value as Illuminant)}>
                {lightsOf(job).map((l) => (
                  <MenuItem key={l} value={l}>
                    {l === 'D65' ? 'the window' : LIGHT_NAMES[l]}
                  </MenuItem>
                ))}
              </TextField>
            </Columns>
            <PicturesSoFar pictures={job.pictures} />
          </Pile>
        </div>
      )}
    </>
  );
}
