export { evenOut, evenOutAndSay } from './evenOut'
export { groupByLighting, lightReadings, type LightReading } from './lightReadings'
export {
  carryNeutral,
  mergeLightings,
  moveShots,
  readNeutralInto,
  renameLighting,
  splitOff,
  takeOffNeutral,
} from './lightings'
