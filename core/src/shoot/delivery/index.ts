export { changedSince, type SentFile } from './changedSince'
export { chooseFor, setAsideIn } from './chooseFor'
export { CREDIT_HEAD_BYTES, leavingWords, withLeavingWords, type LeftFile } from './leaving'
export { manifestOf, manifestTable } from './manifest'
export { outletVerdicts, type OutletVerdict } from './outletVerdicts'
export {
  destinationsOf,
  MANIFEST_FILES,
  readyOf,
  withRendition,
  type DeliveryFile,
  type DeliveryItem,
  type DeliveryPlan,
  type DeliveryRows,
  type Destination,
} from './planDelivery'
export { webPageOf } from './webPage'
export {
  largestOf,
  pictureMarkup,
  ratioStep,
  relativeAddress,
  type Slot as PictureSlot,
} from './pictureMarkup'
