import { useCallback, useRef } from 'react';
import { newId } from '../../shared/id.ts';

/**
 * The id of the thing that the next tap makes. It stays the same until that was kept, so that a double tap, or a tap
 * after a lost answer, makes one thing and not two.
 */
export function useNextId(): { next: () => string; kept: () => void } {
  const id = useRef<string | null>(null);
  const next = useCallback(() => {
    id.current ??= newId();
    return id.current;
  }, []);
  const kept = useCallback(() => {
    id.current = null;
  }, []);
  return { next, kept };
}
