export {
  CONTAINER,
  CONTAINER_TABLES,
  Contained,
  ContainerError,
  migrateContained,
  type ContainerTable,
} from './format'
export { byHash, matteIn, parseContained, rowsIn } from './readContained'
export {
  assertHonest,
  assertPicture,
  fitIn,
  isPossible,
  MAX_JSON_BYTES,
  type SaidOfEntry,
} from './honest'
