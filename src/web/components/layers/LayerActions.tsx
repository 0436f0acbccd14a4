import { Button, TextField } from '@mui/material';
import { memo } from 'react';

interface NoteProps {
  note: string;
  onNote: (note: string) => void;
  onSettle: () => void;
}

/** What the finisher wants to remember of the layer. */
export const LayerNote = memo(function LayerNote({ note, onNote, onSettle }: NoteProps) {
  return (
    <TextField
      autoFocus
      label="Note"
      value={note}
      onChange={(e) => onNote(e.target.value)}
      onBlur={onSettle}
      slotProps={{ htmlInput: { maxLength: 300 } }}
      sx={{ width: 440 }}
    />
  );
});

interface Props {
  /** What the layer is called, and whether it is left out. */
  name: string;
  off: boolean;
  onOff: (off: boolean) => void;
  onTwice: () => void;
  /** Half with it, half without: both are kept. */
  onBranch: () => void;
  onTakeOut: () => void;
}

/** What can be done with the open layer as a whole: left out and put back, doubled, taken out. */
export const LayerActions = memo(function LayerActions({ name, off, onOff, onTwice, onBranch, onTakeOut }: Props) {
  return (
    <>
      <Button aria-pressed={off} onClick={() => onOff(!off)}>
        {off ? `With this ${name} again` : 'Without this'}
      </Button>
      <Button onClick={onTwice}>Twice</Button>
      <Button onClick={onBranch}>Half without</Button>
      <Button onClick={onTakeOut}>Take out</Button>
    </>
  );
});
