export {
  alphaFor,
  baseSide,
  matteSide,
  type Alpha,
  type CutMatte,
  type CutSigns,
  type Matte,
  type UncutReason,
} from './matte'
export { packMatte, unpackMatte, type PackedMatte } from './packMatte'
