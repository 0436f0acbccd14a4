import { Button, Snackbar } from '@mui/material';
import { createContext, type ReactNode, useCallback, useContext, useState } from 'react';
import { sentenceOf } from './ErrorMessage.tsx';

interface Offer {
  text: string;
  undo?: () => Promise<unknown> | unknown;
}
const Say = createContext<(offer: Offer) => void>(() => {});

/** Tells in one line what was done, and offers to undo it. */
export const useToast = () => useContext(Say);

/** Does what a tap asks; where it fails, the same line tells why. */
export function useAttempt(): (work: () => Promise<unknown>) => Promise<void> {
  const say = useToast();
  return useCallback(
    async (work) => {
      try {
        await work();
      } catch (trouble) {
        say({ text: sentenceOf(trouble) });
      }
    },
    [say],
  );
}

export function ToastProvider({ children }: { children: ReactNode }) {
  const [offer, setOffer] = useState<Offer | null>(null);
  const say = useCallback((next: Offer) => setOffer(next), []);
  return (
    <Say.Provider value={say}>
      {children}
      <Snackbar
        open={offer !== null}
        // At the left lies what is tapped next.
        anchorOrigin={{ vertical: 'bottom', horizontal: 'right' }}
        autoHideDuration={9000}
        onClose={(_, reason) => reason !== 'clickaway' && setOffer(null)}
        message={offer?.text}
        action={
          offer?.undo && (
            <Button
              sx={{ color: 'var(--on-select)', borderColor: 'var(--on-select)' }}
              onClick={async () => {
                try {
                  await offer.undo?.();
                  setOffer(null);
                } catch (trouble) {
                  setOffer({ text: `Not undone. ${sentenceOf(trouble)}` });
                }
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
