export { evenOut, evenOutAndSay } from './evenOut'
export {
  carryNeutral,
  mergeLightings,
  moveShots,
  readNeutralInto,
  renameLighting,
  splitOff,
  takeOffNeutral,
} from './lightings'
