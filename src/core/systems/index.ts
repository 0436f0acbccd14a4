export { STARTING_SYSTEMS } from './starting.ts';
export {
  colourFor,
  layerOf,
  mediumFor,
  type ProductWords,
  type System,
  stackFor,
  type Variant,
  variantOf,
} from './system.ts';
