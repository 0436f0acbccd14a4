import { Button, TextField } from '@mui/material';
import { useMemo, useState } from 'react';
import { predict } from '../../../core/board/predict.ts';
import { TISSUE_NAMES, type TissueName } from '../../../core/board/tissues.ts';
import { blotchOf, type Tissue } from '../../../core/board/wood.ts';
import { meanSpectrum } from '../../../core/colour/grid.ts';
import { labOf } from '../../../core/colour/lab.ts';
import { DAYLIGHT } from '../../../core/colour/lights.ts';
import { onGrid } from '../../../core/formats/index.ts';
import { nth } from '../../../core/known.ts';
import { readTissue } from '../../../shared/contract/instrument.ts';
import { changeSpecies } from '../../../shared/contract/shelf.ts';
import type { SpeciesRecord } from '../../../shared/shelf.ts';
import { change, send, useSimulated } from '../../hooks/api.ts';
import { BoardPicture } from '../board/BoardPicture.tsx';
import { Curves } from '../curves/Curves.tsx';
import { ErrorMessage, sentenceOf } from '../ErrorMessage.tsx';
import { FileButton } from '../FileButton.tsx';
import { Area, Pile, Row, Text } from '../layout.tsx';
import { labText, numberTyped } from '../numbers.ts';
import { ShelfTools } from './ShelfTools.tsx';

const WORDS: Record<TissueName, string> = { ground: 'Light ground', grain: 'Dark grain', pore: 'Pores', ray: 'Rays' };
const NOTHING = { colourants: {}, mediums: {}, supplies: {} };
const FIRST_SHARE = 0.1;

interface NumberProps {
  label: string;
  value: number;
  wrong: (value: number) => boolean;
  busy: boolean;
  onNumber: (value: number) => void;
}

/** A number of a tissue: kept when the field is left and it makes sense, put back when it does not. */
function TissueNumber({ label, value, wrong, busy, onNumber }: NumberProps) {
  return (
    <TextField
      label={label}
      disabled={busy}
      defaultValue={value}
      key={value}
      onBlur={(e) => {
        const typed = numberTyped(e.target.value) ?? Number.NaN;
        if (Number.isNaN(typed) || wrong(typed)) e.target.value = `${value}`;
        else if (Math.abs(typed - value) > 0.004) onNumber(typed);
      }}
      slotProps={{ htmlInput: { inputMode: 'decimal' } }}
      sx={{ width: 98 }}
    />
  );
}

/** One tissue: its share of the face, what it takes and holds, its reading, and how to read it again. */
function TissueRow({
  species,
  name,
  onError,
}: {
  species: SpeciesRecord;
  name: TissueName;
  onError: (e: string | null) => void;
}) {
  const [busy, setBusy] = useState(false);
  const tissue = species.tissues.find((t) => t.name === name);
  const save = async (now: Partial<Tissue>) => {
    const whole = { name, fraction: FIRST_SHARE, dye: 1, hold: 1, ...tissue, ...now };
    const { reflectance } = whole;
    // A tissue begins with a reading.
    if (!reflectance) return;
    setBusy(true);
    try {
      const others = species.tissues.filter((t) => t.name !== name);
      const rest = others.reduce((sum, t) => sum + t.fraction, 0);
      // What one tissue takes of the face, the others give in proportion.
      const scaled = others.map((t) => ({ ...t, fraction: (t.fraction / rest) * (1 - whole.fraction) }));
      const changed = { ...whole, reflectance };
      const tissues = TISSUE_NAMES.flatMap((n) => (n === name ? changed : scaled.filter((t) => t.name === n)));
      await change(changeSpecies, { item: species.id }, { version: species.version, tissues });
      onError(null);
    } catch (trouble) {
      onError(sentenceOf(trouble));
    } finally {
      setBusy(false);
    }
  };
  const simulated = useSimulated();
  const simulate = async () => {
    setBusy(true);
    try {
      const asked = { speciesId: species.id, tissue: name };
      await save({ reflectance: (await send(readTissue, {}, asked)).reflectance });
    } catch (trouble) {
      onError(sentenceOf(trouble));
    } finally {
      setBusy(false);
    }
  };
  return (
    <Row line padY="close" gap="close" wrap>
      <Text as="b" width={100}>
        {WORDS[name]}
      </Text>
      <Text className="mono" width={188} size="fine" nowrap>
        {tissue ? labText(labOf(tissue.reflectance)) : 'not read'}
      </Text>
      {tissue && species.tissues.length > 1 && (
        <TissueNumber
          label="% of face"
          value={Math.round(tissue.fraction * 100)}
          wrong={(v) => v <= 0 || v >= 100}
          busy={busy}
          onNumber={(v) => void save({ fraction: v / 100 })}
        />
      )}
      {tissue && (
        <>
          <TissueNumber
            label="takes dye, ×"
            value={tissue.dye}
            wrong={(v) => v < 0 || v > 5}
            busy={busy}
            onNumber={(dye) => void save({ dye })}
          />
          <TissueNumber
            label="holds film, ×"
            value={tissue.hold}
            wrong={(v) => v < 0 || v > 5}
            busy={busy}
            onNumber={(hold) => void save({ hold })}
          />
        </>
      )}
      {simulated && (
        <Button onClick={simulate} disabled={busy} sx={{ paddingInline: 1.5 }}>
          Instrument
        </Button>
      )}
      <FileButton
        label="File"
        disabled={busy}
        onReadings={({ readings }) => void save({ reflectance: Array.from(meanSpectrum(readings.map(onGrid))) })}
      />
    </Row>
  );
}

/** A wood of the shelf: its tissues, read from its light and dark parts. */
export function WoodPlate({ species }: { species: SpeciesRecord }) {
  const [error, setError] = useState<string | null>(null);
  const fields = useMemo(
    () => [{ label: 'Raw', expected: nth(predict([], species, NOTHING), 0), measured: null }],
    [species],
  );
  return (
    <Pile as="section" gap="near" top>
      <ShelfTools kind="species" item={species} />
      <Area on="work" pad="far">
        <BoardPicture wood={species} seed={7} fields={fields} target={null} light={DAYLIGHT} height={120} />
      </Area>
      <div>
        built like {species.figure.replace('-', ' ')}, {species.cut ?? 'flat'}-sawn, tannin class {species.tannin} of 3,
        pores {species.anatomy}, uneven uptake {Math.round(100 * blotchOf(species))} %
      </div>
      <div>
        {TISSUE_NAMES.map((name) => (
          <TissueRow key={name} species={species} name={name} onError={setError} />
        ))}
      </div>
      <ErrorMessage error={error} />
      <Curves
        label={`Tissues of ${species.name}`}
        unit="reflectance"
        height={220}
        curves={species.tissues.map((t) => ({ name: WORDS[t.name].toLowerCase(), values: t.reflectance }))}
      />
    </Pile>
  );
}
