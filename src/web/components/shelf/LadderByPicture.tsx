import { Button, Dialog, MenuItem, TextField } from '@mui/material';
import { useMemo, useState } from 'react';
import { rawMean } from '../../../core/board/wood.ts';
import { bentTo } from '../../../core/colour/bent.ts';
import { type Lab, labOf } from '../../../core/colour/lab.ts';
import { unlessRefused } from '../../../core/field-error.ts';
import { toldBy } from '../../../core/picture/measure.ts';
import { colourWords } from '../../../core/usual/colours.ts';
import { addRungs, archiveRung } from '../../../shared/contract/shelf.ts';
import { newId } from '../../../shared/id.ts';
import type { ColourantRecord, SpeciesRecord } from '../../../shared/shelf.ts';
import { change } from '../../hooks/api.ts';
import { ErrorMessage, sentenceOf } from '../ErrorMessage.tsx';
import { Pile, Row } from '../layout.tsx';
import { CardChoice } from '../pictures/CardChoice.tsx';
import { usePictureInHand } from '../pictures/in-hand.ts';
import { PictureFields, WhatLies } from '../pictures/PictureFields.tsx';
import { TakePicture } from '../pictures/TakePicture.tsx';
import { useToast } from '../Toast.tsx';

const RAW = 'raw wood';
const MOST_RUNGS = 12;
/** How far raw boards of a wood lie from its usual one, relative. Common practice, no source. */
const RAW_VARIES = 0.1;
/** Strengths as they are typed: 2 5 10 20. */
const strengthsIn = (text: string): number[] =>
  [...new Set(text.split(/[\s;]+/).map((t) => Number(t.replace(',', '.'))))]
    .filter((v) => Number.isFinite(v) && v > 0)
    .slice(0, MOST_RUNGS);

/**
 * All rungs of a ladder in one picture, the raw wood beside them: what is known of that takes the camera out of the others.
 */
export function LadderByPicture({
  colourant,
  woods,
  unit,
  scale,
  onClose,
}: {
  colourant: ColourantRecord;
  woods: readonly SpeciesRecord[];
  /** How a strength is written, and what one of that is in the model's. */
  unit: string;
  scale: number;
  onClose: () => void;
}) {
  const [text, setText] = useState('');
  const [speciesId, setSpecies] = useState(colourant.rungs[0]?.speciesId ?? woods[0]?.id ?? '');
  const [refused, setRefused] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const say = useToast();
  const species = woods.find((s) => s.id === speciesId);
  const strengths = useMemo(() => strengthsIn(text), [text]);
  const things = useMemo(
    () => [{ id: RAW, name: RAW }, ...strengths.map((s) => ({ id: `rung ${s}`, name: `${s} ${unit}` }))],
    [strengths, unit],
  );
  const inHand = usePictureInHand(
    `ladder/${colourant.id}`,
    things,
    things.map((t) => t.id),
  );
  const { picture, looked, shot, arrangement } = inHand;
  const { told, strange } = useMemo((): {
    told: { strength: number; lab: Lab; after: number[] }[];
    strange: boolean;
  } => {
    if (!shot || !species || !arrangement.card) return { told: [], strange: false };
    const raw = rawMean(species);
    const { things: seen, strange } = toldBy(shot, new Map([[RAW, { lab: labOf(raw), error: RAW_VARIES }]]));
    const rungs = strengths.flatMap((strength) => {
      const lab = seen.find((t) => t.id === `rung ${strength}`)?.lab;
      const after = lab && unlessRefused(() => bentTo(raw, lab));
      return lab && after ? [{ strength, lab, after: Array.from(after) }] : [];
    });
    return { told: rungs, strange: strange.length > 0 };
  }, [shot, species, strengths, arrangement.card]);
  const hasRaw = arrangement.things.some((t) => t.id === RAW);

  const keep = async () => {
    if (!species) return;
    setBusy(true);
    const before = Array.from(rawMean(species));
    const rungs = told.map(({ strength, after }) => ({
      id: newId(),
      speciesId,
      strength: strength * scale,
      beside: {},
      before,
      after,
    }));
    try {
      await change(addRungs, { item: colourant.id }, { rungs });
      say({
        text: `${rungs.length} ${rungs.length === 1 ? 'rung' : 'rungs'} of ${colourant.name} kept.`,
        undo: async () => {
          for (const { id } of rungs) await change(archiveRung, { rung: id });
        },
      });
      onClose();
    } catch (trouble) {
      setRefused(sentenceOf(trouble));
    } finally {
      setBusy(false);
    }
  };
  return (
    <Dialog open fullScreen onClose={onClose} aria-label={`Ladder of ${colourant.name} by a picture`}>
      {picture && (
        <div className="work">
          <PictureFields inHand={inHand} />
        </div>
      )}
      <div className="plate columns halves">
        <Pile gap="near" top>
          <h2>{colourant.name}: a ladder in one picture</h2>
          <Row gap="near" wrap>
            <TextField
              label={`Strengths, ${unit}`}
              placeholder="2 5 10 20"
              value={text}
              onChange={(e) => setText(e.target.value)}
            />
            <TextField
              select
              label="On"
              value={speciesId}
              onChange={(e) => setSpecies(e.target.value)}
              sx={{ minWidth: 130 }}
            >
              {woods.map((s) => (
                <MenuItem key={s.id} value={s.id}>
                  {s.name}
                </MenuItem>
              ))}
            </TextField>
          </Row>
          {!picture && (
            <>
              <div>Lay the rungs, a raw board of the same wood and a card side by side in one light.</div>
              <TakePicture onFile={(file) => void inHand.open(file)} main />
              <CardChoice card={inHand.card} onCard={inHand.setCard} />
            </>
          )}
          {picture && told.length > 0 && (
            <ul className="looks">
              {told.map(({ strength, lab }) => (
                <li key={strength}>
                  <b className="mono">
                    {strength} {unit}
                  </b>{' '}
                  {colourWords(lab)}
                </li>
              ))}
            </ul>
          )}
          {looked?.refused && <div className="trouble">{looked.refused}</div>}
          <ErrorMessage error={refused ?? inHand.error} />
        </Pile>
        <Pile gap="near" top>
          {picture && <WhatLies inHand={inHand} things={things} />}
          {picture && told.length > 0 && !hasRaw && (
            <div className="trouble">
              With the raw wood in it the camera’s own colours are taken out: put it down too.
            </div>
          )}
          {strange && (
            <div className="trouble">
              The raw wood in this picture is not {species?.name.toLowerCase()} as the shelf has it: the rungs are as
              the camera saw them.
            </div>
          )}
          <Row gap="near" wrap>
            <Button
              variant="contained"
              color="primary"
              disabled={busy || told.length === 0}
              onClick={() => void keep()}
            >
              Keep the ladder
            </Button>
            {picture && <Button onClick={inHand.close}>Another picture</Button>}
            <Button onClick={onClose}>Leave it</Button>
          </Row>
          <div className="soft">The picture itself is not kept: a ladder is what it told.</div>
        </Pile>
      </div>
    </Dialog>
  );
}
