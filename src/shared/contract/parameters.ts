import { z } from 'zod';
import { Id } from '../id.ts';
import { FileHash } from '../watched.ts';

/** A number as an address has it: digits and nothing else. */
const Digits = z.string().regex(/^[1-9]\d{0,8}$/);
const Code = z.string();

/** What each name in an address stands for, and what is said where there is none of it. */
export const PARAMETERS = {
  job: { shape: z.union([Digits, Id]), what: 'job' },
  wood: { shape: Id, what: 'wood' },
  version: { shape: Id, what: 'version' },
  part: { shape: Id, what: 'part' },
  board: { shape: Id, what: 'board' },
  coat: { shape: Id, what: 'coat' },
  step: { shape: Id, what: 'step' },
  reading: { shape: Id, what: 'reading' },
  taking: { shape: Id, what: 'taking' },
  look: { shape: Id, what: 'look' },
  approval: { shape: Id, what: 'approval' },
  bracket: { shape: Id, what: 'bracket' },
  picture: { shape: Id, what: 'picture' },
  held: { shape: Id, what: 'look' },
  /** The code of something on the shelf, and which of its versions. */
  item: { shape: Code, what: 'thing on the shelf' },
  number: { shape: Digits, what: 'version' },
  rung: { shape: Id, what: 'rung' },
  sample: { shape: Id, what: 'board' },
  mix: { shape: Id, what: 'mix' },
  lot: { shape: Id, what: 'lot' },
  system: { shape: Id, what: 'system' },
  fault: { shape: Id, what: 'fault' },
  hours: { shape: Id, what: 'hours' },
  check: { shape: Id, what: 'check' },
  drawDown: { shape: Id, what: 'draw-down' },
  rawPiece: { shape: Id, what: 'piece' },
  person: { shape: Id, what: 'person' },
  instrument: { shape: Id, what: 'instrument' },
  snapshot: { shape: Code, what: 'snapshot' },
  oldBoard: { shape: Id, what: 'board on the rack' },
  air: { shape: Id, what: 'note of the air' },
  test: { shape: Id, what: 'test' },
  done: { shape: Id, what: 'work' },
  file: { shape: FileHash, what: 'file in the watched folder' },
  search: { shape: Id, what: 'search' },
  brought: { shape: Id, what: 'file that was brought in' },
} as const;
export type ParameterName = keyof typeof PARAMETERS;
