export { download } from './download'
export { packDelivery } from './packDelivery'
export { planDelivery, type DeliveryFile } from './planDelivery'
