import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import canonicalize from 'canonicalize';

/** What JSON can hold. */
export type Json = null | boolean | number | string | readonly Json[] | { readonly [name: string]: Json | undefined };

/** SHA-256 (FIPS 180-4) over canonical JSON (RFC 8785): the same for the same content, however it is written. 64 hexadecimal digits. */
export function hashOf(content: Json): string {
  const text = canonicalize(content);
  if (text === undefined) throw new RangeError('This is nothing that JSON can hold.');
  return bytesToHex(sha256(utf8ToBytes(text)));
}

/** SHA-256 of a file's bytes. */
export const hashOfBytes = (bytes: Uint8Array): string => bytesToHex(sha256(bytes));

/** A seal over some content: its hash, and that of each of its parts, so that a change is found where it is. */
export interface Seal {
  hash: string;
  /** By path: `target`, `target/readings`, `board/coats/2`. */
  parts: Readonly<Record<string, string>>;
}
/** Parts are told so deep. */
const DEPTH = 3;

const isGroup = (value: Json | undefined): value is Exclude<Json, null | boolean | number | string> =>
  typeof value === 'object' && value !== null;

function partsOf(content: Json, path = '', depth = 0): [string, string][] {
  if (!isGroup(content) || depth === DEPTH) return [];
  return Object.entries(content).flatMap(([name, value]): [string, string][] => {
    if (value === undefined) return [];
    const here = path ? `${path}/${name}` : name;
    return [[here, hashOf(value)], ...partsOf(value, here, depth + 1)];
  });
}
export const sealOf = (content: Json): Seal => ({ hash: hashOf(content), parts: Object.fromEntries(partsOf(content)) });

/** Of some paths those that none of the others goes on from: where a change really is. */
const innermost = (paths: readonly string[]): string[] =>
  paths.filter((path) => !paths.some((other) => other.startsWith(`${path}/`)));

/** Where a seal is not of its content; empty where it is whole. The seal itself is `seal`. */
export function changedAt(content: Json, seal: Seal): string[] {
  const now = sealOf(content);
  const names = [...new Set([...Object.keys(now.parts), ...Object.keys(seal.parts)])];
  const changed = innermost(names.filter((name) => now.parts[name] !== seal.parts[name]));
  if (changed.length > 0) return changed;
  return now.hash === seal.hash ? [] : ['seal'];
}

/** What of some content is no longer as it was in other: the parts at the top, in the order of their names. */
export const differing = (was: Seal, now: Seal): string[] =>
  [...new Set([...Object.keys(was.parts), ...Object.keys(now.parts)])]
    .filter((name) => !name.includes('/') && was.parts[name] !== now.parts[name])
    .sort();
