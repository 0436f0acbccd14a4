export { type Case, caseOf, NOTHING_NOTED } from './case.ts';
export { CAUSES, type Cause, causeOf, type Evidence } from './causes.ts';
export {
  FAULTS,
  type Fault,
  FEELS,
  type Feels,
  faultOf,
  faultsLike,
  type Told,
  WHEN,
  WHERE,
  type When,
  type Where,
} from './faults.ts';
export { MENDS, type Mend, mended } from './mends.ts';
export { type Found, type Suspect, seenInReading, suspects } from './rank.ts';
