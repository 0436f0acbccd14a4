import { Button, Dialog, MenuItem, TextField } from '@mui/material';
import { useState } from 'react';
import { lookText, understood, type Word } from '../../../core/belief/words.ts';
import type { Direction } from '../../../core/colour/directions.ts';
import { type Illuminant, LIGHT_NAMES } from '../../../core/colour/lights.ts';
import { boardName, isControl } from '../../../record/board/plank.ts';
import { isDone, layersOn } from '../../../record/board/stages.ts';
import { hasAim } from '../../../record/job/belief.ts';
import type { BoardModel } from '../../../record/job/bench.ts';
import type { Board } from '../../../shared/board.ts';
import { sayLook } from '../../../shared/contract/boards.ts';
import type { NewLook } from '../../../shared/look.ts';
import { change, Refused } from '../../hooks/api.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { useListening } from '../../hooks/listening.ts';
import { useNextId } from '../../hooks/new-id.ts';
import { usePersistentState } from '../../hooks/persistent-state.ts';
import { ErrorMessage, sentenceOf } from '../ErrorMessage.tsx';
import { Pile, Row } from '../layout.tsx';
import { LookAxes, tapped } from './LookAxes.tsx';
import { NearestOf } from './NearestOf.tsx';

/** Boards held up together, at most: more are no longer seen at once. */
const AT_ONCE = 4;

/** A board in the hand, held against the target or another board: what is seen of it, by taps or in one's own words. */
export function LookPanel({ bench, model: { board, wood } }: { bench: OpenBench; model: BoardModel }) {
  const [said, setSaid] = useState<readonly Word[]>([]);
  const [words, setWords] = usePersistentState(`look/${board.id}`, '');
  const [light, setLight] = useState<Illuminant>('D65');
  const [refused, setRefused] = useState<string | null>(null);
  const [wet, setWet] = useState(false);
  const [side, setSide] = useState<boolean | null>(null);
  const [busy, setBusy] = useState(false);
  const [large, setLarge] = useState(false);
  const id = useNextId();
  const others = wood.boards.filter((b) => b.id !== board.id && layersOn(b) > 0);
  // Where nothing is to be matched, trial boards are held against their control.
  const [chosen, setAgainst] = useState<string | null>(null);
  const against = chosen ?? (hasAim(bench.job) ? '' : ((others.find(isControl) ?? others[0])?.id ?? ''));
  const lights = (Object.keys(bench.job.lights) as Illuminant[]).filter(
    (l) => l === 'D65' || bench.job.lights[l as keyof typeof bench.job.lights] > 0,
  );
  const beside = others.find((b) => b.id === against);
  // Each look is from the other side than the last at the same two: what an eye sees off there shows in the difference.
  const last = board.looks.findLast(
    (l) => l.stage === layersOn(board) && (l.against?.board ?? '') === against && l.said,
  );
  const swapped = side ?? (last ? !last.swapped : false);
  const heard = words.trim() === '' ? null : understood(words);
  const finished = [...wood.boards.filter((b) => b.id !== board.id && isDone(b)).slice(1 - AT_ONCE), board].sort(
    (p, q) => p.number - q.number,
  );
  const inHand = (b: Board) => ({ board: b.id, stage: layersOn(b) });
  /** Sends what was seen, and keeps what was typed until it is taken. */
  const tell = async (of: Board, seen: Omit<NewLook, 'id' | 'stage' | 'light'>) => {
    setBusy(true);
    try {
      await change(sayLook, { board: of.id }, { id: id.next(), stage: layersOn(of), light: light as 'D65', ...seen });
      id.kept();
      setRefused(null);
      setWet(false);
      return true;
    } catch (trouble) {
      setRefused(sentenceOf(trouble));
      setWet(trouble instanceof Refused && trouble.field === 'dry');
      return false;
    } finally {
      setBusy(false);
    }
  };
  const say = async (what: readonly Word[] | null | undefined, though?: 'dry' | 'wet') => {
    const taken = await tell(board, {
      against: beside ? inHand(beside) : null,
      farther: [],
      between: false,
      swapped,
      words: words.trim(),
      dry: though === 'dry',
      wet: though === 'wet',
      ...(what === undefined ? {} : { said: what && [...what] }),
    });
    if (!taken) return;
    setSide(null);
    // What was typed or tapped meanwhile stays.
    setWords((now) => (now === words ? '' : now));
    setSaid((now) => (now === said ? [] : now));
  };
  const among = (best: Board, others: readonly Board[], between: boolean) =>
    void tell(best, {
      against: null,
      farther: others.filter((b) => b.id !== best.id).map(inHand),
      between,
      swapped: false,
      words: '',
      said: null,
      dry: true,
      wet: false,
    });
  const tap = (direction: Direction) => setSaid(tapped(said, direction));
  const ready = !busy && (said.length > 0 || heard !== null);
  const sayIt = () => {
    if (ready) void say(said.length > 0 ? said : undefined);
  };
  const ear = useListening(setWords);
  const panel = (
    <Pile as="section" aria-label="Look at it" className="noprint" gap="near" top>
      <h2>
        Hold {boardName(board).toLowerCase()} against {beside ? boardName(beside).toLowerCase() : 'the target'}, edge to
        edge
      </h2>
      <Row gap="near" wrap>
        <Button aria-pressed={swapped} title="Swap the hands" onClick={() => setSide(!swapped)}>
          {swapped ? 'This board on the left ⇄' : 'This board on the right ⇄'}
        </Button>
        {others.length > 0 && (
          <TextField
            select
            label="Against"
            value={against}
            onChange={(e) => setAgainst(e.target.value)}
            slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
            sx={{ minWidth: 150 }}
          >
            <MenuItem value="">the target</MenuItem>
            {others.map((other) => (
              <MenuItem key={other.id} value={other.id}>
                {boardName(other)}
              </MenuItem>
            ))}
          </TextField>
        )}
        <TextField select label="In" value={light} onChange={(e) => setLight(e.target.value as Illuminant)}>
          {lights.map((l) => (
            <MenuItem key={l} value={l}>
              {LIGHT_NAMES[l]}
            </MenuItem>
          ))}
        </TextField>
      </Row>
      <LookAxes
        said={said}
        onTap={tap}
        onSay={sayIt}
        onSame={() => !busy && void say([])}
        onCannotTell={() => !busy && void say(null)}
      />
      <TextField
        label="Or in your words"
        placeholder="a touch too red; not dark enough"
        value={words}
        onChange={(e) => setWords(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === 'Enter' && heard && !busy) void say(undefined);
        }}
        helperText={words.trim() === '' ? ' ' : heard ? `understood: ${lookText(heard)}` : 'nothing understood yet'}
        slotProps={{ htmlInput: { maxLength: 300 } }}
      />
      <ErrorMessage error={refused} />
      <div className="choices close">
        <Button variant="contained" disabled={!ready} onClick={sayIt}>
          {said.length > 0 ? `It is ${lookText(said)}` : 'Say it'}
        </Button>
        <Button disabled={busy} title="Key =" onClick={() => void say([])}>
          The same
        </Button>
        <Button disabled={busy} title="Key ?" onClick={() => void say(null)}>
          Cannot tell
        </Button>
        {ear && (
          <Button aria-pressed={ear.listening} onClick={ear.toggle}>
            {ear.listening ? 'Listening …' : 'Say it aloud'}
          </Button>
        )}
        {!large && <Button onClick={() => setLarge(true)}>At arm’s length</Button>}
        {wet && (
          <>
            <Button onClick={() => void say(said.length > 0 ? said : heard ? undefined : [], 'dry')}>It is dry</Button>
            <Button onClick={() => void say(said.length > 0 ? said : undefined, 'wet')}>Keep how it looks wet</Button>
          </>
        )}
      </div>
      {isDone(board) && finished.length > 1 && (
        <NearestOf
          boards={finished}
          busy={busy}
          onNearest={(best) => among(best, finished, false)}
          onBetween={(nearer, other) => among(nearer, [other], true)}
        />
      )}
    </Pile>
  );
  if (!large) return panel;
  return (
    <Dialog
      fullScreen
      open
      onClose={() => setLarge(false)}
      slotProps={{ paper: { 'aria-label': 'Look at it, at arm’s length' } }}
    >
      <div className="armslength">
        {panel}
        <Button onClick={() => setLarge(false)}>Close</Button>
      </div>
    </Dialog>
  );
}
