export { createOrderService, type OrderSurroundings } from './orderService'
