import { Button, Dialog, DialogContent } from '@mui/material';
import type { ReactNode } from 'react';
import { Trouble } from './Trouble.tsx';

/** The frame of a form in a dialog: title, fields, what is wrong, and the one action. */
export function FormDialog(props: {
  title: string;
  error: string | null;
  onClose: () => void;
  action: ReactNode;
  children: ReactNode;
}) {
  const { title, error, onClose, action, children } = props;
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" slotProps={{ paper: { 'aria-label': title } }}>
      <DialogContent sx={{ display: 'grid', gap: 2 }}>
        <h2 style={{ margin: 0 }}>{title}</h2>
        {children}
        <Trouble error={error} />
        <div style={{ display: 'flex', gap: 12, justifyContent: 'flex-end' }}>
          <Button onClick={onClose}>Later</Button>
          {action}
        </div>
      </DialogContent>
    </Dialog>
  );
}
