export {
  alphaFor,
  baseSide,
  matteSide,
  servedBy,
  type Alpha,
  type CutMatte,
  type CutSigns,
  type Doubt,
  type Matte,
  type UncutReason,
} from './matte'
export { packMatte, unpackMatte, type PackedMatte } from './packMatte'
