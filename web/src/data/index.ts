export { database, openDatabase, type Database, type RowOf } from './database'
export type {
  Arrival,
  AssetRow,
  CutOutItem,
  Deed,
  DeedTable,
  Delivery,
  MeasureRow,
  MeasureTask,
  Preview,
  Refusal,
  Run,
  RunItem,
  SavedBrief,
  SetAside,
  WeighedFile,
  WeighedRow,
  WatchedFolder,
  GoLive,
  LiveItem,
  LivePicture,
  ShopLink,
  WeighIn,
} from './rows'
// The rows of a shoot itself are the core's; whoever reads the database has them from here.
export {
  AssetHash,
  BriefId,
  FileHash,
  OriginalHash,
  productId,
  renditionId,
  ShootId,
  slotOf,
  type BriefRow,
  type Lighting,
  type LightingId,
  type Product,
  type Rendition,
  type RenditionId,
  type RunId,
  type Shoot,
  type Shot,
  type ShotId,
  type Slot,
} from '@cloudbank/core/shoot'
export { newBriefId, newLightingId, newRunId, newShootId, newShotId } from './ids'
export { createShoot, deleteShoot, freeShootName } from './shoots'
export { sweep, type Swept } from './sweep'
export { today } from './today'
export { storeWorkedOut, workedOutOf } from './workedOut'
export { keepReserve, spendReserve } from './reserve'
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
export { announceAll, watchTables } from './changes'
export { checkRows, setAside } from './readRows'
export { isSame, valueAt, withValueAt, type Path } from './paths'
