import { useEffect, useState } from 'react';
import { broughtProgress } from '../../shared/contract/brought.ts';
import { send } from './api.ts';

/** A file as base64, as a request carries it. */
export const base64Of = (file: File): Promise<string> =>
  new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(String(reader.result).split(',')[1] ?? '');
    reader.onerror = () => reject(new Error('The file cannot be read. It may have been moved.'));
    reader.readAsDataURL(file);
  });

const ASKED_MS = 400;
/** How far a file has come that is being brought in, 0 to 1; null before anything is known. */
export function useBroughtProgress(brought: string | null): number | null {
  const [share, setShare] = useState<number | null>(null);
  useEffect(() => {
    setShare(null);
    if (!brought) return;
    const timer = setInterval(() => {
      // Before it has begun, and when it is done, there is none.
      send(broughtProgress, { brought }).then(
        ({ done, of }) => setShare(of > 0 ? done / of : null),
        () => {},
      );
    }, ASKED_MS);
    return () => clearInterval(timer);
  }, [brought]);
  return share;
}
