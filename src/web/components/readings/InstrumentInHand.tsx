import { Button, MenuItem, TextField } from '@mui/material';
import { useState } from 'react';
import type { Measurement } from '../../../core/formats/index.ts';
import { onTheShelf } from '../../../record/shelf/materials.ts';
import { measureIntoFolder, measureLines } from '../../../shared/contract/instrument.ts';
import type { House } from '../../../shared/house.ts';
import type { MeasureRequest } from '../../../shared/reading.ts';
import { change, send, useHouse, useSamplePieces, useSimulated } from '../../hooks/api.ts';
import { useInstrument } from '../../hooks/instrument.ts';
import { hasSerial } from '../../hooks/serial-port.ts';
import { ErrorMessage, sentenceOf } from '../ErrorMessage.tsx';
import { Row } from '../layout.tsx';

const KEPT = 'urushi/instrument';
/** The instrument that this page reads with: the one that was chosen last, else the first of the house. */
export function instrumentHere(house: House | undefined): string | null {
  const instruments = onTheShelf(house?.instruments ?? []);
  return (instruments.find((i) => i.id === localStorage.getItem(KEPT)) ?? instruments[0])?.id ?? null;
}

const INTO_FOLDER = 3;

/** The instrument in the hand: what lies under it, how often it reads, and what comes by its cable. */
export function InstrumentInHand({
  pieces,
  piece,
  onPiece,
  armed,
  space = false,
  onMeasure,
  underIt,
  onMeasured,
  onTrouble,
}: {
  /** It reads a target: what lies under the simulated one is chosen. */
  pieces: boolean | undefined;
  piece: string;
  onPiece: (piece: string) => void;
  armed: boolean;
  /** The space bar reads too. */
  space?: boolean;
  onMeasure: (count: number) => void;
  /** What lies under the simulated one. */
  underIt: (count: number) => MeasureRequest;
  onMeasured: (reading: Measurement) => void;
  onTrouble: (sentence: string) => void;
}) {
  const { data: house } = useHouse();
  const simulated = useSimulated();
  const drawer = useSamplePieces();
  const cable = useInstrument(onMeasured);
  const [instrument, setInstrument] = useState(() => instrumentHere(house));
  const instruments = onTheShelf(house?.instruments ?? []);
  const lines = async () => (await send(measureLines, {}, underIt(1))).lines;
  const intoFolder = () =>
    void change(measureIntoFolder, {}, underIt(INTO_FOLDER)).catch((trouble: unknown) =>
      onTrouble(sentenceOf(trouble)),
    );
  return (
    <>
      <Row gap="near" wrap>
        {simulated && pieces && (
          <TextField
            select
            label="Under the simulated instrument"
            value={drawer.data?.some((p) => p.id === piece) ? piece : ''}
            onChange={(e) => onPiece(e.target.value)}
            sx={{ minWidth: 290 }}
          >
            {(drawer.data ?? []).map((p) => (
              <MenuItem key={p.id} value={p.id}>
                {p.name}
              </MenuItem>
            ))}
          </TextField>
        )}
        {simulated && !cable.joined && (
          <>
            <Button onClick={() => onMeasure(1)} disabled={!armed}>
              Read once{space && ' (Space)'}
            </Button>
            <Button onClick={() => onMeasure(5)} disabled={!armed}>
              Read 5×
            </Button>
            {house?.watch.folder && (
              <Button onClick={intoFolder} disabled={!armed}>
                Into the folder
              </Button>
            )}
          </>
        )}
        {cable.joined ? (
          <>
            <Button onClick={() => void cable.measure()} disabled={simulated && !armed}>
              Measure
            </Button>
            <Button onClick={() => void cable.leave()}>Leave the cable</Button>
          </>
        ) : (
          (simulated || hasSerial()) && (
            <Button onClick={() => void cable.join(simulated ? lines : undefined)}>By cable</Button>
          )
        )}
        {instruments.length > 1 && (
          <TextField
            select
            label="With"
            value={instrument ?? instrumentHere(house) ?? ''}
            onChange={(e) => {
              localStorage.setItem(KEPT, e.target.value);
              setInstrument(e.target.value);
            }}
            sx={{ minWidth: 200 }}
          >
            {instruments.map((i) => (
              <MenuItem key={i.id} value={i.id}>
                {i.name}
              </MenuItem>
            ))}
          </TextField>
        )}
      </Row>
      <ErrorMessage error={cable.error} />
    </>
  );
}
