export { chooseFor } from './chooseFor'
export { cameBack, recordDelivery, setVerdict, weightOf } from './deliveries'
export { download, downloadJson } from './download'
export { outletVerdicts, type OutletVerdict } from './outletVerdicts'
export { packAgain, packDelivery } from './packDelivery'
export {
  destinationsOf,
  planDelivery,
  readyOf,
  type DeliveryFile,
  type DeliveryPlan,
  type Destination,
  type Going,
} from './planDelivery'
