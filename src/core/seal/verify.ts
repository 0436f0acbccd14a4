import { changedAt, type Json, type Seal } from './seal.ts';

/** What is found of a file that says it is sealed. */
export type Verified =
  | { state: 'whole'; hash: string }
  /** By the paths of its parts. */
  | { state: 'changed'; at: string[] }
  | { state: 'unknown'; why: string };

const isSeal = (value: unknown): value is Seal =>
  typeof value === 'object' &&
  value !== null &&
  typeof (value as Seal).hash === 'string' &&
  typeof (value as Seal).parts === 'object' &&
  (value as Seal).parts !== null &&
  Object.values((value as Seal).parts).every((part) => typeof part === 'string');

/** Whether a sealed file is as it was sealed, and where it is not. @param format what it must say it is */
export function verified(text: string, format: string): Verified {
  let file: unknown;
  try {
    file = JSON.parse(text);
  } catch {
    return { state: 'unknown', why: 'This is no JSON, and so no approval.' };
  }
  const { format: says, content, seal } = (file ?? {}) as { format?: unknown; content?: Json; seal?: unknown };
  if (says !== format) return { state: 'unknown', why: 'This file does not say that it is an approval.' };
  if (typeof content !== 'object' || content === null || !isSeal(seal))
    return { state: 'unknown', why: 'This approval has no content, or no seal over it.' };
  const at = changedAt(content, seal);
  return at.length > 0 ? { state: 'changed', at } : { state: 'whole', hash: seal.hash };
}
