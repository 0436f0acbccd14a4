import { Button, Dialog } from '@mui/material';
import { type ReactNode, useMemo, useState } from 'react';
import type { Lab } from '../../../core/colour/lab.ts';
import { type KnownColour, toldBy } from '../../../core/picture/measure.ts';
import { colourWords } from '../../../core/usual/colours.ts';
import { ErrorMessage, sentenceOf } from '../ErrorMessage.tsx';
import { Pile, Row } from '../layout.tsx';
import { CardChoice } from './CardChoice.tsx';
import { type Nameable, usePictureInHand } from './in-hand.ts';
import { PictureFields, WhatLies } from './PictureFields.tsx';
import { TakePicture } from './TakePicture.tsx';

/** A thing of a picture, and its colour by it. */
export interface ColourOfThing extends Nameable {
  lab: Lab;
}
interface Props {
  title: string;
  /** How they are laid, in a line. */
  lay: string;
  /** Under which what lies where is kept. */
  keep: string;
  things: readonly Nameable[];
  /** What is known of some of them: it takes the camera's own colours out of the others. */
  known?: ReadonlyMap<string, KnownColour>;
  /** What is asked beside the picture. */
  children: ReactNode;
  /** What is to be said of what the picture told. */
  warning?: (placed: ReadonlySet<string>, strange: readonly string[]) => string | null;
  /** What is kept of it, and what the tap that keeps it is called. */
  save: string;
  onSave: (told: readonly ColourOfThing[]) => Promise<void>;
  onClose: () => void;
}
const NOTHING_KNOWN: ReadonlyMap<string, KnownColour> = new Map();

/** One picture of several things of which nothing but their colours is kept: rungs of a ladder, boards from before. */
export function PictureDialog({
  title,
  lay,
  keep,
  things,
  known = NOTHING_KNOWN,
  children,
  warning,
  save,
  onSave,
  onClose,
}: Props) {
  const [refused, setRefused] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const inHand = usePictureInHand(
    keep,
    things,
    things.map((t) => t.id),
  );
  const { picture, looked, shot, arrangement, placed } = inHand;
  const { told, strange } = useMemo(() => {
    if (!shot || !arrangement.card) return { told: [], strange: [] };
    const by = toldBy(shot, known);
    const colours = things.flatMap((thing): ColourOfThing[] => {
      const lab = by.things.find((t) => t.id === thing.id)?.lab;
      return lab && !known.has(thing.id) ? [{ ...thing, lab }] : [];
    });
    return { told: colours, strange: by.strange };
  }, [shot, arrangement.card, things, known]);
  const trouble = told.length > 0 ? warning?.(placed, strange) : null;
  const keepIt = async () => {
    setBusy(true);
    try {
      await onSave(told);
      onClose();
    } catch (error) {
      setRefused(sentenceOf(error));
    } finally {
      setBusy(false);
    }
  };
  return (
    <Dialog open fullScreen onClose={onClose} aria-label={title}>
      {picture && (
        <div className="work">
          <PictureFields inHand={inHand} />
        </div>
      )}
      <div className="plate columns halves">
        <Pile gap="near" top>
          <h2>{title}</h2>
          {children}
          {!picture && (
            <>
              <div>{lay}</div>
              <TakePicture onFile={(file) => void inHand.open(file)} main />
              <CardChoice card={inHand.card} onCard={inHand.setCard} />
            </>
          )}
          {picture && told.length > 0 && (
            <ul className="looks">
              {told.map(({ id, name, lab }) => (
                <li key={id}>
                  <b>{name}</b> {colourWords(lab)}
                </li>
              ))}
            </ul>
          )}
          {looked?.refused && <div className="trouble">{looked.refused}</div>}
          <ErrorMessage error={refused ?? inHand.error} />
        </Pile>
        <Pile gap="near" top>
          {picture && <WhatLies inHand={inHand} things={things} />}
          {trouble && <div className="trouble">{trouble}</div>}
          <Row gap="near" wrap>
            <Button
              variant="contained"
              color="primary"
              disabled={busy || told.length === 0}
              onClick={() => void keepIt()}
            >
              {save}
            </Button>
            {picture && <Button onClick={inHand.close}>Another picture</Button>}
            <Button onClick={onClose}>Leave it</Button>
          </Row>
          <div className="soft">The picture itself is not kept, what it told is.</div>
        </Pile>
      </div>
    </Dialog>
  );
}
