export { LightingsPage } from './LightingsPage'
export { NeutralPage } from './NeutralPage'
