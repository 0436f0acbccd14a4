import { Button, Dialog, DialogContent } from '@mui/material';
import type { FormEventHandler, ReactNode } from 'react';
import { ErrorMessage } from './ErrorMessage.tsx';
import { Pile, Row } from './layout.tsx';

interface Props {
  title: string;
  error: string | null;
  onClose: () => void;
  /** Enter in a field, and the one action, send the form. */
  onSubmit?: FormEventHandler;
  action: ReactNode;
  children: ReactNode;
}

/** The frame of a form in a dialog: title, fields, what is wrong, and the one action. */
export function FormDialog({ title, error, onClose, onSubmit, action, children }: Props) {
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" slotProps={{ paper: { 'aria-label': title } }}>
      <DialogContent>
        <Pile
          as="form"
          noValidate
          onSubmit={(event) => {
            event.preventDefault();
            onSubmit?.(event);
          }}
          gap="apart"
        >
          <h2>{title}</h2>
          {children}
          <ErrorMessage error={error} />
          <Row gap="near" end>
            <Button onClick={onClose}>Later</Button>
            {action}
          </Row>
        </Pile>
      </DialogContent>
    </Dialog>
  );
}

/** The one action of a form: saves, or saves over what was changed meanwhile. */
export function SaveButton({
  busy,
  over = false,
  children = 'Save',
}: {
  busy: boolean;
  over?: boolean;
  children?: ReactNode;
}) {
  return (
    <Button type="submit" variant="contained" color="primary" disabled={busy}>
      {over ? 'Save mine over it' : children}
    </Button>
  );
}
