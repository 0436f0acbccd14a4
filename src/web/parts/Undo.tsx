import { Button, Snackbar } from '@mui/material';
import { createContext, type ReactNode, useCallback, useContext, useState } from 'react';

interface Offer {
  text: string;
  undo?: () => Promise<unknown> | unknown;
}
const Say = createContext<(offer: Offer) => void>(() => {});

/** Tells in one line what was done, and offers to undo it. */
export const useSay = () => useContext(Say);

export function UndoProvider({ children }: { children: ReactNode }) {
  const [offer, setOffer] = useState<Offer | null>(null);
  const say = useCallback((next: Offer) => setOffer(next), []);
  return (
    <Say.Provider value={say}>
      {children}
      <Snackbar
        open={offer !== null}
        autoHideDuration={9000}
        onClose={(_, reason) => reason !== 'clickaway' && setOffer(null)}
        message={offer?.text}
        action={
          offer?.undo && (
            <Button
              sx={{ color: '#f2f2f2', borderColor: '#f2f2f2' }}
              onClick={async () => {
                await offer.undo?.();
                setOffer(null);
              }}
            >
              Undo
            </Button>
          )
        }
      />
    </Say.Provider>
  );
}
