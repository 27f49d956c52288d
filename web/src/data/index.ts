export { database, openDatabase, type Database } from './database'
export type {
  Arrival,
  BriefRow,
  CubeRow,
  Deed,
  Lighting,
  MeasureRow,
  RowChange,
  Preview,
  Product,
  Refusal,
  Rendition,
  Run,
  Shoot,
  Shot,
} from './rows'
export { createShoot, deleteShoot, freeShootName, newId, sweep } from './shoots'
export { usePictureUrl, type PictureRef } from './pictures'
export {
  useForeignLightings,
  useShootSummaries,
  useShootView,
  type ForeignLighting,
  type ShootSummary,
  type ShootView,
} from './queries'
export {
  change,
  creation,
  perform,
  redoNext,
  removal,
  undoLast,
  useHistory,
  type HistoryScope,
  type NewDeed,
} from './history'
