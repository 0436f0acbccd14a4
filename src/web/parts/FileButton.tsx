import { Button } from '@mui/material';
import { useRef } from 'react';
import { type MeasurementFile, MOST_BYTES, readMeasurements } from '../../core/formats/index.ts';
import { sentenceOf } from './Trouble.tsx';

interface Props {
  label: string;
  onReadings: (file: MeasurementFile) => void;
  onTrouble: (sentence: string) => void;
  disabled?: boolean;
}

/** A button that reads a measurement file here in the browser and hands on its readings. */
export function FileButton({ label, onReadings, onTrouble, disabled }: Props) {
  const input = useRef<HTMLInputElement>(null);
  const read = async (file: File | undefined) => {
    if (!file) return;
    try {
      if (file.size > MOST_BYTES) throw new Error(`${file.name}: the file is larger than ${MOST_BYTES / 1e6} MB.`);
      onReadings(readMeasurements(await file.text(), file.name));
    } catch (trouble) {
      onTrouble(sentenceOf(trouble));
    }
  };
  return (
    <>
      <Button disabled={disabled} onClick={() => input.current?.click()}>
        {label}
      </Button>
      <input
        ref={input}
        type="file"
        hidden
        accept=".txt,.csv,.cgats,text/*"
        onChange={(e) => {
          void read(e.target.files?.[0]);
          e.target.value = '';
        }}
      />
    </>
  );
}
