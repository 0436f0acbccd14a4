export { type Case, caseOf, NOTHING_NOTED } from './case.ts';
export { CAUSES, causeOf } from './causes.ts';
export {
  FAULT_FEELS as FEELS,
  FAULTS,
  type Fault,
  type FaultTold as Told,
  faultOf,
  faultsLike,
  WHEN,
  WHERE,
} from './faults.ts';
export { MENDS, mended } from './mends.ts';
export { type FoundBefore as Found, type Suspect, seenInReading, suspects } from './rank.ts';
