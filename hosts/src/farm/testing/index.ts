export { startRedis, type TestRedis } from './redis'
