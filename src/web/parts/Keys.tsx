import { Button, Dialog, DialogContent } from '@mui/material';
import { useEffect, useState } from 'react';

export interface Key {
  key: string;
  what: string;
  run?: () => void;
}

/** The keys of a page: they work, and `?` lists them. */
export function Keys({ keys }: { keys: readonly Key[] }) {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (/^(INPUT|TEXTAREA|SELECT)$/.test((event.target as HTMLElement).tagName)) return;
      const name = `${event.ctrlKey || event.metaKey ? 'ctrl+' : ''}${event.key.toLowerCase()}`;
      if (name === '?') setOpen(true);
      const key = keys.find((k) => k.key.toLowerCase() === name);
      if (!key?.run) return;
      event.preventDefault();
      key.run();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [keys]);
  return (
    <Dialog open={open} onClose={() => setOpen(false)} slotProps={{ paper: { 'aria-label': 'Keys of this page' } }}>
      <DialogContent>
        <h2 style={{ marginTop: 0 }}>Keys of this page</h2>
        {[...keys, { key: '?', what: 'this list' }].map((k) => (
          <div key={k.key} style={{ display: 'flex', gap: 20, padding: '4px 0' }}>
            <b className="mono" style={{ width: 90 }}>
              {k.key}
            </b>
            {k.what}
          </div>
        ))}
        <Button sx={{ marginTop: 2 }} onClick={() => setOpen(false)}>
          Close
        </Button>
      </DialogContent>
    </Dialog>
  );
}
