import { useCallback, useEffect, useRef, useState } from 'react';
import { Refused } from './api.ts';
import { sentenceOf } from './sentence.ts';

/** Saves of one record go one after the other, each on the version that the last one gave. */
const lanes = new Map<string, { tail: Promise<unknown>; version: number }>();

/**
 * An edit in its turn: `save` is given the newest version that this window knows, and answers with the one it made.
 * @param lane the record, e.g. its path
 */
export function inTurn(lane: string, version: number, save: (version: number) => Promise<number>): Promise<number> {
  const before = lanes.get(lane) ?? { tail: Promise.resolve(), version: 0 };
  const done = before.tail
    .catch(() => {})
    .then(async () => {
      const made = await save(Math.max(version, lanes.get(lane)?.version ?? 0));
      const now = lanes.get(lane);
      if (now) now.version = Math.max(now.version, made);
      return made;
    });
  lanes.set(lane, { tail: done, version: before.version });
  return done;
}

/** Two texts of one thing: what it was changed to meanwhile, and what is here. */
export interface Meanwhile<T> {
  theirs: T;
  mine: T;
  version: number;
}

interface Options<T> {
  /** The record that the value belongs to; values of one record share their versions. */
  lane: string;
  value: T;
  version: number;
  save: (value: T, version: number) => Promise<number>;
  /** The value in what a refusal says the record is now. */
  valueIn?: (current: unknown) => T;
}

const same = (p: unknown, q: unknown) => JSON.stringify(p) === JSON.stringify(q);

/**
 * A value that is saved as it is changed. A refused save says so and keeps what is here; a value that was changed
 * meanwhile leaves both texts, to choose from.
 */
export function useVersioned<T>({ lane, value, version, save, valueIn = (v) => v as T }: Options<T>) {
  const [shown, setShown] = useState(value);
  const [error, setError] = useState<string | null>(null);
  const [meanwhile, setMeanwhile] = useState<Meanwhile<T> | null>(null);
  const base = useRef({ value, version });
  const latest = useRef({ value, save, valueIn });
  const underWay = useRef(0);
  latest.current.save = save;
  latest.current.valueIn = valueIn;

  // What comes from the server is shown, unless something here waits to be saved.
  useEffect(() => {
    // The echo of a save that another has overtaken: taken in, it would undo what was done since.
    if (version <= base.current.version || underWay.current > 0) return;
    const dirty = !same(latest.current.value, base.current.value);
    const moved = !same(value, base.current.value);
    if (dirty && moved && !same(value, latest.current.value))
      setMeanwhile({ theirs: value, mine: latest.current.value, version });
    else if (!dirty) {
      latest.current.value = value;
      setShown(value);
    }
    base.current = { value: dirty && !moved ? base.current.value : value, version };
  }, [value, version]);

  const commit = useCallback(
    async (next: T, on: number) => {
      underWay.current++;
      try {
        const made = await inTurn(lane, on, (newest) => latest.current.save(next, newest));
        base.current = { value: next, version: Math.max(made, base.current.version) };
        setError(null);
        setMeanwhile(null);
      } catch (trouble) {
        if (trouble instanceof Refused && trouble.current) {
          const { value: current, version: now } = trouble.current;
          setMeanwhile({ theirs: latest.current.valueIn(current), mine: next, version: now });
        } else setError(sentenceOf(trouble));
      } finally {
        underWay.current--;
      }
    },
    [lane],
  );

  /** Shows a value and saves it. */
  const set = useCallback(
    (next: T) => {
      latest.current.value = next;
      setShown(next);
      return commit(next, base.current.version);
    },
    [commit],
  );
  const keepMine = useCallback(() => {
    if (!meanwhile) return;
    base.current = { value: meanwhile.theirs, version: meanwhile.version };
    void commit(meanwhile.mine, meanwhile.version);
  }, [meanwhile, commit]);
  const takeTheirs = useCallback(() => {
    if (!meanwhile) return;
    base.current = { value: meanwhile.theirs, version: meanwhile.version };
    latest.current.value = meanwhile.theirs;
    setShown(meanwhile.theirs);
    setMeanwhile(null);
  }, [meanwhile]);
  return { shown, set, error, meanwhile, keepMine, takeTheirs };
}
