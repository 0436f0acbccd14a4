import { Button } from '@mui/material';
import { useRef, useState } from 'react';
import type { MeasurementFile } from '../../core/formats/index.ts';
import { TABLE_FILES } from '../hooks/file-text.ts';
import { FilePreview } from './readings/FilePreview.tsx';

interface Props {
  label: string;
  /** Gets the readings once they have been looked at. */
  onReadings: (file: MeasurementFile) => void;
  disabled?: boolean;
}

/** A button that reads a measurement file here in the browser, shows what it holds, and hands on its readings. */
export function FileButton({ label, onReadings, disabled }: Props) {
  const input = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<File | null>(null);
  return (
    <>
      <Button disabled={disabled} onClick={() => input.current?.click()}>
        {label}
      </Button>
      <input
        ref={input}
        type="file"
        hidden
        accept={`.cgats,.cxf,.xml,${TABLE_FILES}`}
        onChange={(e) => {
          setFile(e.target.files?.[0] ?? null);
          e.target.value = '';
        }}
      />
      {file && <FilePreview file={file} onKeep={async ({ read }) => onReadings(read)} onClose={() => setFile(null)} />}
    </>
  );
}
