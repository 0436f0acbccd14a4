import { useDeferredValue } from 'react';
import { useDebounce } from 'use-debounce';

/** What takes longer follows a hand that moves this late, and at least so often. */
const AFTER_MS = 60;
const AT_LEAST_MS = 300;

/** A value that is dragged, for what takes longer than a picture: when the hand is calm, or now and then. */
export function useThrottled<T>(value: T): T {
  const [calm] = useDebounce(value, AFTER_MS, { leading: true, maxWait: AT_LEAST_MS });
  return useDeferredValue(calm);
}
