export { chooseFor } from './chooseFor'
export { download } from './download'
export { outletVerdicts, type OutletVerdict } from './outletVerdicts'
export { packDelivery } from './packDelivery'
export {
  destinationsOf,
  planDelivery,
  readyOf,
  type DeliveryFile,
  type DeliveryPlan,
  type Destination,
  type Going,
} from './planDelivery'
