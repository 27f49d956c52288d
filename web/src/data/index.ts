export { database, openDatabase, type Database } from './database'
export type {
  Arrival,
  BriefRow,
  Preview,
  Product,
  Refusal,
  Rendition,
  Run,
  Shoot,
  Shot,
} from './rows'
export {
  createShoot,
  deleteShoot,
  freeShootName,
  newId,
  removeShots,
  restoreShots,
  saveBrief,
  sweep,
} from './shoots'
export { usePictureUrl, type PictureRef } from './pictures'
export { useShootSummaries, useShootView, type ShootSummary, type ShootView } from './queries'
