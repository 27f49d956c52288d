export { chooseFor } from './chooseFor'
export { cameBack, recordDelivery, setVerdict, weightOf } from './deliveries'
export { download, downloadJson } from './download'
export { outletVerdicts, type OutletVerdict } from './outletVerdicts'
export { folderSink, packAgain, packDelivery, zipSink, type Sink } from './packDelivery'
export {
  destinationsOf,
  planDelivery,
  readyOf,
  type DeliveryFile,
  type DeliveryPlan,
  type Destination,
  type Going,
} from './planDelivery'
