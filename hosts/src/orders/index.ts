export { packKeyedMatte, unpackKeyedMatte } from './matteFile'
export {
  ContentHash,
  contentsOf,
  MadeOrder,
  Order,
  orderIdOf,
  OrderState,
  PlacedOrder,
} from './order'
export { QueueReport, WorkerReport } from './report'
export { createServerOrders, ServerAwayError, type ServerOrders, type Upload } from './serverOrders'
