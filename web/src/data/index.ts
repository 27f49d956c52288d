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
