export { STARTING_SYSTEMS } from './starting.ts';
export {
  type ColourRole,
  colourFor,
  layerFor,
  type MediumRole,
  mediumFor,
  type ProductWords,
  type System,
  type SystemLayer,
  stackFor,
  type Variant,
  variantOf,
} from './system.ts';
