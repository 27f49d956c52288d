export {
  CONTAINER,
  CONTAINER_TABLES,
  Contained,
  ContainerError,
  migrateContained,
  type ContainerTable,
} from './format'
export { byHash, matteIn, parseContained, rowsIn } from './readContained'
