export {
  alphaFor,
  baseSide,
  matteSide,
  servedBy,
  type Alpha,
  type AtBorder,
  type CutMatte,
  type CutSigns,
  type Doubt,
  type Matte,
  type UncutReason,
} from './matte'
export { alphaOver } from './alphaOver'
export { MATTE, PRODUCT } from './facts'
export { packMatte, unpackMatte, type PackedMatte } from './packMatte'
