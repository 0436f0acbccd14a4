export { type Case, caseOf, NOTHING_NOTED } from './case.ts';
export { CAUSES, type Cause, causeOf, type Evidence } from './causes.ts';
export {
  FAULT_FEELS as FEELS,
  FAULTS,
  type Fault,
  type FaultTold as Told,
  type FaultWhere as Where,
  type Feels,
  faultOf,
  faultsLike,
  WHEN,
  WHERE,
  type When,
} from './faults.ts';
export { MENDS, type Mend, mended } from './mends.ts';
export { type FoundBefore as Found, type Suspect, seenInReading, suspects } from './rank.ts';
