export {
  CONTAINER,
  CONTAINER_TABLES,
  Contained,
  ContainerError,
  migrateContained,
  type ContainerTable,
} from './format'
