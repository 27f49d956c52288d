export { database, openDatabase, type Database } from './database'
export type {
  Arrival,
  BriefRow,
  CubeRow,
  CutOutItem,
  Deed,
  DeedTable,
  Delivery,
  GroundRow,
  Lighting,
  MeasureRow,
  MeasureTask,
  Preview,
  Product,
  Refusal,
  Rendition,
  Run,
  RunItem,
  SavedBrief,
  SetAside,
  Shoot,
  Shot,
} from './rows'
export {
  BriefId,
  FileHash,
  newBriefId,
  newLightingId,
  newRunId,
  newShootId,
  newShotId,
  productId,
  renditionId,
  slotOf,
  ShootId,
  type LightingId,
  type RenditionId,
  type RunId,
  type ShotId,
  type Slot,
} from './ids'
export { createShoot, deleteShoot, freeShootName } from './shoots'
export { sweep, type Swept } from './sweep'
export { usePictureUrl, type PictureRef } from './pictures'
export {
  useForeignLightings,
  useShootSummaries,
  useShootView,
  type ForeignLighting,
  type ShootSummary,
} from './queries'
export { type ShootView } from './ShootWatch'
export {
  create,
  deedsOf,
  describeStepped,
  perform,
  performNamed,
  put,
  putFields,
  redoNext,
  remove,
  rowRef,
  undoDeed,
  undoLast,
  undoTo,
  type Edit,
  type HistoryScope,
  type NewDeed,
  type Stepped,
} from './history'
export { useHistory, type ShownDeed } from './useHistory'
export { watchTables } from './changes'
export { checkRows, setAside } from './readRows'
export { isSame, valueAt, withValueAt, type Path } from './paths'
