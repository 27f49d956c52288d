export { createBrowserPool, planPoolSize } from './browserPool'
