export { STARTING_SYSTEMS } from './starting.ts';
export {
  type System,
  stackFor,
  type Variant,
  variantOf,
} from './system.ts';
