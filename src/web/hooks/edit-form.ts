import { useState } from 'react';
import { Refused } from './api.ts';
import { sentenceOf } from './sentence.ts';
import type { Meanwhile } from './versioned.ts';

/**
 * Saving a form on the version that it was opened with. Where the record changed meanwhile both stay: the form keeps
 * what was typed, `meanwhile` tells what the record is now, and saving again saves over it knowingly.
 */
export function useEditForm<T>(opened: number, save: (version: number) => Promise<unknown>) {
  const [version, setVersion] = useState(opened);
  const [error, setError] = useState<string | null>(null);
  const [meanwhile, setMeanwhile] = useState<Meanwhile<T>['theirs'] | null>(null);
  const [busy, setBusy] = useState(false);
  /** True when it was saved. */
  const submit = async (): Promise<boolean> => {
    setBusy(true);
    try {
      await save(version);
      setError(null);
      setMeanwhile(null);
      return true;
    } catch (trouble) {
      if (trouble instanceof Refused && trouble.current) {
        setMeanwhile(trouble.current.value as T);
        setVersion(trouble.current.version);
      }
      setError(sentenceOf(trouble));
      return false;
    } finally {
      setBusy(false);
    }
  };
  return { submit, error, setError, meanwhile, busy };
}
