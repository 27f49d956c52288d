export { createBrowserPool, planPoolSize } from './browserPool'
export { createBrowserPreviewer } from './browserPreviewer'
