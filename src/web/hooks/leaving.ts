import { useEffect } from 'react';

/** A tab that is closed or reloaded while something here is not saved asks first. */
export function useAskBeforeLeaving(unsaved: () => boolean): void {
  useEffect(() => {
    const ask = (event: BeforeUnloadEvent) => {
      if (unsaved()) event.preventDefault();
    };
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [unsaved]);
}
