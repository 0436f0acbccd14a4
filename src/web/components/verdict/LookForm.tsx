import { Button, Dialog, MenuItem, TextField } from '@mui/material';
import { type ReactNode, useState } from 'react';
import { lookText, understood, type Word } from '../../../core/belief/words.ts';
import { type Illuminant, LIGHT_NAMES } from '../../../core/colour/lights.ts';
import type { NewLook } from '../../../shared/look.ts';
import { Refused } from '../../hooks/api.ts';
import { useListening } from '../../hooks/listening.ts';
import { usePersistentState } from '../../hooks/persistent-state.ts';
import { ErrorMessage, sentenceOf } from '../ErrorMessage.tsx';
import { Pile, Row } from '../layout.tsx';
import { LookAxes, tapped } from './LookAxes.tsx';

/** What was seen of two things in the hand, as it is sent. */
export type SeenInHand = Pick<NewLook, 'said' | 'words' | 'light' | 'swapped' | 'dry' | 'wet'>;

interface Props {
  /** What is held against what. */
  heading: string;
  /** What is typed is kept under this name until it is sent. */
  keep: string;
  lights: readonly Illuminant[];
  /** It is the other hand's turn. */
  otherHand: boolean;
  /** What else is chosen beside hand and light. */
  beside?: ReactNode;
  /** Sends what was seen. */
  onSeen: (seen: SeenInHand) => Promise<unknown>;
  /** Other ways to tell, below. */
  children?: ReactNode;
}

/** Two things held edge to edge: what is seen, by taps, by keys, aloud or in one's own words. */
export function LookForm({ heading, keep, lights, otherHand, beside, onSeen, children }: Props) {
  const [said, setSaid] = useState<readonly Word[]>([]);
  const [words, setWords] = usePersistentState(keep, '');
  const [light, setLight] = useState<Illuminant>('D65');
  const [refused, setRefused] = useState<string | null>(null);
  const [wet, setWet] = useState(false);
  const [busy, setBusy] = useState(false);
  const [large, setLarge] = useState(false);
  const [side, setSide] = useState<boolean | null>(null);
  const ear = useListening(setWords);
  const swapped = side ?? otherHand;
  const heard = words.trim() === '' ? null : understood(words);
  const say = async (what: readonly Word[] | null | undefined, though?: 'dry' | 'wet') => {
    setBusy(true);
    try {
      await onSeen({
        words: words.trim(),
        light: light as 'D65',
        swapped,
        dry: though === 'dry',
        wet: though === 'wet',
        ...(what === undefined ? {} : { said: what && [...what] }),
      });
      setRefused(null);
      setWet(false);
      setSide(null);
      // What was typed or tapped meanwhile stays.
      setWords((now) => (now === words ? '' : now));
      setSaid((now) => (now === said ? [] : now));
    } catch (trouble) {
      setRefused(sentenceOf(trouble));
      setWet(trouble instanceof Refused && trouble.field === 'dry');
    } finally {
      setBusy(false);
    }
  };
  const ready = !busy && (said.length > 0 || heard !== null);
  const sayIt = () => {
    if (ready) void say(said.length > 0 ? said : undefined);
  };
  const form = (
    <Pile as="section" aria-label="Look at it" className="noprint" gap="near" top>
      <h2>{heading}</h2>
      <Row gap="near" wrap>
        <Button aria-pressed={swapped} title="Swap the hands" onClick={() => setSide(!swapped)}>
          {swapped ? 'This board on the left ⇄' : 'This board on the right ⇄'}
        </Button>
        {beside}
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
        onTap={(direction) => setSaid(tapped(said, direction))}
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
      {children}
    </Pile>
  );
  if (!large) return form;
  return (
    <Dialog
      fullScreen
      open
      onClose={() => setLarge(false)}
      slotProps={{ paper: { 'aria-label': 'Look at it, at arm’s length' } }}
    >
      <div className="armslength">
        {form}
        <Button onClick={() => setLarge(false)}>Close</Button>
      </div>
    </Dialog>
  );
}
