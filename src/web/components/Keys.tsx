import { Button, Dialog, DialogContent } from '@mui/material';
import { useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Row, Text } from './layout';

export interface Key {
  /** As it is written: `f`, `Ctrl+Z`, `Space`. */
  key: string;
  what: string;
  run?: () => void;
}

const TYPED_INTO = 'textarea, select, input:not([type=range]):not([type=checkbox]), [contenteditable=true]';
const PRESSED = 'button, a, [role=button], input[type=checkbox]';
const OPEN = '[role=dialog], [role=listbox], [role=menu]';

/** While something is typed, or a list, a menu or a dialog is open, the page's keys rest; a button keeps its Space. */
function resting(event: KeyboardEvent): boolean {
  const target = event.target instanceof Element ? event.target : document.body;
  return (
    target.closest(TYPED_INTO) !== null ||
    document.querySelector(OPEN) !== null ||
    (event.key === ' ' && target.closest(PRESSED) !== null)
  );
}
const withModifier = (event: KeyboardEvent) => event.ctrlKey || event.metaKey || event.altKey;

/** One key that works while this is on the page. */
export function OneKey({ of: { key, run } }: { of: Key }) {
  // A letter is what the keyboard writes, wherever it lies; with Ctrl it is where the hand expects it.
  const plain = key.length === 1;
  useHotkeys(key.toLowerCase().replace('ctrl', 'mod'), () => run?.(), {
    enabled: run !== undefined,
    useKey: plain,
    enableOnFormTags: true,
    ignoreEventWhen: (event) => resting(event) || (plain && withModifier(event)),
    preventDefault: true,
  });
  return null;
}

/** The keys of a page: they work, and `?` lists them. */
export function Keys({ keys }: { keys: readonly Key[] }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      {[...keys, { key: '?', what: '', run: () => setOpen(true) }].map((key) => (
        <OneKey key={key.key} of={key} />
      ))}
      <Dialog open={open} onClose={() => setOpen(false)} slotProps={{ paper: { 'aria-label': 'Keys of this page' } }}>
        <DialogContent className="pile">
          <h2>Keys of this page</h2>
          {[...keys, { key: '?', what: 'this list' }].map((k) => (
            <Row key={k.key} gap="far" padY="hair">
              <Text as="b" className="mono" width={130}>
                {k.key}
              </Text>
              {k.what}
            </Row>
          ))}
          <Button sx={{ marginTop: 2 }} onClick={() => setOpen(false)}>
            Close
          </Button>
        </DialogContent>
      </Dialog>
    </>
  );
}
