import { Button } from '@mui/material';
import { useRef, useState } from 'react';
import type { MeasurementFile } from '../../core/formats/index.ts';
import type { WatchedFile } from '../../shared/watched.ts';
import { TABLE_FILES } from '../hooks/file-text.ts';
import { beDoneWith, fileOfWatched, useWatched } from '../hooks/watched.ts';
import { FilePreview } from './readings/FilePreview.tsx';
import { useAttempt } from './Toast.tsx';

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
  const [watched, setWatched] = useState<WatchedFile | null>(null);
  const attempt = useAttempt();
  const newest = useWatched().files.find((f) => !f.why);
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
          setWatched(null);
          setFile(e.target.files?.[0] ?? null);
          e.target.value = '';
        }}
      />
      {newest && (
        <Button
          disabled={disabled}
          onClick={() =>
            void attempt(async () => {
              setFile(await fileOfWatched(newest));
              setWatched(newest);
            })
          }
        >
          New: {newest.name}
        </Button>
      )}
      {file && (
        <FilePreview
          file={file}
          onKeep={async ({ read }) => {
            onReadings(read);
            if (watched) await beDoneWith(watched, label);
          }}
          onClose={() => setFile(null)}
        />
      )}
    </>
  );
}
