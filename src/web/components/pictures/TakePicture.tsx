import { Button } from '@mui/material';
import { useRef } from 'react';
import { Row } from '../layout.tsx';

/** Takes a picture: by the camera of what is in the hand, or out of a file. */
export function TakePicture({
  onFile,
  main = false,
  label = 'Take a picture',
}: {
  onFile: (file: File) => void;
  main?: boolean;
  label?: string;
}) {
  const [camera, files] = [useRef<HTMLInputElement>(null), useRef<HTMLInputElement>(null)];
  const input = (ref: typeof camera, name: string, capture?: 'environment') => (
    <input
      ref={ref}
      type="file"
      hidden
      aria-label={name}
      accept="image/jpeg,image/png,image/webp,image/*"
      capture={capture}
      onChange={(e) => {
        const [file] = e.target.files ?? [];
        e.target.value = '';
        if (file) onFile(file);
      }}
    />
  );
  return (
    <Row gap="near" wrap>
      <Button variant={main ? 'contained' : 'outlined'} color="primary" onClick={() => camera.current?.click()}>
        {label}
      </Button>
      <Button onClick={() => files.current?.click()}>From a file</Button>
      {input(camera, 'Camera', 'environment')}
      {input(files, 'Picture file')}
    </Row>
  );
}
